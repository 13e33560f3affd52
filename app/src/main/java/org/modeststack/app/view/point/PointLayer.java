package org.modeststack.app.view.point;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.ui.Hint;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;

/** Shows the place under the pointer that a point would be taken from, or a handle put to, and asks for the click. */
public final class PointLayer extends Pane {
    private final ViewState viewState;
    private final Region view;
    private final Circle ring = new Circle(7);
    private final Line normal = new Line();
    private final Label what = new Label();
    private final Label prompt = new Label();
    private final HBox bar = new HBox(10);

    /**
     * @param stopped is told where the user thinks better of it
     * @param view whose size the picture has
     */
    public PointLayer(Runnable stopped, ViewState viewState, Region view) {
        this.viewState = viewState;
        this.view = view;
        setPickOnBounds(false);
        ring.getStyleClass().add("snap-ring");
        normal.getStyleClass().add("snap-normal");
        what.getStyleClass().add("handle-label");
        what.setManaged(false);
        bar.getStyleClass().add("point-bar");
        bar.setAlignment(Pos.CENTER_LEFT);
        Button stop = new Button("Stop");
        stop.getStyleClass().add("take-button");
        Hint.on(stop, "Take no more points (Esc)");
        stop.setOnAction(_ -> stopped.run());
        bar.getChildren().addAll(prompt, stop);
        bar.setManaged(false);
        for (var n : new javafx.scene.Node[] {ring, normal, what}) n.setMouseTransparent(true);
        getChildren().addAll(normal, ring, what, bar);
        mark(null);
        bar.setVisible(false);
    }

    /** @param text null for none */
    public void ask(String text) {
        bar.setVisible(text != null);
        if (text == null) return;
        prompt.setText(text);
        bar.autosize();
        bar.relocate((view.getWidth() - bar.getWidth()) / 2, view.getHeight() - bar.getHeight() - 40);
    }

    /** @param s null for no place */
    public void mark(Snap s) {
        boolean there = s != null;
        ring.setVisible(there);
        normal.setVisible(there);
        what.setVisible(there);
        if (!there) return;
        int w = (int) view.getWidth(), h = (int) view.getHeight();
        Camera camera = viewState.camera();
        Vec3 p = camera.project(s.at(), w, h);
        Vec3 q = camera.project(s.at().plus(s.normal().times(28 / camera.scale(h))), w, h);
        ring.setCenterX(p.x());
        ring.setCenterY(p.y());
        normal.setStartX(p.x());
        normal.setStartY(p.y());
        normal.setEndX(q.x());
        normal.setEndY(q.y());
        what.setText(s.kind().words());
        what.autosize();
        what.relocate(
                Math.clamp(p.x() + 14, 4, Math.max(4, w - what.getWidth() - 4)),
                Math.clamp(p.y() - 32, 4, Math.max(4, h - what.getHeight() - 4)));
    }
}
