package org.modeststack.app.ui;

import javafx.scene.Node;
import javafx.scene.layout.FlowPane;

/** Rows that take as much room as they need, and go on in a line below where there is less. */
public final class Wrapping {
    private Wrapping() {}

    /** Lets a row be as wide as what is in it, but not wider than there is room, in pixels. */
    public static void fit(FlowPane pane, double width) {
        double all = pane.getInsets().getLeft() + pane.getInsets().getRight() - pane.getHgap();
        for (Node n : pane.getChildren()) if (n.isManaged()) all += n.prefWidth(-1) + pane.getHgap();
        pane.setPrefWrapLength(Math.min(width, Math.ceil(all)));
    }
}
