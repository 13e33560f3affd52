package org.modeststack.app.view.handle;

import javafx.geometry.Point2D;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.view.point.PointLayer;
import org.modeststack.app.view.point.Snap;
import org.modeststack.app.view.point.SnapFinder;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.pick.Pick;

/** What all handles of a view share: the picture they lie over, the document they change, and what they snap to. */
final class HandleSpace {
    private final DocumentState document;
    private final ResultState results;
    private final ViewState viewState;
    private final SnapFinder snaps;
    private final PointLayer marks;
    private Camera camera = Camera.DEFAULT;
    private int width = 1;
    private int height = 1;

    HandleSpace(DocumentState document, ResultState results, ViewState viewState, SnapFinder snaps, PointLayer marks) {
        this.document = document;
        this.results = results;
        this.viewState = viewState;
        this.snaps = snaps;
        this.marks = marks;
    }

    /** The picture that is shown now. */
    void set(Camera newCamera, int newWidth, int newHeight) {
        camera = newCamera;
        width = newWidth;
        height = newHeight;
    }

    DocumentState document() {
        return document;
    }

    Camera camera() {
        return camera;
    }

    int width() {
        return width;
    }

    int height() {
        return height;
    }

    SnapFinder snaps() {
        return snaps;
    }

    /** Whether handles snap without a key held. */
    boolean snapping() {
        return viewState.snapping();
    }

    /** Shows where something would be put to; null for nowhere. */
    void mark(Snap s) {
        marks.mark(s);
    }

    Point2D onScreen(Vec3 p) {
        Vec3 s = camera.project(p, width, height);
        return new Point2D(s.x(), s.y());
    }

    /** A round number of millimetres, about as much as a pixel shows. */
    double grain(boolean fine) {
        double g = Math.pow(10, Math.ceil(Math.log10(1 / camera.scale(height)) - 0.3));
        return fine ? g / 10 : g;
    }

    /** A multiple of a grain; the value itself where that is 0. */
    static double rounded(double value, double grain) {
        if (grain == 0) return value;
        // The second rounding takes away what the multiplication left in the last digits.
        return Math.rint(Math.rint(value / grain) * grain * 1e9) / 1e9;
    }

    /** The same for each coordinate. */
    static Vec3 rounded(Vec3 v, double grain) {
        return new Vec3(rounded(v.x(), grain), rounded(v.y(), grain), rounded(v.z(), grain));
    }

    /** The step that a handle belongs to, as it is now; null when it is gone. */
    Step stepOf(String bodyId, long entryId) {
        Body b = document.current().body(bodyId);
        Entry e = b == null ? null : b.entry(entryId);
        return e == null ? null : e.step();
    }

    /** What a point of a step follows; null for numbers. */
    AnchorPoint anchorOf(String bodyId, long entryId, String param) {
        Body b = document.current().body(bodyId);
        Entry e = b == null ? null : b.entry(entryId);
        return e == null ? null : e.anchors().get(param);
    }

    /** What goes into a step that works on parts of its body, or null. */
    Mesh before(String bodyId, long entryId) {
        Body b = document.current().body(bodyId);
        int at = b == null ? -1 : b.indexOf(entryId);
        if (at < 1 || Pick.in(b.entries().get(at).step()).isEmpty()) return null;
        return results.before(b, entryId);
    }
}
