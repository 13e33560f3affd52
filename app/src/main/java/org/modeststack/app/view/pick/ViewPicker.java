package org.modeststack.app.view.pick;

import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;
import javafx.scene.shape.Rectangle;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.view.picture.Picture;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.DisplayMode;
import org.modeststack.stack.Body;
import org.modeststack.steps.pick.Term;

/**
 * Picking with the mouse: shows under the pointer what a click would take, takes it, and draws boxes. What is shown
 * lies over the picture as shapes, so that it follows the pointer however large the mesh is.
 */
public final class ViewPicker {
    private static final double FLUSH_DEGREES = 20;

    /** Clicks no farther apart than this, in pixels, are on one spot. */
    private static final double SPOT = 3;

    private final SelectionState selected;
    private final PickState picking;
    private final ViewState viewState;
    private final Supplier<Picture> picture;
    private final Region view;
    private final Pane layer = new Pane();
    private final Polygon face = new Polygon();
    private final Polyline edge = new Polyline();
    private final Circle vertex = new Circle(5);
    private final Rectangle box = new Rectangle();
    /** The element that a click would take, or -1. */
    private int under = -1;
    /** The mesh whose element that is. */
    private Mesh underIn;

    /** The spot of the last click, and how many there were on it. */
    private double spotX;

    private double spotY;
    private int clicks;
    private boolean boxing;
    private double pressX;
    private double pressY;

    /**
     * @param picture the one that is shown, or null
     * @param view whose size it has
     */
    public ViewPicker(
            SelectionState selected, PickState picking, ViewState viewState, Supplier<Picture> picture, Region view) {
        this.selected = selected;
        this.picking = picking;
        this.viewState = viewState;
        this.picture = picture;
        this.view = view;
        layer.setMouseTransparent(true);
        face.getStyleClass().add("hover-face");
        edge.getStyleClass().add("hover-edge");
        vertex.getStyleClass().add("hover-vertex");
        box.getStyleClass().add("pick-box");
        layer.getChildren().addAll(face, edge, vertex, box);
        clear();
        box.setVisible(false);
    }

    public Pane layer() {
        return layer;
    }

    public void clear() {
        under = -1;
        face.setVisible(false);
        edge.setVisible(false);
        vertex.setVisible(false);
    }

    /** A new picture: what was under the pointer may be elsewhere now. */
    public void follow() {
        // Of another mesh the same number is another element.
        if (!picking.isOn() || picking.mesh() != underIn) clear();
        else if (under >= 0) show();
    }

    private ElementUnder scene(Mesh mesh) {
        return new ElementUnder(mesh, viewState.camera(), (int) view.getWidth(), (int) view.getHeight());
    }

    private int elementAt(double x, double y) {
        Body b = selected.body();
        Mesh mesh = picking.mesh();
        Picture now = picture.get();
        if (b == null || mesh == null || now == null || !now.shows(b.id(), mesh)) return -1;
        if (viewState.mode() == DisplayMode.SEE_THROUGH) return scene(mesh).through(picking.kind(), x, y, behind(x, y));
        int f = now.faceAt(b.id(), x, y);
        return f < 0 ? -1 : scene(mesh).at(picking.kind(), f, x, y);
    }

    /** How many faces under a pixel are passed over: one more for each click on the same spot. */
    private int behind(double x, double y) {
        return Math.hypot(x - spotX, y - spotY) < SPOT ? clicks : 0;
    }

    public void hover(MouseEvent e) {
        if (!picking.isOn()) return;
        int now = elementAt(e.getX(), e.getY());
        if (now == under) return;
        under = now;
        underIn = picking.mesh();
        show();
    }

    private void show() {
        Mesh mesh = picking.mesh();
        ElementKind kind = picking.kind();
        boolean there = under >= 0 && mesh != null;
        face.setVisible(there && kind == ElementKind.FACE);
        edge.setVisible(there && kind == ElementKind.EDGE);
        vertex.setVisible(there && kind == ElementKind.VERTEX);
        if (!there) return;
        switch (kind) {
            case FACE -> {
                if (under >= mesh.faceCount()) return;
                face.getPoints().clear();
                for (int c = mesh.offsets()[under]; c < mesh.offsets()[under + 1]; c++) {
                    Vec3 p = screen(mesh, mesh.corners()[c]);
                    face.getPoints().addAll(p.x(), p.y());
                }
            }
            case EDGE -> {
                if (under >= mesh.edgeCount()) return;
                Vec3 a = screen(mesh, mesh.adjacency().edgeLow(under));
                Vec3 b = screen(mesh, mesh.adjacency().edgeHigh(under));
                edge.getPoints().setAll(a.x(), a.y(), b.x(), b.y());
            }
            case VERTEX -> {
                if (under >= mesh.vertexCount()) return;
                Vec3 p = screen(mesh, under);
                vertex.setCenterX(p.x());
                vertex.setCenterY(p.y());
            }
        }
    }

