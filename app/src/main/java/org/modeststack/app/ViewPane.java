package org.modeststack.app;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.search.Ray;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;

/**
 * The picture of the bodies. Pictures are drawn on a thread of their own, always the newest that is wanted, quickly
 * while things move and with four samples a pixel once they rest.
 */
final class ViewPane extends Pane {
    /** One picture that is wanted. */
    private record Wanted(
            List<Shown> items, Picked picked, DisplayMode mode, Camera camera, int width, int height, int samples) {
        Wanted withSamples(int n) {
            return new Wanted(items, picked, mode, camera, width, height, n);
        }

        /** Whether a picture of this would look the same. Meshes are compared by identity, which is quick. */
        boolean looksLike(Wanted o) {
            return o != null
                    && mode == o.mode
                    && width == o.width
                    && height == o.height
                    && camera.equals(o.camera)
                    && items.equals(o.items)
                    && Objects.equals(picked, o.picked);
        }
    }

    /** What is picked on one of the bodies. */
    private record Picked(int item, Selection selection, Tag weights) {}

    /** One body in it. */
    private record Shown(String body, Mesh mesh, boolean ghost) {
        @Override
        public boolean equals(Object o) {
            return o instanceof Shown s && body.equals(s.body) && mesh == s.mesh && ghost == s.ghost;
        }

        @Override
        public int hashCode() {
            return Objects.hash(body, System.identityHashCode(mesh), ghost);
        }
    }

    private static final double TOO_SLOW_MS = 40;
    /** Meshes with more faces than this have their search trees made beforehand. */
    private static final int LARGE = 50_000;

    /** How much longer a whole picture takes than one of half the size: less than the pixels say, since meshes stay. */
    private static final double SHRUNK_SHARE = 3;

    private final Session session;
    private final ImageView picture = new ImageView();
    private final MarkLayer marks;
    private final HBox modes = new HBox();
    /** Stands for the row of modes where that has no room. */
    private final MenuButton modesMenu = new MenuButton();

    private final HandleLayer handles;
    private final Picking picking;
    private final ViewPicker picker;
    private final PickBar pickBar;
    private final PointTaking points;
    private final PointLayer pointLayer;
    private final VBox empty = new VBox(8);
    private final Map<Mesh, RenderMesh> prepared = new IdentityHashMap<>();
    private final Object lock = new Object();
    private Camera camera = Camera.DEFAULT;
    private DisplayMode mode = DisplayMode.SHADED_EDGES;
    /** The tag that was asked for last, found on its mesh. */
    private Picked shownTag;

    private Mesh shownTagOn;
    private final Set<Mesh> raysFor = Collections.newSetFromMap(new WeakHashMap<>());
    private boolean fitted;
    private boolean ownCamera;
    private Document fittedFor;
    private Wanted wanted;
    /** What was wanted last, drawn or not. */
    private Wanted asked;
    /** Opens with the first picture. */
    private final CountDownLatch begun;

    private boolean drawing;
    private int pictures;
    private final Renderer renderer = new Renderer();
    private Wanted drawn;
    private int drawnShrink = 1;
    /** How long a picture of the whole size takes, as far as the last one tells. */
    private double wholeMs;

    private final Thread drawer;
    private double pressX;
    private double pressY;
    private boolean moved;

