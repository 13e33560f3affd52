package org.modeststack.app;

import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.CountDownLatch;
import java.util.prefs.Preferences;
import javafx.application.Platform;
import javafx.scene.input.MouseButton;
import javafx.scene.robot.Robot;
import javafx.stage.Stage;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.app.ui.LiveValue;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/**
 * Measures how often a second the real window follows a number that is dragged, on a body of about 20,000 faces: a
 * robot's mouse moves on and on, evaluations and pictures are counted. A program, not a test: times are for reading.
 * See app/README.md for how to run it.
 */
final class DragRate {
    private static final int ROUNDS = 6;
    private static final int ROUND_MS = 4000;

    private DragRate() {}

    public static void main(String[] args) throws Exception {
        CountDownLatch started = new CountDownLatch(1);
        Platform.startup(started::countDown);
        started.await();
        Path dir = java.nio.file.Files.createTempDirectory("drag-rate");
        OpenedWindow opened = WindowDriver.fx(() -> {
            ModestApp.loadFonts();
            Preferences preferences = Preferences.userRoot().node("drag-rate");
            return OpenedWindow.open(
                    new Evaluator(),
                    dir,
                    preferences,
                    new Appearance(preferences),
                    new Dialogs(new Appearance(preferences)));
        });
        MainWindow window = opened.window();
        SelectionState selected = opened.state().selected();
        ResultState results = opened.state().results();
        Robot robot = WindowDriver.fx(() -> {
            Stage stage = new Stage();
            stage.setScene(window.scene(1280, 800));
            stage.setX(0);
            stage.setY(0);
            stage.show();
            opened.state().document().open(document(), "Drag rate");
            return new Robot();
        });
        while (!WindowDriver.fx(window::isSettled)) Thread.sleep(50);
        double[] at = WindowDriver.fx(() -> {
            long source = selected.body().entries().getFirst().id();
            LiveValue value = window.instructions().row(source).sentence().liveValue("width");
            var b = value.localToScreen(value.getBoundsInLocal());
            robot.mouseMove(b.getCenterX(), b.getCenterY());
            robot.mousePress(MouseButton.PRIMARY);
            return new double[] {b.getCenterX(), b.getCenterY()};
        });
        long faces = WindowDriver.fx(() -> results.shown(selected.body()).faceCount());
        for (int round = 1; round <= ROUNDS; round++) {
            int[] before = WindowDriver.fx(
                    () -> new int[] {results.evaluations(), window.view().pictures()});
            long begun = System.nanoTime();
            for (int i = 0; System.nanoTime() - begun < ROUND_MS * 1_000_000L; i++) {
                double x = at[0] + 4 + 60 * (1 + Math.sin(i * 0.05));
                WindowDriver.fx(() -> {
                    robot.mouseMove(x, at[1]);
                    return null;
                });
                Thread.sleep(8);
            }
            double seconds = (System.nanoTime() - begun) / 1e9;
            int[] after = WindowDriver.fx(
                    () -> new int[] {results.evaluations(), window.view().pictures()});
            System.out.printf(
                    Locale.ROOT,
                    "%d: %,d faces, %.1f evaluations a second, %.1f pictures a second%n",
                    round,
                    faces,
                    (after[0] - before[0]) / seconds,
                    (after[1] - before[1]) / seconds);
        }
        WindowDriver.fx(() -> {
            robot.mouseRelease(MouseButton.PRIMARY);
            opened.close();
            return null;
        });
        System.exit(0);
    }

    /** Six smoothed blocks in a row: 20,736 faces. */
    static Document document() {
        Document d =
                Edits.addBody(Document.EMPTY, "Row", Material.DEFAULT, new Box(60, 40, 30, 6, 6, 6, Seat.STANDING));
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, new Subdivide(2));
        return Edits.addStep(d, id, 2, new RowArray(6, new Vec3(90, 0, 0), RowArray.Spacing.EACH, 0));
    }
}
