package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.prefs.Preferences;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.robot.Robot;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.Mockito;
import org.modeststack.app.file.DocumentFiles;
import org.modeststack.app.file.MeshFiles;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.state.AppState;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.PickState;
import org.modeststack.app.state.PointState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.file.DocumentFile;

/** Drives the real window on the toolkit's offscreen platform with a robot's mouse and keys; what window tests share. */
abstract class WindowDriver {
    /** What one window has worked out need not be worked out again by the next. */
    private static final Evaluator EVALUATOR = new Evaluator();

    @TempDir
    Path dir;

    Stage stage;
    AppState state;
    DocumentState document;
    SelectionState selected;
    ResultState results;
    MessageState messages;
    PickState picks;
    PointState points;
    ViewState viewState;
    DocumentFiles files;
    MeshFiles meshes;
    /** Answers nothing unless a test says what. */
    Dialogs dialogs;

    Appearance appearance;
    OpenedWindow opened;
    MainWindow window;
    Robot robot;

    @BeforeAll
    static void startToolkit() throws InterruptedException {
        CountDownLatch started = new CountDownLatch(1);
        try {
            Platform.startup(started::countDown);
            assertTrue(started.await(30, TimeUnit.SECONDS));
        } catch (IllegalStateException e) {
            // Another test has started it.
        }
        Platform.setImplicitExit(false);
    }

    @BeforeEach
    void open() throws Exception {
        Preferences preferences = Mockito.mock(Preferences.class);
        Mockito.when(preferences.get(Mockito.anyString(), Mockito.anyString())).thenReturn("");
        dialogs = Mockito.mock(Dialogs.class);
        fx(() -> {
            ModestApp.loadFonts();
            appearance = new Appearance(preferences);
            opened = OpenedWindow.open(evaluator(), dir.resolve("autosave"), preferences, appearance, dialogs);
            state = opened.state();
            document = state.document();
            selected = state.selected();
            results = state.results();
            messages = state.messages();
            picks = state.picks();
            points = state.points();
            viewState = state.view();
            files = opened.files();
            meshes = opened.meshes();
            window = opened.window();
            stage = new Stage();
            stage.setScene(window.scene(1280, 800));
            stage.setX(0);
            stage.setY(0);
            stage.show();
            robot = new Robot();
            document.open(fittings(), SkerryLight.NAME);
            return null;
        });
        settle();
    }

    @AfterEach
    void close() throws Exception {
        fx(() -> {
            stage.close();
            stage.setScene(null);
            opened.close();
            return null;
        });
    }

    /** Fittings that lie beside each other, none hiding another: what the tests of the window work on. */
    static Document fittings() throws Exception {
        try (InputStream in = WindowDriver.class.getResourceAsStream("fittings-apart.mstack")) {
            return DocumentFile.parse(in.readAllBytes(), "fittings").document();
        }
    }

    /** Tests that count what is carried out ask for one that knows nothing yet. */
    Evaluator evaluator() {
        return EVALUATOR;
    }

    static <T> T fx(Callable<T> call) throws Exception {
        FutureTask<T> task = new FutureTask<>(call);
        Platform.runLater(task);
        return task.get(60, TimeUnit.SECONDS);
    }

    /** Waits until what is seen is up to date. */
    void settle() throws Exception {
        await(() -> window.isUpToDate());
    }

    /** Waits until nothing is on its way any more, fine and small pictures included. */
    void settleWholly() throws Exception {
        await(() -> window.isSettled());
    }

    private static void await(Callable<Boolean> still) throws Exception {
        for (int quiet = 0, tries = 0; quiet < 3; tries++) {
            assertTrue(tries < 6000, "the window does not settle");
            Thread.sleep(10);
            quiet = fx(still) ? quiet + 1 : 0;
        }
    }

    /**
     * Saves in the window.
     *
     * @return whether it was saved
     */
    boolean save(Path path) throws Exception {
        AtomicReference<Boolean> saved = new AtomicReference<>();
        fx(() -> {
            files.saveTo(path, saved::set);
            return null;
        });
        settle();
        return saved.get();
    }

    void command(String name) throws Exception {
        fx(() -> {
            window.commands().named(name).run();
            return null;
        });
        settle();
    }

    Document document() throws Exception {
        return fx(document::current);
    }

    Body flange() throws Exception {
        return document().bodyNamed("Flange");
    }

    Mesh shown() throws Exception {
        return fx(() -> results.shownMesh(selected.body()));
    }

