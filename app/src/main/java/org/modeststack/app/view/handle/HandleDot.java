package org.modeststack.app.view.handle;

import javafx.geometry.Point2D;
import javafx.scene.Cursor;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Line;
import org.modeststack.app.ui.Dragging;
import org.modeststack.app.view.point.Snap;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/** One handle. */
abstract class HandleDot extends Region {
    final HandleSpace space;
    final Line line = new Line();
    final Line tick = new Line();
    final Label label = new Label();
    Vec3 from = Vec3.ZERO;
    Vec3 at = Vec3.ZERO;
    private Point2D press = Point2D.ZERO;
    private boolean held;

    /** @param handleSpace the picture that it lies over */
    HandleDot(HandleSpace handleSpace, String style) {
        space = handleSpace;
        getStyleClass().addAll("handle", style);
        line.getStyleClass().add("handle-line");
        line.setMouseTransparent(true);
        tick.getStyleClass().add("handle-tick");
        tick.setMouseTransparent(true);
        label.getStyleClass().add("handle-label");
        label.setMouseTransparent(true);
        // Placed by hand: a pane would shrink what has no content.
        setManaged(false);
        label.setManaged(false);
        setFocusTraversable(true);
        setCursor(Cursor.OPEN_HAND);
        Dragging.follow(
                this,
                e -> {
                    held = true;
                    press = new Point2D(e.getSceneX(), e.getSceneY());
                    requestFocus();
                    begin();
                    e.consume();
                },
                e -> {
                    Point2D now = new Point2D(e.getSceneX(), e.getSceneY());
                    Snap snap = null;
                    if (space.snapping() != e.isShortcutDown()) {
                        Point2D in = getParent().sceneToLocal(now);
                        snap = space.snaps().at(in.getX(), in.getY(), moving(), instead());
                        space.mark(snap);
                    }
                    drag(now.subtract(press), e.isShiftDown(), snap);
                },
                _ -> {
                    held = false;
                    space.mark(null);
                    space.document().endMerge();
                    place();
                });
        addEventHandler(MouseEvent.MOUSE_ENTERED, _ -> place());
        addEventHandler(MouseEvent.MOUSE_EXITED, _ -> place());
        focusedProperty().addListener((_, _, _) -> place());
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    abstract String text();

    /** Where dragging comes to its end, or null. */
    Vec3 limit() {
        return null;
    }

    abstract void begin();

    /** The body that goes with the handle, and so is nothing to snap to. */
    abstract String moving();

    /** The mesh that this body had before, where only parts of it move and the others are places to go to; or null. */
    Mesh instead() {
        return null;
    }

    /**
     * @param moved how far the mouse has come since the press, in pixels
     * @param snap the place under the pointer to go to, or null
     */
    abstract void drag(Point2D moved, boolean fine, Snap snap);

    boolean isUsable() {
        return true;
    }

    private void key(KeyEvent e) {
        if (e.isAltDown() || e.isControlDown()) return;
        double x = e.getCode() == KeyCode.RIGHT ? 1 : e.getCode() == KeyCode.LEFT ? -1 : 0;
        double y = e.getCode() == KeyCode.DOWN ? 1 : e.getCode() == KeyCode.UP ? -1 : 0;
        if (x == 0 && y == 0) return;
        begin();
        nudge(x, y, e.isShiftDown());
        space.document().endMerge();
        e.consume();
    }

    /** One arrow key: right and down are positive. */
    abstract void nudge(double x, double y, boolean fine);

    void place() {
        Point2D p = space.onScreen(at), q = space.onScreen(from);
        resizeRelocate(Math.rint(p.getX() - 7), Math.rint(p.getY() - 7), 14, 14);
        line.setStartX(q.getX());
        line.setStartY(q.getY());
        line.setEndX(p.getX());
        line.setEndY(p.getY());
        Vec3 limit = limit();
        tick.setVisible(limit != null);
        if (limit != null) {
            // Square to the line, where dragging comes to its end.
            Point2D l = space.onScreen(limit), d = p.subtract(q);
            double size = d.magnitude() > 0 ? 7 / d.magnitude() : 0;
            tick.setStartX(l.getX() - d.getY() * size);
            tick.setStartY(l.getY() + d.getX() * size);
            tick.setEndX(l.getX() + d.getY() * size);
            tick.setEndY(l.getY() - d.getX() * size);
        }
        boolean speaks = held || isHover() || isFocused();
        label.setVisible(speaks);
        if (speaks) {
            label.setText(text());
            label.autosize();
            label.relocate(
                    Math.clamp(p.getX() + 12, 4, Math.max(4, space.width() - label.getWidth() - 4)),
                    Math.clamp(p.getY() - 30, 4, Math.max(4, space.height() - label.getHeight() - 4)));
        }
    }
}
