package org.modeststack.app.bodies;

import java.util.List;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.HBox;

/** Cards side by side, as many as there are: the wheel moves the row, and a card that is cut off says there is more. */
final class CardRow extends ScrollPane {
    private final HBox row;
    private Node toReveal;

    CardRow(double gap, String style) {
        row = new HBox(gap);
        row.getStyleClass().add(style);
        row.setAlignment(Pos.CENTER_LEFT);
        setContent(row);
        setFitToHeight(true);
        setVbarPolicy(ScrollBarPolicy.NEVER);
        // A bar would cover the cards.
        setHbarPolicy(ScrollBarPolicy.NEVER);
        getStyleClass().add("body-scroll");
        addEventFilter(ScrollEvent.SCROLL, e -> {
            double hidden = hidden();
            if (hidden > 0) setHvalue(Math.clamp(getHvalue() - (e.getDeltaX() + e.getDeltaY()) / hidden, 0.0, 1.0));
            e.consume();
        });
    }

    void show(List<Node> cards) {
        if (!cards.equals(row.getChildren())) row.getChildren().setAll(cards);
    }

    List<Node> cards() {
        return row.getChildren();
    }

    private double hidden() {
        return row.getWidth() - getViewportBounds().getWidth();
    }

    /** Brings a card into sight, once it is laid out. */
    void reveal(Node card) {
        boolean waits = toReveal != null;
        toReveal = card;
        if (!waits) Platform.runLater(this::revealNow);
    }

    private void revealNow() {
        Node card = toReveal;
        toReveal = null;
        double hidden = hidden();
        if (card.getParent() != row || hidden <= 0) return;
        Bounds b = card.getBoundsInParent();
        double left = getHvalue() * hidden, width = getViewportBounds().getWidth();
        if (b.getMinX() < left) setHvalue(Math.max(0, b.getMinX() - 14) / hidden);
        else if (b.getMaxX() > left + width) setHvalue(Math.min(1, (b.getMaxX() + 14 - width) / hidden));
    }
}
