package org.modeststack.app;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.CountDownLatch;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
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
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Remark;

/**
 * The picture of the bodies. Pictures are drawn on a thread of their own, always the newest that is wanted, quickly
 * while things move and with four samples a pixel once they rest.
 */
final class ViewPane extends Pane {
    /** One picture that is wanted. */
    private record Wanted(List<Shown> items, DisplayMode mode, Camera camera, int width, int height, int samples) {
        Wanted withSamples(int n) {
            return new Wanted(items, mode, camera, width, height, n);
        }

        /** Whether a picture of this would look the same. Meshes are compared by identity, which is quick. */
        boolean looksLike(Wanted o) {
            return o != null
                    && mode == o.mode
                    && width == o.width
                    && height == o.height
                    && camera.equals(o.camera)
                    && items.equals(o.items);
        }
    }

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
    /** How much longer a whole picture takes than one of half the size: less than the pixels say, since meshes stay. */
    private static final double SHRUNK_SHARE = 3;

    private final Session session;
    private final ImageView picture = new ImageView();
    private final Canvas marks = new Canvas();
    private final HBox modes = new HBox();
    /** Stands for the row of modes where that has no room. */
    private final MenuButton modesMenu = new MenuButton();

    private final HandleLayer handles;
    private final VBox empty = new VBox(8);
    private final Map<Mesh, RenderMesh> prepared = new IdentityHashMap<>();
    private final Object lock = new Object();
    private Camera camera = Camera.DEFAULT;
    private DisplayMode mode = DisplayMode.SHADED_EDGES;
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
        marks.setMouseTransparent(true);
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
        handles = new HandleLayer(session);
        modesMenu.getStyleClass().add("view-modes");
        getChildren().addAll(picture, marks, handles, empty, modes, modesMenu);
        widthProperty().addListener((_, _, _) -> resized());
        heightProperty().addListener((_, _, _) -> resized());
        session.listen(this::request);
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
        addEventHandler(ScrollEvent.SCROLL, this::scrolled);
        Thread.ofPlatform().name("view").daemon().start(this::draw);
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
        handles.resizeRelocate(0, 0, getWidth(), getHeight());
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
    }

    private void dragged(MouseEvent e) {
        double dx = e.getX() - pressX, dy = e.getY() - pressY;
        if (!moved && Math.hypot(dx, dy) < 3) return;
        moved = true;
        pressX = e.getX();
        pressY = e.getY();
        boolean pan = e.getButton() == MouseButton.MIDDLE || e.isShiftDown() || e.getButton() == MouseButton.SECONDARY;
        setCamera(pan ? camera.pan(dx, dy, (int) getHeight()) : camera.orbit(-dx * 0.4, dy * 0.4));
    }

    /** A click selects the body under the pointer. */
    private void released(MouseEvent e) {
        if (moved || e.getButton() != MouseButton.PRIMARY) return;
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

    private void scrolled(ScrollEvent e) {
        if (e.getDeltaY() == 0) return;
        double factor = Math.pow(0.9, Math.clamp(e.getDeltaY() / 40, -3.0, 3.0));
        setCamera(camera.zoom(factor, e.getX(), e.getY(), (int) getWidth(), (int) getHeight()));
    }

    // ---- pictures

    /** Bodies that others use are their tools: they are not drawn as solids. */
    private boolean isSolid(Body b) {
        return b.visible() && session.document().usersOf(b.id()).isEmpty();
    }

    /** A tool is seen as a ghost while it, or the step that uses it, is selected. */
    private boolean isGhost(Body b) {
        if (isSolid(b)) return false;
        Entry open = session.openEntry();
        return b == session.body()
                || (b.visible() && open != null && open.step().bodies().contains(b.id()));
    }

    void request() {
        int w = (int) getWidth(), h = (int) getHeight();
        if (w < 2 || h < 2) return;
        empty.setVisible(session.document().bodies().isEmpty());
        List<Shown> items = new ArrayList<>();
        for (Body b : session.document().bodies()) {
            boolean ghost = isGhost(b);
            if (!ghost && !isSolid(b)) continue;
            Mesh m = session.shownMesh(b);
            if (m == null || m.isEmpty()) continue;
            items.add(new Shown(b.id(), m, ghost));
        }
        if (!fitted && !items.isEmpty() && fittedFor != session.evaluatedDocument()) {
            fitted = true;
            fittedFor = session.evaluatedDocument();
            fitAll();
            return;
        }
        // A document whose first results are on their way is not shown as an empty one.
        if (items.isEmpty() && asked == null && session.isBusy()) return;
        Wanted now = new Wanted(items, mode, camera, w, h, 1);
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
            int[] pixels = new int[width * height];
            long began = System.nanoTime();
            synchronized (renderer) {
                renderer.render(sceneOf(w), w.camera(), width, height, w.samples(), pixels);
                drawn = w;
                drawnShrink = shrink;
            }
            if (w.samples() == 1) wholeMs = (System.nanoTime() - began) / 1e6 * (shrink == 1 ? 1 : SHRUNK_SHARE);
            Platform.runLater(() -> show(w, pixels, width, height));
            if (w.samples() == 1) rest(w);
        }
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
        return new Scene(items, w.mode(), true);
    }

    /** When nothing newer is wanted for a moment, the same picture is drawn finely. */
    private void rest(Wanted w) {
        synchronized (lock) {
            try {
                if (wanted == null) lock.wait(120);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
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
        marks(w);
        handles.show(w.camera(), w.width(), w.height());
    }

    /** A ring round each place that a remark of the selected body's steps speaks of. */
    private void places(GraphicsContext g, Wanted w) {
        Body b = session.body();
        BodyResult r = b == null ? null : session.result(b.id());
        if (r == null) return;
        for (int i = 0; i < Math.min(b.shownSteps(), r.steps().size()); i++) {
            for (Remark m : r.steps().get(i).remarks()) {
                if (m.place() == null) continue;
                Vec3 p = w.camera().project(m.place(), w.width(), w.height());
                if (p.z() <= 0) continue;
                g.setLineWidth(4);
                g.setStroke(Color.web("#FBF8F1"));
                g.strokeOval(p.x() - 11, p.y() - 11, 22, 22);
                g.setLineWidth(2);
                g.setStroke(Color.web(m.level() == Remark.Level.FAULT ? "#A63D2B" : "#8A5A00"));
                g.strokeOval(p.x() - 11, p.y() - 11, 22, 22);
                g.setFill(Color.web(m.level() == Remark.Level.FAULT ? "#A63D2B" : "#8A5A00"));
                g.setFont(Font.font("Inter SemiBold", 11));
                g.setStroke(Color.web("#FBF8F1"));
                g.setLineWidth(4);
                g.strokeText("step " + (i + 1), p.x() - 16, p.y() - 17);
                g.fillText("step " + (i + 1), p.x() - 16, p.y() - 17);
            }
        }
    }

    /** The axes and the scale, drawn over the picture. */
    private void marks(Wanted w) {
        marks.setWidth(w.width());
        marks.setHeight(w.height());
        GraphicsContext g = marks.getGraphicsContext2D();
        g.clearRect(0, 0, w.width(), w.height());
        places(g, w);
        double ox = 40, oy = w.height() - 40;
        g.setFont(Font.font("Inter", 11));
        Vec3[] axes = {new Vec3(1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1)};
        Color[] colors = {Color.web("#A63D2B"), Color.web("#3F6B4E"), Color.web("#3A5A9B")};
        for (int i = 0; i < 3; i++) {
            double x = axes[i].dot(w.camera().right()) * 26,
                    y = -axes[i].dot(w.camera().up()) * 26;
            g.setStroke(colors[i]);
            g.setLineWidth(2);
            g.strokeLine(ox, oy, ox + x, oy + y);
            g.setFill(Color.web("#22303A"));
            g.fillText("XYZ".substring(i, i + 1), ox + x * 1.28 - 4, oy + y * 1.28 + 4);
        }
        double scale = w.camera().scale(w.height());
        double length = Math.pow(10, Math.floor(Math.log10(110 / scale)));
        if (length * 5 * scale <= 110) length *= 5;
        else if (length * 2 * scale <= 110) length *= 2;
        double x0 = 96, y0 = w.height() - 26, x1 = x0 + length * scale;
        g.setStroke(Color.web("#22303A"));
        g.setLineWidth(1.2);
        g.strokePolyline(new double[] {x0, x0, x1, x1}, new double[] {y0 - 6, y0, y0, y0 - 6}, 4);
        g.setFill(Color.web("#22303A"));
        g.fillText(Numbers.show(length) + " mm", x0 + 4, y0 - 8);
    }
}
