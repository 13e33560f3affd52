package org.modeststack.app.ui;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;

/** Makes a part of a text one that is pressed, by the mouse or, once the focus is on it, by Enter or the space bar. */
public final class Pressable {
    private Pressable() {}

    /** @param pressed receives the node */
    public static <N extends Node> void on(N node, Consumer<N> pressed) {
        node.setFocusTraversable(true);
        node.setOnMouseClicked(e -> {
            pressed.accept(node);
            e.consume();
        });
        node.setOnKeyPressed(e -> {
            if (e.getCode() != KeyCode.ENTER && e.getCode() != KeyCode.SPACE) return;
            pressed.accept(node);
            e.consume();
        });
    }
}