    private Vec3 screen(Mesh mesh, int v) {
        return viewState.camera().project(mesh.point(v), (int) view.getWidth(), (int) view.getHeight());
    }

    public void pressed(MouseEvent e) {
        pressX = e.getX();
        pressY = e.getY();
        boxing = false;
    }

    /** @return whether the drag is a box and not a turn of the camera */
    public boolean dragged(MouseEvent e) {
        boolean asked = e.getButton() == MouseButton.PRIMARY && e.isShortcutDown();
        if (!boxing && !asked) return false;
        if (!boxing && Math.hypot(e.getX() - pressX, e.getY() - pressY) < 3) return true;
        boxing = true;
        clear();
        box.setVisible(true);
        box.setX(Math.min(pressX, e.getX()));
        box.setY(Math.min(pressY, e.getY()));
        box.setWidth(Math.abs(e.getX() - pressX));
        box.setHeight(Math.abs(e.getY() - pressY));
        return true;
    }

    /** @return whether a box was drawn */
    public boolean released(MouseEvent e) {
        if (!boxing) return false;
        boxing = false;
        box.setVisible(false);
        double x0 = box.getX(), y0 = box.getY(), x1 = x0 + box.getWidth(), y1 = y0 + box.getHeight();
        Picture now = picture.get();
        if (!picking.isOn()) {
            if (now != null) bodies(now.bodiesIn(x0, y0, x1, y1), e.isShiftDown());
            return true;
        }
        Body b = selected.body();
        Mesh mesh = picking.mesh();
        if (b == null || mesh == null || now == null || !now.shows(b.id(), mesh)) return true;
        BitSet shown = viewState.mode() == DisplayMode.SEE_THROUGH ? null : now.facesIn(b.id(), x0, y0, x1, y1);
        picking.join(
                scene(mesh).inside(picking.kind(), x0, y0, x1, y1, shown),
                e.isShiftDown() ? PickState.How.TAKE_AWAY : PickState.How.ADD);
        return true;
    }

    /** Bodies in a box are chosen together, or with Shift no longer; who is worked on already stays so where it can. */
    private void bodies(List<String> inBox, boolean away) {
        Set<String> now = new LinkedHashSet<>();
        for (Body b : selected.chosen()) if (away || inBox.contains(b.id())) now.add(b.id());
        if (away) inBox.forEach(now::remove);
        else now.addAll(inBox);
        selected.choose(now);
    }

    /** @return whether the click was on the body that is picked from, or beside all bodies */
    public boolean click(MouseEvent e) {
        Picture now = picture.get();
        String hit = now == null ? null : now.bodyAt(e.getX(), e.getY());
        Body b = selected.body();
        int element = elementAt(e.getX(), e.getY());
        if (element < 0 && hit != null && (b == null || !hit.equals(b.id())) && picking.target() == null) return false;
        clicks = behind(e.getX(), e.getY()) + 1;
        spotX = e.getX();
        spotY = e.getY();
        if (e.isAltDown()) picking.pathTo(element);
        else if (e.getClickCount() == 2 && element >= 0) whole();
        else if (e.isShortcutDown()) picking.click(element, PickState.How.TAKE_AWAY);
        else picking.click(element, e.isShiftDown() ? PickState.How.ADD : PickState.How.ALONE);
        return true;
    }

    /** A double click: one element stands for all that belong to it. */
    private void whole() {
        switch (picking.kind()) {
            case EDGE -> picking.change(Term.Kind.LOOP, 0);
            case FACE -> picking.change(Term.Kind.FLUSH, FLUSH_DEGREES);
            case VERTEX -> picking.change(Term.Kind.CONNECTED, 0);
        }
    }
}
