package org.modeststack.app.ui;

import java.util.function.Consumer;
import javafx.event.EventHandler;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.input.MouseEvent;

/**
 * Follows the mouse from a press until it is let go, wherever it goes. Listens to the scene and not to the node: the
 * toolkit's offscreen platform sends drags without their button, and then to whatever lies under the mouse.
 */
public final class Dragging {
    private Dragging() {}

    /**
     * @param pressed is told of each press on the node
     * @param dragged is told of each move until the button is let go
     * @param released is told when it is
     */
    public static void follow(
            Node node, Consumer<MouseEvent> pressed, Consumer<MouseEvent> dragged, Consumer<MouseEvent> released) {
        node.addEventHandler(MouseEvent.MOUSE_PRESSED, press -> {
            Scene scene = node.getScene();
            pressed.accept(press);
            EventHandler<MouseEvent> follow = e -> {
                dragged.accept(e);
                e.consume();
            };
            EventHandler<MouseEvent> end = new EventHandler<>() {
                @Override
                public void handle(MouseEvent e) {
                    scene.removeEventFilter(MouseEvent.MOUSE_DRAGGED, follow);
                    scene.removeEventFilter(MouseEvent.MOUSE_RELEASED, this);
                    released.accept(e);
                    // Else what lies under the mouse now would take it for a click.
                    e.consume();
                }
            };
            scene.addEventFilter(MouseEvent.MOUSE_DRAGGED, follow);
            scene.addEventFilter(MouseEvent.MOUSE_RELEASED, end);
        });
    }
}
