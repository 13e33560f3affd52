package org.modeststack.app.view;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import org.modeststack.app.look.Theme;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.OpenStepState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.Signal;
import org.modeststack.app.state.ToolAsking;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.view.handle.HandleLayer;
import org.modeststack.app.view.pick.PickBar;
import org.modeststack.app.view.pick.QuickBar;
import org.modeststack.app.view.pick.ViewPicker;
import org.modeststack.app.view.picture.Picture;
import org.modeststack.app.view.picture.PictureRequest;
import org.modeststack.app.view.picture.PictureRequest.Picked;
import org.modeststack.app.view.picture.PictureRequest.ShownBody;
import org.modeststack.app.view.picture.PictureThread;
import org.modeststack.app.view.point.PointLayer;
import org.modeststack.app.view.point.Snap;
import org.modeststack.app.view.point.SnapFinder;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.search.Ray;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.Scene.Item.Look;
import org.modeststack.stack.Body;

/** The picture of the bodies and what lies over it: handles, marks, what is picked; and the mouse that turns it. */
public final class ViewPane extends Pane {
    /** Meshes with more faces than this have their search trees made beforehand. */
    private static final int LARGE = 50_000;

    /** A body that is smaller than this in the picture, in pixels, cannot be worked on; and how much is seen round it then. */
    private static final double TINY = 60, AROUND = 0.35;

    /** All bodies come into the picture with one that they are not so much larger than together. */
    private static final double FEW = 5;

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final PickState picks;
    private final PointState points;
    private final ToolAsking asking;
    private final ViewState viewState;
    private final ImageView image = new ImageView();
    private final MarkLayer marks;
    private final GhostLayer ghosts;
    private final ViewSwitches switches;
    private final ChosenLayer chosenMarks;
    private final ChosenBar chosenBar;
    private final CameraMoves moves;
    private final HandleLayer handles;
    private final ViewPicker picker;
    private final PickBar pickBar;
    private final QuickBar quickBar;
    private final PointLayer pointLayer;
    private final SnapFinder snaps;
    /** What is shown where there is no body; nothing before it is given. */
    private final StackPane empty = new StackPane();

    private final StackPane firstSteps = new StackPane();
    private final PictureThread pictureThread;
    /** Opens with the first picture. */
    private final CountDownLatch begun;

    private final Set<Mesh> raysFor = Collections.newSetFromMap(new WeakHashMap<>());
    /** The tag that was asked for last, found on its mesh. */
    private Picked shownTag;

    private Mesh shownTagOn;
    /** Of the right mouse button; null while there is none. */
    private ContextMenu menu;

    /** What the body would be that a place is asked for, were the one under the pointer taken; null for none. */
    private Geometry wouldBe;

    private boolean fitted;
    private boolean near;
    /** The body that was worked on at the last refresh, and the one that was clicked in the view last. */
    private String lastBody;

    private String clickedBody;
    private boolean ownCamera;
    /** What was wanted last, drawn or not. */
    private PictureRequest asked;
    /** The newest picture, or null. */
    private Picture shown;

    private int pictures;
    private double pressX;
    private double pressY;
    private boolean moved;

