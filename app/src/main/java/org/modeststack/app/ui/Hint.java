package org.modeststack.app.ui;

import java.util.function.Supplier;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;

/**
 * Tooltips that are made when the mouse first comes by. Each tooltip is a window of its own with styles to work out;
 * making all of them at the start would take longer than showing the main window.
 */
public final class Hint {
    private Hint() {}

    public static void on(Node node, String text) {
        on(node, () -> text);
    }

    /** @param text asked for each time the hint is shown */
    public static void on(Node node, Supplier<String> text) {
        node.setAccessibleHelp(text.get());
        node.addEventHandler(MouseEvent.MOUSE_ENTERED, new EventHandler<>() {
            @Override
            public void handle(MouseEvent e) {
                node.removeEventHandler(MouseEvent.MOUSE_ENTERED, this);
                Tooltip tip = new Tooltip(text.get());
                tip.setOnShowing(_ -> tip.setText(text.get()));
                Tooltip.install(node, tip);
            }
        });
    }
}
