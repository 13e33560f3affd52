package org.modeststack.app;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.prefs.Preferences;
import javafx.animation.AnimationTimer;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import javafx.util.Duration;
import javax.imageio.ImageIO;
import org.modeststack.render.DisplayMode;
import org.modeststack.stack.Body;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.file.Autosave;
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

    private Session session;
    private Files files;
    private MainWindow window;

    @Override
    public void start(Stage stage) {
        loadFonts();
        session = new Session(evaluator);
        files = new Files(
                session,
                new Autosave(dataFolder().resolve("autosave")),
                Preferences.userNodeForPackage(ModestApp.class));
        window = new MainWindow(session, files);
        Scene scene = window.scene(start.width(), start.height());
        stage.setTitle("Modest Stack");
        stage.setScene(scene);
        files.setOwner(stage);
        stage.setOnCloseRequest(e -> {
            if (!files.mayLeave()) e.consume();
        });
        if (start.demo()) session.open(SkerryLight.document(), SkerryLight.NAME);
        else if (start.file() != null) files.load(start.file());
        stage.show();
        window.view().requestFocus();
        reportStart();
        if (start.shot() != null) {
            prepareShot();
            takeShotWhenSettled(scene);
        } else {
            Timeline timer = new Timeline(new KeyFrame(Duration.seconds(AUTOSAVE_SECONDS), _ -> files.putBy()));
            timer.setCycleCount(Timeline.INDEFINITE);
            timer.play();
            if (!start.demo() && start.file() == null) Platform.runLater(files::recover);
        }
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
        if (start.body() != null) {
            Body b = session.document().bodyNamed(start.body());
            if (b == null) {
                System.err.println("modest: there is no body \"" + start.body() + "\"");
                exitCode = 1;
                Platform.exit();
                return;
            }
            session.select(b.id());
        }
        Body b = session.body();
        if (start.step() > 0 && b != null && start.step() <= b.entries().size()) {
            session.selectSteps(List.of(b.entries().get(start.step() - 1).id()));
        }
        if (start.pick() != null) {
            try {
                Pick pick = PickText.parse(start.pick());
                session.picking().setKind(pick.kind());
                session.picking().set(pick);
            } catch (IllegalArgumentException e) {
                System.err.println("modest: --pick cannot be understood: " + e.getMessage());
                exitCode = 2;
                Platform.exit();
                return;
            }
        }
        if (start.show().contains("ledger")) window.toggleLedger();
        if (start.show().contains("search")) window.search();
        if (start.show().contains("points") && session.openEntry() != null)
            session.points().takeAll(session.openEntry());
        for (DisplayMode mode : DisplayMode.values()) {
            if (start.show().contains(mode.name().toLowerCase(Locale.ROOT).replace('_', '-')))
                window.view().setMode(mode);
        }
    }

    private void takeShotWhenSettled(Scene scene) {
        long began = System.nanoTime();
        new AnimationTimer() {
            private int quiet;

            @Override
            public void handle(long now) {
                quiet = window.isSettled() && window.view().pictures() > 0 ? quiet + 1 : 0;
                boolean late = now - began > SHOT_LIMIT_NANOS;
                if (quiet < SETTLED_FRAMES && !late) return;
                stop();
                ViewPane view = window.view();
                // As if the pointer were in the middle of the view.
                if (session.points().isOn()) view.markSnap(view.snap(view.getWidth() / 2, view.getHeight() / 2));
                shoot(scene);
                Platform.exit();
            }
        }.start();
    }

    private static void shoot(Scene scene) {
        WritableImage image = scene.snapshot(null);
        int w = (int) image.getWidth(), h = (int) image.getHeight();
        BufferedImage out = new BufferedImage(w, h, BufferedImage.TYPE_INT_RGB);
        PixelReader in = image.getPixelReader();
        for (int y = 0; y < h; y++) for (int x = 0; x < w; x++) out.setRGB(x, y, in.getArgb(x, y));
        try {
            ImageIO.write(out, "png", start.shot().toFile());
        } catch (IOException e) {
            System.err.println("modest: the picture could not be written to " + start.shot() + ": " + e.getMessage());
            exitCode = 1;
        }
    }

    @Override
    public void stop() {
        if (window != null) window.close();
    }
}
