package org.modeststack.app.view;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Pane;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import org.modeststack.app.look.Theme;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Unit;

/**
 * What is only to be read, over the picture: the axes and the scale in a corner, and a ring round each place that a
 * remark speaks of. The corner has a canvas of its own and is drawn again only when the camera moves: without a
 * graphics card, laying a canvas of the view's size over each picture takes longer than drawing the bodies.
 */
public final class MarkLayer extends Pane {
    private static final int CORNER_WIDTH = 260;
    private static final int CORNER_HEIGHT = 84;
    private static final String[] AXES = {"axis-x", "axis-y", "axis-z"};

    private final SelectionState selected;
    private final ResultState results;
    private final Canvas corner = new Canvas(CORNER_WIDTH, CORNER_HEIGHT);
    private final Canvas rings = new Canvas();
    private Camera cornerCamera;
    private int cornerHeight;
    private Theme theme = Theme.LIGHT;

    public MarkLayer(SelectionState selected, ResultState results) {
        this.selected = selected;
        this.results = results;
        setMouseTransparent(true);
        rings.setVisible(false);
        getChildren().addAll(rings, corner);
    }

    void setTheme(Theme now) {
        theme = now;
        cornerCamera = null;
    }

    /** Shows what belongs over a picture taken by this camera. */
    public void show(Camera camera, int width, int height) {
        corner.relocate(0, height - CORNER_HEIGHT);
        if (!camera.equals(cornerCamera) || height != cornerHeight) {
            cornerCamera = camera;
            cornerHeight = height;
            GraphicsContext g = corner.getGraphicsContext2D();
            g.clearRect(0, 0, CORNER_WIDTH, CORNER_HEIGHT);
            axes(g, camera);
            scale(g, camera.scale(height));
        }
        rings(camera, width, height);
    }

    private void axes(GraphicsContext g, Camera camera) {
        double ox = 40, oy = CORNER_HEIGHT - 40;
        g.setFont(Font.font("Inter", 11));
        Vec3[] axes = {new Vec3(1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1)};
        for (int i = 0; i < 3; i++) {
            double x = axes[i].dot(camera.right()) * 26, y = -axes[i].dot(camera.up()) * 26;
            g.setStroke(theme.color(AXES[i]));
            g.setLineWidth(2);
            g.strokeLine(ox, oy, ox + x, oy + y);
            g.setFill(theme.color("ink"));
            g.fillText("XYZ".substring(i, i + 1), ox + x * 1.28 - 4, oy + y * 1.28 + 4);
        }
    }

    /** @param scale in pixels a millimetre */
    private void scale(GraphicsContext g, double scale) {
        double length = Math.pow(10, Math.floor(Math.log10(110 / scale)));
        if (length * 5 * scale <= 110) length *= 5;
        else if (length * 2 * scale <= 110) length *= 2;
        double x0 = 96, y0 = CORNER_HEIGHT - 26, x1 = x0 + length * scale;
        g.setStroke(theme.color("ink"));
        g.setLineWidth(1.2);
        g.strokePolyline(new double[] {x0, x0, x1, x1}, new double[] {y0 - 6, y0, y0, y0 - 6}, 4);
        g.setFill(theme.color("ink"));
        g.fillText(Unit.LENGTH.of(length), x0 + 4, y0 - 8);
    }

    /** A ring round each place that a remark of the selected body's steps speaks of. */
    private void rings(Camera camera, int width, int height) {
        if (rings.isVisible()) rings.getGraphicsContext2D().clearRect(0, 0, rings.getWidth(), rings.getHeight());
        rings.setVisible(false);
        Body b = selected.body();
        BodyResult r = b == null ? null : results.result(b.id());
        if (r == null) return;
        for (int i = 0; i < Math.min(b.shownSteps(), r.steps().size()); i++) {
            for (Remark m : r.steps().get(i).remarks()) {
                if (m.place() == null) continue;
                Vec3 p = camera.project(m.place(), width, height);
                if (p.z() <= 0) continue;
                if (!rings.isVisible()) {
                    rings.setWidth(width);
                    rings.setHeight(height);
                    rings.setVisible(true);
                }
                ring(
                        p.x(),
                        p.y(),
                        "step " + (i + 1),
                        m.level() == Remark.Level.FAULT ? theme.color("active") : theme.color("remark"));
            }
        }
    }

    private void ring(double x, double y, String text, Color color) {
        GraphicsContext g = rings.getGraphicsContext2D();
        g.setLineWidth(4);
        g.setStroke(theme.color("sheet"));
        g.strokeOval(x - 11, y - 11, 22, 22);
        g.setLineWidth(2);
        g.setStroke(color);
        g.strokeOval(x - 11, y - 11, 22, 22);
        g.setFill(color);
        g.setFont(Font.font("Inter SemiBold", 11));
        g.setStroke(theme.color("sheet"));
        g.setLineWidth(4);
        g.strokeText(text, x - 16, y - 17);
        g.fillText(text, x - 16, y - 17);
    }
}