    void press(KeyCode... keys) throws Exception {
        fx(() -> {
            for (KeyCode k : keys) robot.keyPress(k);
            for (int i = keys.length - 1; i >= 0; i--) robot.keyRelease(keys[i]);
            return null;
        });
        settle();
    }

    void drag(Node node, double dx, double dy) throws Exception {
        double[] at = fx(() -> {
            Bounds b = node.localToScreen(node.getBoundsInLocal());
            return new double[] {b.getCenterX(), b.getCenterY()};
        });
        fx(() -> {
            robot.mouseMove(at[0], at[1]);
            robot.mousePress(MouseButton.PRIMARY);
            return null;
        });
        for (int i = 1; i <= 8; i++) {
            double t = i / 8.0;
            fx(() -> {
                robot.mouseMove(at[0] + t * dx, at[1] + t * dy);
                return null;
            });
        }
        fx(() -> {
            robot.mouseRelease(MouseButton.PRIMARY);
            return null;
        });
        settle();
    }

    Body body(String name) throws Exception {
        return document().bodyNamed(name);
    }

    /** Selects a body and opens the drawer of one of its steps, counted from 1; 0 for none. */
    void open(String name, int step) throws Exception {
        fx(() -> {
            Body b = document.current().bodyNamed(name);
            selected.select(b.id());
            if (step > 0) selected.selectSteps(List.of(b.entries().get(step - 1).id()));
            return null;
        });
        settle();
    }

    /** All nodes of a style class that are shown. */
    List<Node> shownNodes(String styleClass) throws Exception {
        return fx(() -> stage.getScene().getRoot().lookupAll("." + styleClass).stream()
                .filter(Node::isVisible)
                .toList());
    }

    /** Clicks what is shown in a style class with a text, and waits for what comes of it. */
    void clickText(String styleClass, String text) throws Exception {
        for (Node n : shownNodes(styleClass)) {
            if (!(n instanceof Labeled l) || !l.getText().equals(text)) continue;
            mouse(l, 4, 4, MouseButton.PRIMARY, 0, 0);
            settle();
            return;
        }
        throw new AssertionError("nothing says " + text);
    }

    /** Whether a node is seen: it and all it is in. */
    static boolean isSeen(Node n) {
        for (Node p = n; p != null; p = p.getParent()) if (!p.isVisible()) return false;
        return true;
    }

    /** Opens all that is folded in the drawer. */
    void unfoldDrawer() throws Exception {
        for (Node head : shownNodes("section-head"))
            if (isSeen(head) && ((Label) head).getText().startsWith("▸")) mouse(head, 4, 4, MouseButton.PRIMARY, 0, 0);
    }

    /** A mouse event at a place of a node with keys held, which the offscreen platform's robot does not pass on. */
    static MouseEvent mouse(
            EventType<MouseEvent> type, Node node, double x, double y, MouseButton button, KeyCode... held) {
        Point2D screen = node.localToScreen(x, y), scene = node.localToScene(x, y);
        List<KeyCode> keys = List.of(held);
        boolean moved = type == MouseEvent.MOUSE_MOVED;
        return new MouseEvent(
                null,
                node,
                type,
                scene.getX(),
                scene.getY(),
                screen.getX(),
                screen.getY(),
                button,
                moved ? 0 : 1,
                keys.contains(KeyCode.SHIFT),
                keys.contains(KeyCode.CONTROL),
                keys.contains(KeyCode.ALT),
                false,
                !moved && button == MouseButton.PRIMARY,
                !moved && button == MouseButton.MIDDLE,
                !moved && button == MouseButton.SECONDARY,
                true,
                false,
                true,
                null);
    }

    /** Presses, and after the ways to go, releases a mouse button with keys held. */
    void mouse(Node node, double x, double y, MouseButton button, double dx, double dy, KeyCode... held)
            throws Exception {
        fx(() -> {
            Event.fireEvent(node, mouse(MouseEvent.MOUSE_PRESSED, node, x, y, button, held));
            for (int i = 1; i <= 4 && (dx != 0 || dy != 0); i++) {
                double t = i / 4.0;
                Event.fireEvent(node, mouse(MouseEvent.MOUSE_DRAGGED, node, x + t * dx, y + t * dy, button, held));
            }
            Event.fireEvent(node, mouse(MouseEvent.MOUSE_RELEASED, node, x + dx, y + dy, button, held));
            if (dx == 0 && dy == 0) Event.fireEvent(node, mouse(MouseEvent.MOUSE_CLICKED, node, x, y, button, held));
            return null;
        });
        settle();
    }
}
