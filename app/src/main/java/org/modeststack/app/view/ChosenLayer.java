package org.modeststack.app.view;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.shape.LineTo;
import javafx.scene.shape.MoveTo;
import javafx.scene.shape.Path;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;

/** Shows which bodies are chosen: corners round each of several in the picture, with its number, the first in another colour. */
final class ChosenLayer extends Pane {
    /** How far the corners stand off, and how long they are at most, in pixels. */
    private static final double OFF = 5, LENGTH = 14;

    private final SelectionState selected;
    private final ResultState results;

    ChosenLayer(SelectionState selected, ResultState results) {
        this.selected = selected;
        this.results = results;
        setMouseTransparent(true);
    }

    void show(Camera camera, int width, int height) {
        List<Body> chosen = selected.chosen();
        if (chosen.size() < 2) {
            getChildren().clear();
            return;
        }
        List<Node> marks = new ArrayList<>();
        for (int i = 0; i < chosen.size(); i++) {
            Geometry g = results.shown(chosen.get(i));
            double[] box = g == null || g.isEmpty() ? null : onScreen(g.bounds(), camera, width, height);
            if (box == null) continue;
            marks.add(corners(box, i == 0));
            Label name = new Label(i == 0 ? "1 · the others join or cut this one" : Integer.toString(i + 1));
            name.getStyleClass().add("chosen-name");
            if (i == 0) name.getStyleClass().add("chosen-first");
            name.relocate(Math.max(4, box[0] - OFF), Math.max(4, box[1] - OFF - 20));
            marks.add(name);
        }
        getChildren().setAll(marks);
    }

    /** The rectangle that a box takes up in the picture: least and greatest x and y; null where some of it is behind the eye. */
    static double[] onScreen(Bounds b, Camera camera, int width, int height) {
        double[] out = {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
        for (int i = 0; i < 8; i++) {
            Vec3 p = camera.project(
                    new Vec3(
                            (i & 1) == 0 ? b.minX() : b.maxX(),
                            (i & 2) == 0 ? b.minY() : b.maxY(),
                            (i & 4) == 0 ? b.minZ() : b.maxZ()),
                    width,
                    height);
            if (p.z() <= 0) return null;
            out[0] = Math.min(out[0], p.x());
            out[1] = Math.min(out[1], p.y());
            out[2] = Math.max(out[2], p.x());
            out[3] = Math.max(out[3], p.y());
        }
        return out;
    }

    private static Path corners(double[] box, boolean first) {
        double x0 = box[0] - OFF, y0 = box[1] - OFF, x1 = box[2] + OFF, y1 = box[3] + OFF;
        double l = Math.min(LENGTH, Math.min(x1 - x0, y1 - y0) / 3);
        Path path = new Path();
        double[][] ends = {{x0, y0, 1, 1}, {x1, y0, -1, 1}, {x1, y1, -1, -1}, {x0, y1, 1, -1}};
        for (double[] e : ends)
            path.getElements()
                    .addAll(
                            new MoveTo(e[0] + e[2] * l, e[1]),
                            new LineTo(e[0], e[1]),
                            new LineTo(e[0], e[1] + e[3] * l));
        path.getStyleClass().add("chosen-corner");
        if (first) path.getStyleClass().add("chosen-corner-first");
        return path;
    }
}
