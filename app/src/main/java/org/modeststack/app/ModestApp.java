package org.modeststack.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.prefs.Preferences;
import javafx.animation.AnimationTimer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import javafx.util.Duration;
import org.modeststack.app.file.DocumentFiles;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.state.AppState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.state.ViewState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.render.Still;
import org.modeststack.stack.Body;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/** The application: one window on one document. */
public final class ModestApp extends Application {
    /** How long a settled window must stay so before it is drawn: layout may still be moving. */
    private static final int SETTLED_FRAMES = 12;

    private static final long SHOT_LIMIT_NANOS = 120_000_000_000L;
    private static final double AUTOSAVE_SECONDS = 20;

    static StartOptions start = StartOptions.parse();
    static int exitCode;
    static Evaluator evaluator = new Evaluator();

    private AppState state;
    private DocumentFiles files;
    private OpenedWindow opened;
    private MainWindow window;
    private Mishaps mishaps;

    @Override
    public void start(Stage stage) {
        loadFonts();
        Preferences preferences = Preferences.userNodeForPackage(ModestApp.class);
        Appearance appearance = new Appearance(preferences);
        if (start.theme() != null || start.text() != null) {
            appearance.show(
                    start.theme() != null ? start.theme() : appearance.theme(),
                    start.text() != null ? start.text() : appearance.textSize());
        }
        Dialogs dialogs = new Dialogs(appearance);
        dialogs.setOwner(stage);
        opened = OpenedWindow.open(evaluator, dataFolder().resolve("autosave"), preferences, appearance, dialogs);
        state = opened.state();
        files = opened.files();
        window = opened.window();
        mishaps = new Mishaps(dataFolder());
        mishaps.watch(text -> Platform.runLater(() -> state.messages().say(text, true)));
        Scene scene = window.scene(start.width(), start.height());
        stage.setTitle("Modest Stack");
        stage.setScene(scene);
        stage.setOnCloseRequest(e -> {
            if (files.mayLeave()) return;
            e.consume();
            files.quit();
        });
        if (start.demo()) state.document().open(SkerryLight.document(), SkerryLight.NAME);
        else if (start.file() != null) files.load(start.file());
        stage.show();
        window.view().requestFocus();
        reportStart();
        if (start.shot() != null) {
            if (start.mesh() != null) opened.meshes().importFrom(start.mesh(), LengthUnit.MM);
            takeShotWhenSettled(scene);
        } else {
            Timeline timer = new Timeline(new KeyFrame(Duration.seconds(AUTOSAVE_SECONDS), _ -> files.keepSafe()));
            timer.setCycleCount(Timeline.INDEFINITE);
            timer.play();
            // After what was asked for has been opened.
            Platform.runLater(() -> files.recover(this::importGiven));
        }
    }

    /** A mesh that the program was started with; one question at a time, so that of unsaved work comes before. */
    private void importGiven() {
        if (start.mesh() != null) opened.meshes().importAsked(start.mesh());
    }

    /** With {@code -Dmodest.timing=true}: how long it took from the call of the launcher to the first picture. */
    private void reportStart() {
        if (!Boolean.getBoolean("modest.timing")) return;
        // The clock of the launcher; the system's own record of the process's start can be off by half a second.
        long begun = Long.getLong("modest.begun", System.currentTimeMillis());
        System.err.println("window after " + (System.currentTimeMillis() - begun) + " ms");
        new AnimationTimer() {
            @Override
            public void handle(long now) {
                if (window.view().shownBodies().isEmpty()) return;
                System.err.println("first picture of the bodies after " + (System.currentTimeMillis() - begun) + " ms");
                stop();
            }
        }.start();
    }

    static void loadFonts() {
        for (String f : List.of(
                "inter-latin-400-normal",
                "inter-latin-500-normal",
                "inter-latin-600-normal",
                "source-serif-4-latin-400-normal",
                "source-serif-4-latin-400-italic",
                "source-serif-4-latin-600-normal",
                "source-serif-4-latin-700-normal")) {
            Font.loadFont(ModestApp.class.getResourceAsStream("fonts/" + f + ".woff"), 14);
        }
    }

    /** Where this user's programs keep their data (XDG Base Directory Specification). */
    private static Path dataFolder() {
        String xdg = System.getenv("XDG_DATA_HOME");
        Path base = xdg != null && !xdg.isBlank()
                ? Path.of(xdg)
                : Path.of(System.getProperty("user.home"), ".local", "share");
        return base.resolve("modest-stack");
    }

    private void prepareShot() {
        SelectionState selected = state.selected();
        if (start.body() != null) {
            Body b = state.document().current().bodyNamed(start.body());
            if (b == null) {
                System.err.println("modest: there is no body \"" + start.body() + "\"");
                exitCode = 1;
                Platform.exit();
                return;
            }
            selected.select(b.id());
        }
        Body b = selected.body();
        if (start.step() > 0 && b != null && start.step() <= b.entries().size()) {
            selected.selectSteps(List.of(b.entries().get(start.step() - 1).id()));
        }
        if (start.pick() != null) {
            try {
                Pick pick = PickText.parse(start.pick());
                state.picks().setKind(pick.kind());
                state.picks().set(pick);
            } catch (IllegalArgumentException e) {
                System.err.println("modest: --pick cannot be understood: " + e.getMessage());
                exitCode = 2;
                Platform.exit();
                return;
            }
        }
        if (start.shows("ledger")) window.toggleLedger();
        if (start.shows("search")) window.search();
        if (start.shows("points") && selected.openEntry() != null)
            state.points().takeAll(selected.openEntry());
        if (start.shows("smoothed") && selected.body() != null) state.view().toggleSmooth(selected.body());
        if (start.shows("faint")) state.view().setOthers(ViewState.Others.FAINT);
        if (start.shows("near")) window.view().beginNear();
        if (start.shows("hold")) state.view().setHolding(true);
        if (start.mode() != null) state.view().setMode(start.mode());
    }

    /** First the document is opened, then what is asked for in it, and then everything has to come to rest. */
    private void takeShotWhenSettled(Scene scene) {
        long began = System.nanoTime();
        new AnimationTimer() {
            private boolean prepared;
            private int quiet;

            @Override
            public void handle(long now) {
                boolean late = now - began > SHOT_LIMIT_NANOS;
                if (!prepared && !state.jobs().isBusy()) {
                    prepared = true;
                    prepareShot();
                }
                quiet = prepared && window.isSettled() && window.view().pictures() > 0 ? quiet + 1 : 0;
                if (quiet < SETTLED_FRAMES && !late) return;
                stop();
                // As if the pointer were in the middle of the view.
                if (state.points().isOn()) window.view().markMiddle();
                shoot(scene);
                Platform.exit();
            }
        }.start();
    }

    private static void shoot(Scene scene) {
        WritableImage image = scene.snapshot(null);
        int w = (int) image.getWidth(), h = (int) image.getHeight();
        int[] pixels = new int[w * h];
        image.getPixelReader().getPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), pixels, 0, w);
        try {
            new Still(w, h, pixels).writePng(start.shot());
        } catch (IOException e) {
            System.err.println(
                    "modest: the picture could not be written to " + start.shot() + ": " + AtomicFile.reason(e));
            exitCode = 1;
        }
    }

    @Override
    public void stop() {
        if (opened != null) opened.close();
        if (mishaps != null) mishaps.close();
    }
}
