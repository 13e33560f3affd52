package org.modeststack.app.view;

import java.util.List;
import java.util.function.UnaryOperator;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Pane;
import org.modeststack.app.look.Theme;
import org.modeststack.app.state.OpenStepState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.stack.Entry;
import org.modeststack.steps.pick.Anchor;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Picked;

/**
 * What the open step had picked by hand and has lost, where it used to be: dashed edges, dashed rounds in place of faces,
 * crosses for vertices. Its canvas is there only while something is lost, since laying one over each picture takes time.
 */
final class GhostLayer extends Pane {
    /** More are not drawn one by one. */
    private static final int MOST = 2000;

    private static final int ROUND = 24;
    private static final double CROSS = 5;

    private final SelectionState selected;
    private final OpenStepState openStep;
    private final Canvas canvas = new Canvas();
    private Theme theme = Theme.LIGHT;

    GhostLayer(SelectionState selected, OpenStepState openStep) {
        this.selected = selected;
        this.openStep = openStep;
        setMouseTransparent(true);
        canvas.getStyleClass().add("ghosts");
        canvas.setVisible(false);
        getChildren().add(canvas);
    }

    void setTheme(Theme now) {
        theme = now;
    }

    /** Shows what belongs over a picture taken by this camera. */
    void show(Camera camera, int width, int height) {
        GraphicsContext g = canvas.getGraphicsContext2D();
        if (canvas.isVisible()) g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
        canvas.setVisible(false);
        Entry open = selected.openEntry();
        List<Pick> picks = open == null ? List.of() : Pick.in(open.step());
        Mesh in = picks.isEmpty() ? null : openStep.in();
        if (in == null) return;
        for (Pick pick : picks) {
            Picked now = pick.known(in);
            if (now == null || now.ghosts().isEmpty()) continue;
            canvas.setWidth(width);
            canvas.setHeight(height);
            canvas.setVisible(true);
            List<Anchor> ghosts = now.ghosts();
            for (Anchor a : ghosts.subList(0, Math.min(MOST, ghosts.size())))
                draw(g, pick.kind(), a, p -> camera.project(p, width, height));
        }
    }

    private void draw(GraphicsContext g, ElementKind kind, Anchor a, UnaryOperator<Vec3> seen) {
        switch (kind) {
            case VERTEX -> {
                Vec3 p = seen.apply(a.place());
                if (p.z() <= 0) return;
                stroke(g, new double[] {p.x() - CROSS, p.x() + CROSS}, new double[] {p.y() - CROSS, p.y() + CROSS});
                stroke(g, new double[] {p.x() - CROSS, p.x() + CROSS}, new double[] {p.y() + CROSS, p.y() - CROSS});
            }
            case EDGE -> line(g, seen, a.place().minus(half(a)), a.place().plus(half(a)));
            case FACE -> {
                Vec3 across = a.way().cross(leastAlong(a.way())).unit().times(a.size()),
                        along = a.way().cross(across);
                Vec3[] round = new Vec3[ROUND + 1];
                for (int i = 0; i <= ROUND; i++) {
                    double t = 2 * Math.PI * i / ROUND;
                    round[i] = a.place().plus(across.times(Math.cos(t))).plus(along.times(Math.sin(t)));
                }
                line(g, seen, round);
            }
        }
    }

    /** The axis that a direction runs along least. */
    private static Vec3 leastAlong(Vec3 way) {
        double x = Math.abs(way.x()), y = Math.abs(way.y()), z = Math.abs(way.z());
        return x <= y && x <= z ? new Vec3(1, 0, 0) : y <= z ? new Vec3(0, 1, 0) : new Vec3(0, 0, 1);
    }

    private static Vec3 half(Anchor edge) {
        return edge.way().times(edge.size());
    }

    private void line(GraphicsContext g, UnaryOperator<Vec3> seen, Vec3... points) {
        double[] x = new double[points.length], y = new double[points.length];
        for (int i = 0; i < points.length; i++) {
            Vec3 p = seen.apply(points[i]);
            // Behind the eye it is not seen at all.
            if (p.z() <= 0) return;
            x[i] = p.x();
            y[i] = p.y();
        }
        stroke(g, x, y);
    }

    private void stroke(GraphicsContext g, double[] x, double[] y) {
        g.setLineDashes();
        g.setStroke(theme.color("sheet"));
        g.setLineWidth(4);
        g.strokePolyline(x, y, x.length);
        g.setLineDashes(6, 4);
        g.setStroke(theme.color("remark"));
        g.setLineWidth(2);
        g.strokePolyline(x, y, x.length);
    }
}
