package org.modeststack.app.bodies;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.Scene;
import org.jspecify.annotations.Nullable;

/** Places of the window that take a body which is dragged there from the row. */
public final class BodyDrop {
    private static final String STYLE = "takes-body";

    private BodyDrop() {}

    /** @param taken receives the id of a body that is let go over the node */
    public static void on(Node node, Consumer<String> taken) {
        node.getStyleClass().add(STYLE);
        node.getProperties().put(BodyDrop.class, taken);
    }

    /** What takes a body at a place of the scene; null for nothing. */
    @SuppressWarnings("unchecked")
    static @Nullable Consumer<String> at(Scene scene, double x, double y) {
        for (Node n : scene.getRoot().lookupAll("." + STYLE)) {
            if (n.isVisible() && n.localToScene(n.getBoundsInLocal()).contains(x, y))
                return (Consumer<String>) n.getProperties().get(BodyDrop.class);
        }
        return null;
    }
}