    /** @param begun is counted down when there is a picture */
    ViewPane(Session session, CountDownLatch begun) {
        this.session = session;
        this.begun = begun;
        getStyleClass().add("view");
        setMinSize(120, 120);
        setFocusTraversable(true);
        setAccessibleText("View of the bodies");
        modes.getStyleClass().add("segments");
        ToggleGroup group = new ToggleGroup();
        for (DisplayMode m : DisplayMode.values()) {
            ToggleButton b = new ToggleButton(m.label());
            b.setToggleGroup(group);
            b.setSelected(m == mode);
            b.setUserData(m);
            Hint.on(b, "Draw the bodies " + m.label().toLowerCase(Locale.ROOT));
            b.setOnAction(_ -> {
                b.setSelected(true);
                setMode(m);
            });
            modes.getChildren().add(b);
            MenuItem item = new MenuItem(m.label());
            item.setOnAction(_ -> setMode(m));
            modesMenu.getItems().add(item);
        }
        Label title = new Label("Nothing here yet");
        title.getStyleClass().add("empty-title");
        modesMenu.setText(mode.label());
        Label hint = new Label("Press Ctrl+K and type “box” to start a body,\nor open the demo from the Help menu.");
        hint.getStyleClass().add("empty-hint");
        empty.getChildren().addAll(title, hint);
        empty.setAlignment(Pos.CENTER);
        empty.setMouseTransparent(true);
        marks = new MarkLayer(session);
        handles = new HandleLayer(session, this);
        points = session.points();
        pointLayer = new PointLayer(this, points);
        picking = session.picking();
        picker = new ViewPicker(session, this);
        pickBar = new PickBar(session);
        // A press that a control in the bar has taken must not end as a click on the picture behind it.
        pickBar.addEventHandler(MouseEvent.ANY, MouseEvent::consume);
        modesMenu.getStyleClass().add("view-modes");
        getChildren().addAll(picture, marks, picker.layer(), handles, pointLayer, empty, modes, modesMenu, pickBar);
        widthProperty().addListener((_, _, _) -> resized());
        heightProperty().addListener((_, _, _) -> resized());
        session.listen(this::request);
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
        addEventHandler(ScrollEvent.SCROLL, this::scrolled);
        addEventHandler(MouseEvent.MOUSE_MOVED, this::hovered);
        addEventHandler(MouseEvent.MOUSE_EXITED, _ -> {
            picker.clear();
            pointLayer.mark(null);
        });
        session.listen(this::askForPoint);
        drawer = Thread.ofPlatform().name("view").daemon().start(this::draw);
    }

    @Override
    protected void layoutChildren() {
        modes.autosize();
        modesMenu.autosize();
        boolean room = modes.getWidth() + 24 <= getWidth();
        modes.setVisible(room);
        modesMenu.setVisible(!room);
        modes.relocate(getWidth() - modes.getWidth() - 12, 12);
        modesMenu.relocate(getWidth() - modesMenu.getWidth() - 12, 12);
        marks.resizeRelocate(0, 0, getWidth(), getHeight());
        pickBar.autosize();
        boolean beside = pickBar.getWidth() + 36 + (room ? modes : modesMenu).getWidth() <= getWidth();
        pickBar.relocate(12, beside ? 12 : 50);
        askForPoint();
        picker.layer().resizeRelocate(0, 0, getWidth(), getHeight());
        handles.resizeRelocate(0, 0, getWidth(), getHeight());
        pointLayer.resizeRelocate(0, 0, getWidth(), getHeight());
        empty.autosize();
        empty.relocate((getWidth() - empty.getWidth()) / 2, (getHeight() - empty.getHeight()) / 2);
    }

    // ---- camera

    Camera camera() {
        return camera;
    }

    /** Looks from somewhere else, and stays with that when the window changes its size. */
    void setCamera(Camera c) {
        camera = c;
        ownCamera = true;
        request();
    }

    /** Until the user looks from somewhere else, everything stays in the picture. */
    private void resized() {
        if (!ownCamera && fitted) fitAll();
        request();
    }

    private void fitAll() {
        fit(false);
        ownCamera = false;
    }

    DisplayMode mode() {
        return mode;
    }

    void setMode(DisplayMode m) {
        mode = m;
        modesMenu.setText(m.label());
        modes.getChildren().forEach(n -> ((ToggleButton) n).setSelected(n.getUserData() == m));
        request();
    }