    /** @param begun is counted down when there is a picture */
    public ViewPane(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            OpenStepState openStep,
            PickState picks,
            PointState points,
            ToolAsking asking,
            ViewState viewState,
            CountDownLatch begun) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.picks = picks;
        this.points = points;
        this.asking = asking;
        this.viewState = viewState;
        this.begun = begun;
        getStyleClass().add("view");
        setMinSize(120, 120);
        setFocusTraversable(true);
        setAccessibleText("View of the bodies");
        switches = new ViewSwitches(viewState, selected);
        chosenMarks = new ChosenLayer(selected, results);
        chosenBar = new ChosenBar(selected);
        moves = new CameraMoves(viewState);
        empty.setPickOnBounds(false);
        firstSteps.setPickOnBounds(false);
        marks = new MarkLayer(selected, results);
        ghosts = new GhostLayer(selected, openStep);
        snaps = new SnapFinder(document, results, viewState, this);
        pointLayer = new PointLayer(
                () -> {
                    if (points.isOn()) points.cancel();
                    else asking.decline();
                    refresh();
                },
                viewState,
                this);
        handles = new HandleLayer(document, selected, results, openStep, picks, viewState, snaps, pointLayer);
        picker = new ViewPicker(selected, picks, viewState, () -> shown, this);
        pickBar = new PickBar(document, selected, picks, openStep, messages);
        quickBar = new QuickBar(picks);
        // A press that a control in the bar has taken must not end as a click on the picture behind it.
        pickBar.addEventHandler(MouseEvent.ANY, MouseEvent::consume);
        getChildren()
                .addAll(
                        image,
                        ghosts,
                        marks,
                        chosenMarks,
                        picker.layer(),
                        handles,
                        pointLayer,
                        empty,
                        firstSteps,
                        chosenBar,
                        pickBar,
                        quickBar);
        getChildren().addAll(switches.nodes());
        pictureThread = new PictureThread(this::show, e -> messages.say("The picture could not be drawn: " + e, true));
        widthProperty().addListener((_, _, _) -> resized());
        heightProperty().addListener((_, _, _) -> resized());
        Runnable refresh = this::refresh;
        for (Signal s : List.of(
                document.changed(),
                selected.changed(),
                results.changed(),
                picks.changed(),
                points.changed(),
                viewState.changed(),
                openStep.changed())) s.listen(refresh);
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::dragged);
        addEventHandler(MouseEvent.MOUSE_RELEASED, this::released);
        addEventHandler(ScrollEvent.SCROLL, this::scrolled);
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        addEventHandler(MouseEvent.MOUSE_MOVED, this::hovered);
        addEventHandler(MouseEvent.MOUSE_EXITED, _ -> {
            picker.clear();
            pointLayer.mark(null);
        });
    }

    @Override
    protected void layoutChildren() {
        double free = switches.layout(getWidth());
        marks.resizeRelocate(0, 0, getWidth(), getHeight());
        chosenMarks.resizeRelocate(0, 0, getWidth(), getHeight());
        pickBar.fit(getWidth() - 24);
        boolean beside = pickBar.getWidth() + 36 <= free;
        boolean below = pickBar.getWidth() + 36 <= switches.secondLine();
        pickBar.relocate(12, beside ? 12 : below ? switches.secondTop() : switches.bottom());
        quickBar.autosize();
        quickBar.relocate(12, pickBar.getLayoutY() + pickBar.getHeight() + 8);
        chosenBar.fit(getWidth() - 16);
        chosenBar.relocate(
                Math.max(8, (getWidth() - chosenBar.getWidth()) / 2), getHeight() - chosenBar.getHeight() - 70);
        askForPoint();
        picker.layer().resizeRelocate(0, 0, getWidth(), getHeight());
        handles.resizeRelocate(0, 0, getWidth(), getHeight());
        pointLayer.resizeRelocate(0, 0, getWidth(), getHeight());
        empty.autosize();
        empty.relocate(
                (getWidth() - empty.getWidth()) / 2,
                Math.max(switches.bottom() + 10, (getHeight() - empty.getHeight()) / 2));
        firstSteps.autosize();
        firstSteps.relocate(getWidth() - firstSteps.getWidth() - 12, switches.bottom());
    }

    // ---- camera

    /** Looks from somewhere else, and stays with that when the window changes its size. */
    public void setCamera(Camera c) {
        moves.end();
        ownCamera = true;
        viewState.setCamera(c);
        request();
    }

    /** Goes smoothly to another place; {@link #back} goes to where one was. */
    public void goTo(Camera c) {
        ownCamera = true;
        moves.go(c);
    }

    /** Goes back to the view before. */
    public void back() {
        ownCamera = true;
        moves.back();
    }

    public boolean canGoBack() {
        return moves.canGoBack();
    }

    /** What can be done with several chosen bodies. */
    public void setChosenActions(List<ChosenBar.Action> actions) {
        chosenBar.setActions(actions);
    }

    /** What stands in an empty view, and what leads through the first steps. */
    public void setStart(Node emptyPage, Node first) {
        empty.getChildren().setAll(emptyPage);
        firstSteps.getChildren().setAll(first);
    }

    /** What is offered for what is picked, and what is in the menu of the right mouse button. */
    public void setOffers(Supplier<List<QuickBar.Offer>> offers, ContextMenu atPointer) {
        quickBar.setOffers(offers);
        menu = atPointer;
    }

    /** A body that was chosen elsewhere comes into the picture, if it is out of sight or tiny. */
    private void bringIn() {
        Body now = selected.body();
        String id = now == null ? null : now.id();
        if (Objects.equals(id, lastBody)) return;
        Geometry g = now == null ? null : results.shown(now);
        // A new body is brought in as soon as it is there.
        if (now != null && g == null) return;
        boolean first = lastBody == null;
        lastBody = id;
        if (g == null || g.isEmpty() || first || id.equals(clickedBody) || !fitted) return;
        int w = (int) getWidth(), h = (int) getHeight();
        Camera c = moves.goal();
        double[] box = ChosenLayer.onScreen(g.bounds(), c, w, h);
        boolean inside = box != null && box[0] >= 0 && box[1] >= 0 && box[2] <= w && box[3] <= h;
        boolean tiny = box != null && Math.max(box[2] - box[0], box[3] - box[1]) < TINY;
        if (inside && !tiny) return;
        Bounds b = g.bounds(), all = b;
        for (Body o : document.current().bodies()) {
            Geometry other = viewState.isSolid(o) ? results.shown(o) : null;
            if (other != null && !other.isEmpty()) all = all.union(other.bounds());
        }
        // All there is where that is not much more, else with a little of what is round it: so one sees where it is.
        boolean few = all.diagonal() < FEW * b.diagonal();
        goTo(c.fit(few ? all : b.grown(AROUND * b.diagonal()), w, h));
    }

    /** Until the user looks from somewhere else, everything stays in the picture. */
    private void resized() {
        if (!ownCamera && fitted) fitAll();
        request();
    }

    /** The first picture of the document shows the chosen body instead of all. */
    public void beginNear() {
        near = true;
        fitted = false;
        request();
    }

    private void fitAll() {
        Camera c = fitting(near);
        if (c == null) return;
        setCamera(c);
        ownCamera = false;
    }

    /** Shows all bodies, or the chosen ones. */
    public void fit(boolean onlyChosen) {
        Camera c = fitting(onlyChosen);
        if (c != null) goTo(c);
    }

    private Camera fitting(boolean onlyChosen) {
        Bounds b = Bounds.EMPTY;
        for (Body body : document.current().bodies()) {
            if (onlyChosen ? !selected.isChosen(body.id()) : !viewState.isSolid(body)) continue;
            Geometry g = results.shown(body);
            if (g != null && !g.isEmpty()) b = b.union(g.bounds());
        }
        if (b.isEmpty()) return null;
        return viewState.camera().fit(b, Math.max(1, (int) getWidth()), Math.max(1, (int) getHeight()));
    }

    /** The next picture shows everything again: another document was opened. */
    public void refit() {
        fitted = false;
        ownCamera = false;
        lastBody = null;
        moves.forget();
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
        Camera c = viewState.camera();
        setCamera(pan ? c.pan(dx, dy, (int) getHeight()) : c.orbit(-dx * 0.4, dy * 0.4));
    }

    /** Arrow keys move the chosen bodies. */
    private void key(KeyEvent e) {
        if (e.isAltDown() || e.isControlDown()) return;
        double x = e.getCode() == KeyCode.RIGHT ? 1 : e.getCode() == KeyCode.LEFT ? -1 : 0;
        double y = e.getCode() == KeyCode.DOWN ? 1 : e.getCode() == KeyCode.UP ? -1 : 0;
        if ((x != 0 || y != 0) && handles.nudge(x, y, e.isShiftDown())) e.consume();
    }

    private void hovered(MouseEvent e) {
        if (points.isOn()) offerPlace(e.getX(), e.getY(), e.isShiftDown());
        else picker.hover(e);
    }

    private void scrolled(ScrollEvent e) {
        if (e.getDeltaY() == 0) return;
        double factor = Math.pow(0.9, Math.clamp(e.getDeltaY() / 40, -3.0, 3.0));
        setCamera(viewState.camera().zoom(factor, e.getX(), e.getY(), (int) getWidth(), (int) getHeight()));
    }

    // ---- points and clicks

    /** Has the search trees of large meshes ready before the pointer asks for them. */
    private void prepareRays() {
        for (Body b : document.current().bodies()) {
            Mesh m = results.shownMesh(b);
            if (m != null && m.faceCount() > LARGE && raysFor.add(m))
                Thread.ofPlatform().daemon().name("rays").start(() -> Ray.prepare(m));
        }
    }

    private void askForPoint() {
        if (points.isOn() || viewState.mode() == DisplayMode.SEE_THROUGH && picks.isOn()) prepareRays();
        pointLayer.ask(points.isOn() ? points.prompt() : asking.isOn() ? asking.prompt() : null);
        if (!points.isOn()) {
            pointLayer.mark(null);
            wouldBe = null;
        }
        // While a place is asked for, a click is meant for what is below the handles.
        handles.setMouseTransparent(points.isOn() && !points.isTurning());
    }

    /** Marks the place in the middle that a point would be taken from, as if the pointer were there. */
    public void markMiddle() {
        offerPlace(getWidth() / 2, getHeight() / 2, false);
    }

    private Snap place(double x, double y, boolean ofLoop) {
        Snap s = snaps.at(x, y, points.lookedThrough(), null);
        return ofLoop ? snaps.middleOfLoop(s) : s;
    }

    /** Shows the place that a click would take, and where the body would be then. */
    private void offerPlace(double x, double y, boolean ofLoop) {
        Snap s = place(x, y, ofLoop);
        pointLayer.mark(s);
        wouldBe = s == null ? null : points.placedAt(s.at(), s.normal());
        request();
    }

    public SnapFinder snaps() {
        return snaps;
    }

    /** The menu is about what is under the pointer: another body is chosen first. */
    private void showMenu(MouseEvent e) {
        if (menu == null) return;
        String hit = shown == null ? null : shown.bodyAt(e.getX(), e.getY());
        clickedBody = hit;
        if (hit != null && !selected.isChosen(hit) && !picks.isOn()) selected.select(hit);
        menu.show(this, e.getScreenX(), e.getScreenY());
    }

    /** A click selects the body under the pointer. */
    private void released(MouseEvent e) {
        if (picker.released(e)) return;
        if (!moved && e.getButton() == MouseButton.SECONDARY) showMenu(e);
        if (moved || e.getButton() != MouseButton.PRIMARY) return;
        if (points.isOn()) {
            Snap s = place(e.getX(), e.getY(), e.isShiftDown());
            wouldBe = null;
            if (s != null) points.accept(s.body(), s.at(), s.normal(), s.of());
            return;
        }
        String hit = shown == null ? null : shown.bodyAt(e.getX(), e.getY());
        if (hit != null && asking.isOn() && asking.accept(hit)) return;
        if (picks.isOn() && picker.click(e)) return;
        clickedBody = hit;
        if (hit == null) return;
        if (e.isShortcutDown() || e.isShiftDown()) selected.toggle(hit);
        else selected.select(hit);
    }

    // ---- pictures

    /** The tag that is to be seen on a mesh, or null. */
    private Picked tagged(int item, Mesh m) {
        Tag t = m.tag(viewState.shownTag());
        if (t == null) return null;
        if (shownTag == null || shownTag.weights() != t || shownTagOn != m || shownTag.item() != item)
            shownTag = new Picked(item, Selection.of(m, t), t);
        shownTagOn = m;
        return shownTag;
    }

    private void refresh() {
        switches.show();
        chosenBar.show();
        quickBar.refresh();
        askForPoint();
        bringIn();
        request();
    }

    private void request() {
        int w = (int) getWidth(), h = (int) getHeight();
        if (w < 2 || h < 2) return;
        empty.setVisible(document.current().bodies().isEmpty());
        List<ShownBody> bodies = new ArrayList<>();
        Picked marked = null;
        boolean all = true;
        for (Body b : document.current().bodies()) {
            boolean ghost = viewState.isGhost(b);
            if (!ghost && !viewState.isSolid(b)) continue;
            boolean other = !ghost && viewState.others() != ViewState.Others.SHOWN && viewState.isOther(b);
            if (other && viewState.others() == ViewState.Others.HIDDEN) continue;
            boolean picked = picks.isOn() && b == selected.body();
            Geometry g = results.shown(b);
            Mesh on = picked ? picks.mesh() : null;
            all &= g != null;
            if (g == null || (on == null ? g.isEmpty() : on.isEmpty())) continue;
            if (on != null) marked = new Picked(bodies.size(), picks.selection(), null);
            else if (b == selected.body() && g.hasTag(viewState.shownTag())) {
                on = results.shownMesh(b);
                if (on != null) marked = tagged(bodies.size(), on);
            }
            boolean leaves = wouldBe != null && b == selected.body();
            Look look = ghost && on == null ? Look.GHOST : other || leaves ? Look.FAINT : Look.SOLID;
            boolean smooth = viewState.isSmooth(b) && look == Look.SOLID;
            bodies.add(
                    on == null ? ShownBody.of(b.id(), g, look, smooth) : new ShownBody(b.id(), on, null, look, smooth));
        }
        if (wouldBe != null && selected.body() != null)
            bodies.add(ShownBody.of(selected.body().id(), wouldBe, Look.GHOST, false));
        // The first results of a document come one by one; it is shown, and fitted, when all that is seen is there.
        if (!fitted && !all) return;
        if (!fitted && !bodies.isEmpty()) {
            fitted = true;
            fitAll();
            return;
        }
        PictureRequest now = new PictureRequest(
                bodies,
                marked,
                document.current().materials(),
                viewState.palette(),
                viewState.mode(),
                viewState.camera(),
                w,
                h,
                1);
        if (now.looksLike(asked)) {
            decorate(now);
            return;
        }
        asked = now;
        pictureThread.request(now);
    }

    public boolean isBusy() {
        return moves.isMoving() || pictureThread.isBusy();
    }

    /** Whether the picture is not of what should be seen now. */
    public boolean isBehind() {
        return moves.isMoving() || pictureThread.isBehind();
    }

    /** The newest picture, or null. */
    public Picture picture() {
        return shown;
    }

    /** The bodies in the newest picture, ghosts included. */
    public List<String> shownBodies() {
        return shown == null
                ? List.of()
                : shown.request().bodies().stream().map(ShownBody::body).toList();
    }

    /** The colours of the picture and of what is drawn over it. */
    public void setTheme(Theme theme) {
        marks.setTheme(theme);
        ghosts.setTheme(theme);
        viewState.setPalette(theme.palette());
    }

    /** How many pictures have been shown. */
    public int pictures() {
        return pictures;
    }

    private void show(Picture p) {
        Picture before = shown;
        shown = p;
        if (before != null) pictureThread.recycle(before);
        int w = p.width(), h = p.height();
        WritableImage target =
                image.getImage() instanceof WritableImage old && old.getWidth() == w && old.getHeight() == h
                        ? old
                        : new WritableImage(w, h);
        target.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), p.pixels(), 0, w);
        image.setImage(target);
        image.setFitWidth(p.request().width());
        image.setFitHeight(p.request().height());
        pictures++;
        begun.countDown();
        decorate(p.request());
    }

    /** What lies over the picture. */
    private void decorate(PictureRequest r) {
        ghosts.show(r.camera(), r.width(), r.height());
        marks.show(r.camera(), r.width(), r.height());
        chosenMarks.show(r.camera(), r.width(), r.height());
        picker.follow();
        handles.show(r.camera(), r.width(), r.height());
    }

    /** Ends the thread that draws; the window is gone. */
    public void close() {
        pictureThread.close();
    }
}