    /** Shows all bodies, or the selected one. */
    void fit(boolean onlySelected) {
        Bounds b = Bounds.EMPTY;
        for (Body body : session.document().bodies()) {
            if (onlySelected ? body != session.body() : !isSolid(body)) continue;
            Mesh m = session.shownMesh(body);
            if (m != null && !m.isEmpty()) b = b.union(m.bounds());
        }
        if (!b.isEmpty()) setCamera(camera.fit(b, Math.max(1, (int) getWidth()), Math.max(1, (int) getHeight())));
    }

    private void pressed(MouseEvent e) {
        pressX = e.getX();
        pressY = e.getY();
        moved = false;
        requestFocus();
        picker.pressed(e);
    }

    private void dragged(MouseEvent e) {
        if (picker.dragged(e)) return;
        double dx = e.getX() - pressX, dy = e.getY() - pressY;
        if (!moved && Math.hypot(dx, dy) < 3) return;
        moved = true;
        pressX = e.getX();
        pressY = e.getY();
        boolean pan = e.getButton() == MouseButton.MIDDLE || e.isShiftDown() || e.getButton() == MouseButton.SECONDARY;
        setCamera(pan ? camera.pan(dx, dy, (int) getHeight()) : camera.orbit(-dx * 0.4, dy * 0.4));
    }

    private void hovered(MouseEvent e) {
        if (points.isOn()) pointLayer.mark(snap(e.getX(), e.getY()));
        else picker.hover(e);
    }

    /** Has the search trees of large meshes ready before the pointer asks for them. */
    private void prepareRays() {
        for (Body b : session.document().bodies()) {
            Mesh m = session.shownMesh(b);
            if (m != null && m.faceCount() > LARGE && raysFor.add(m)) CompletableFuture.runAsync(() -> Ray.prepare(m));
        }
    }

    private void askForPoint() {
        if (points.isOn() || mode == DisplayMode.SEE_THROUGH && picking.isOn()) prepareRays();
        pointLayer.ask(points.isOn() ? points.prompt() : null);
        if (!points.isOn()) pointLayer.mark(null);
    }

    /** The place under a pixel that something can be put to, or null. */
    Snap snap(double x, double y) {
        return snap(x, y, null, null);
    }

    /**
     * @param but a body that is looked through, or null
     * @param instead what is looked at in its place, or null for nothing
     */
    Snap snap(double x, double y, String but, Mesh instead) {
        List<Snap.Target> targets = new ArrayList<>();
        for (Body b : session.document().bodies()) {
            if (!isSolid(b) && !isGhost(b)) continue;
            Mesh m = b.id().equals(but) ? instead : session.shownMesh(b);
            if (m != null && !m.isEmpty()) targets.add(new Snap.Target(b.id(), m));
        }
        return Snap.under(targets, camera, (int) getWidth(), (int) getHeight(), x, y);
    }

    /** Shows where something is put to. @param s null for nowhere */
    void markSnap(Snap s) {
        pointLayer.mark(s);
    }

    /** A click selects the body under the pointer. */
    private void released(MouseEvent e) {
        if (picker.released(e)) return;
        if (moved || e.getButton() != MouseButton.PRIMARY) return;
        if (points.isOn()) {
            Snap s = snap(e.getX(), e.getY());
            if (s != null) points.accept(s);
            return;
        }
        if (picking.isOn() && picker.click(e)) return;
        String hit = bodyAt((int) e.getX(), (int) e.getY());
        if (hit != null) session.select(hit);
    }

    /** The body shown at a pixel, or null. */
    String bodyAt(int x, int y) {
        synchronized (renderer) {
            Renderer.Hit hit = renderer.pick(x / drawnShrink, y / drawnShrink);
            return hit == null || drawn == null
                    ? null
                    : drawn.items().get(hit.item()).body();
        }
    }

    /** The face of a body that shows at a pixel of the newest picture, or at one close by; -1 for none. */
    int faceAt(String body, double x, double y) {
        synchronized (renderer) {
            if (drawn == null) return -1;
            for (int reach = 0; reach <= 6; reach += 2) {
                double[][] pixels = reach == 0 ? new double[][] {{x, y}} : Around.at(x, y, reach);
                for (double[] p : pixels) {
                    Renderer.Hit hit = renderer.pick((int) p[0] / drawnShrink, (int) p[1] / drawnShrink);
                    if (hit != null && drawn.items().get(hit.item()).body().equals(body)) return hit.face();
                }
            }
            return -1;
        }
    }

    /** The faces of a body that show inside a box of the newest picture. */
    BitSet facesIn(String body, double x0, double y0, double x1, double y1) {
        synchronized (renderer) {
            for (int i = 0; drawn != null && i < drawn.items().size(); i++) {
                if (!drawn.items().get(i).body().equals(body)) continue;
                int s = drawnShrink;
                return renderer.facesIn(i, (int) x0 / s, (int) y0 / s, (int) x1 / s, (int) y1 / s);
            }
            return new BitSet();
        }
    }

    /** Whether the newest picture shows the mesh that elements are picked on. */
    boolean shows(String body, Mesh mesh) {
        synchronized (renderer) {
            return drawn != null
                    && drawn.items().stream().anyMatch(i -> i.body().equals(body) && i.mesh() == mesh);
        }
    }

    private void scrolled(ScrollEvent e) {
        if (e.getDeltaY() == 0) return;
        double factor = Math.pow(0.9, Math.clamp(e.getDeltaY() / 40, -3.0, 3.0));
        setCamera(camera.zoom(factor, e.getX(), e.getY(), (int) getWidth(), (int) getHeight()));
    }

    // ---- pictures

    /** Bodies that others use are their tools: they are not drawn as solids. */
    private boolean isSolid(Body b) {
        return b.visible() && !session.document().isTool(b.id());
    }

    /** A tool is seen as a ghost while it, or the step that uses it, is selected. */
    private boolean isGhost(Body b) {
        if (isSolid(b)) return false;
        Entry open = session.openEntry();
        return b == session.body()
                || (b.visible() && open != null && open.step().bodies().contains(b.id()));
    }

    /** The tag that is to be seen on a mesh, or null. */
    private Picked tagged(int item, Mesh m) {
        Tag t = m.tag(session.shownTag());
        if (t == null) return null;
        if (shownTag == null || shownTag.weights() != t || shownTagOn != m || shownTag.item() != item)
            shownTag = new Picked(item, Selection.of(m, t), t);
        shownTagOn = m;
        return shownTag;
    }

    void request() {
        int w = (int) getWidth(), h = (int) getHeight();
        if (w < 2 || h < 2) return;
        empty.setVisible(session.document().bodies().isEmpty());
        List<Shown> items = new ArrayList<>();
        Picked marked = null;
        for (Body b : session.document().bodies()) {
            boolean ghost = isGhost(b);
            if (!ghost && !isSolid(b)) continue;
            boolean picked = picking.isOn() && b == session.body();
            Mesh m = picked ? picking.mesh() : session.shownMesh(b);
            if (m == null || m.isEmpty()) continue;
            if (picked) marked = new Picked(items.size(), picking.selection(), null);
            else if (b == session.body()) marked = tagged(items.size(), m);
            items.add(new Shown(b.id(), m, ghost && !picked));
        }
        if (!fitted && !items.isEmpty() && fittedFor != session.evaluatedDocument()) {
            fitted = true;
            fittedFor = session.evaluatedDocument();
            fitAll();
            return;
        }
        // A document whose first results are on their way is not shown as an empty one.
        if (items.isEmpty() && asked == null && session.isBusy()) return;
        Wanted now = new Wanted(items, marked, mode, camera, w, h, 1);
        if (now.looksLike(asked)) {
            decorate(now);
            return;
        }
        asked = now;
        synchronized (lock) {
            wanted = now;
            lock.notifyAll();
        }
    }

    /** The next picture shows everything again: another document was opened. */
    void refit() {
        fitted = false;
        fittedFor = session.evaluatedDocument();
    }

    boolean isBusy() {
        synchronized (lock) {
            return drawing || wanted != null;
        }
    }

    /** The bodies in the newest picture, ghosts included. */
    List<String> shownBodies() {
        synchronized (renderer) {
            return drawn == null
                    ? List.of()
                    : drawn.items().stream().map(Shown::body).toList();
        }
    }

    /** How many pictures have been shown. */
    int pictures() {
        return pictures;
    }

    private void draw() {
        while (true) {
            Wanted w;
            synchronized (lock) {
                drawing = false;
                while (wanted == null) {
                    try {
                        lock.wait();
                    } catch (InterruptedException e) {
                        return;
                    }
                }
                w = wanted;
                wanted = null;
                drawing = true;
            }
            // A picture that would come too late to follow a drag is drawn at half the size, and again when things
            // rest.
            int shrink = w.samples() == 1 && wholeMs > TOO_SLOW_MS ? 2 : 1;
            int width = Math.max(1, w.width() / shrink), height = Math.max(1, w.height() / shrink);
            int[] pixels;
            long began = System.nanoTime();
            try {
                pixels = picture(w, width, height, shrink);
            } catch (RuntimeException | OutOfMemoryError e) {
                // The next picture may well succeed; a view that stays still without a word must not be.
                Platform.runLater(() -> session.say("The picture could not be drawn: " + e, true));
                continue;
            }
            if (w.samples() == 1) wholeMs = (System.nanoTime() - began) / 1e6 * (shrink == 1 ? 1 : SHRUNK_SHARE);
            Platform.runLater(() -> show(w, pixels, width, height));
            if (w.samples() == 1) rest(w);
        }
    }

    private int[] picture(Wanted w, int width, int height, int shrink) {
        int[] pixels = new int[width * height];
        synchronized (renderer) {
            renderer.render(sceneOf(w), w.camera(), width, height, w.samples(), pixels);
            drawn = w;
            drawnShrink = shrink;
        }
        return pixels;
    }

    /** Ends the thread that draws; the window is gone. */
    void close() {
        drawer.interrupt();
    }

    /** Makes the meshes ready for drawing, on the thread that draws; those of the picture before are there already. */
    private Scene sceneOf(Wanted w) {
        Map<Mesh, RenderMesh> used = new IdentityHashMap<>();
        List<Scene.Item> items = new ArrayList<>();
        for (Shown s : w.items()) {
            RenderMesh known = prepared.get(s.mesh());
            RenderMesh r = known != null ? known : new RenderMesh(s.mesh());
            used.put(s.mesh(), r);
            items.add(new Scene.Item(r, s.ghost()));
        }
        prepared.clear();
        prepared.putAll(used);
        Picked p = w.picked();
        return new Scene(
                items, w.mode(), true, p == null ? null : new Scene.Picked(p.item(), p.selection(), p.weights()));
    }

    /** When nothing newer is wanted for a moment, the same picture is drawn finely. */
    private void rest(Wanted w) {
        synchronized (lock) {
            try {
                if (wanted == null) lock.wait(120);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            }
            if (wanted == null) wanted = w.withSamples(2);
        }
    }

    private void show(Wanted w, int[] pixels, int width, int height) {
        WritableImage image =
                picture.getImage() instanceof WritableImage old && old.getWidth() == width && old.getHeight() == height
                        ? old
                        : new WritableImage(width, height);
        image.getPixelWriter().setPixels(0, 0, width, height, PixelFormat.getIntArgbInstance(), pixels, 0, width);
        picture.setImage(image);
        picture.setFitWidth(w.width());
        picture.setFitHeight(w.height());
        pictures++;
        begun.countDown();
        decorate(w);
    }

    /** What lies over the picture. */
    private void decorate(Wanted w) {
        marks.show(w.camera(), w.width(), w.height());
        picker.follow();
        handles.show(w.camera(), w.width(), w.height());
    }
}
