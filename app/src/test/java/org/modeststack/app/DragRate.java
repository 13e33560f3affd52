package org.modeststack.app;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.StandingBodies;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.steps.StepException;
import org.modeststack.steps.anchor.AnchorPoint;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.place.Place;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * Measures how often a second the real window follows a number that is dragged, on a body of about 20,000 faces: a
 * robot's mouse moves on and on (with the word "placed": how deep a cutter of about 5,000 faces is sunk into what it stands on); evaluations and pictures are counted. A program, not a test: times are for reading.
 * See app/README.md for how to run it.
 */
final class DragRate {
    private static final int ROUNDS = 6;
    private static final int ROUND_MS = 4000;

    private DragRate() {}

    public static void main(String[] args) throws Exception {
        boolean placed = args.length > 0;
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
            opened.state().document().open(placed ? placedCutter(args[0].equals("placed")) : document(), "Drag rate");
            if (placed)
                selected.select(
                        opened.state().document().current().bodies().get(1).id());
            return new Robot();
        });
        while (!WindowDriver.fx(window::isSettled)) Thread.sleep(50);
        double[] at = WindowDriver.fx(() -> {
            long step = placed
                    ? selected.body().entries().getLast().id()
                    : selected.body().entries().getFirst().id();
            String number = placed ? "above" : "width";
            LiveValue value = window.instructions().row(step).sentence().liveValue(number);
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

    /** A ball of 10,000 faces, and a smoothed block of 6,144 that stands on it, sunk in, and is cut out of it. */
    static Document placedCutter(boolean follows) throws StepException {
        Document d = Edits.addBody(Document.EMPTY, "Ball", Material.DEFAULT, new UvSphere(80, 125, 80, Seat.CENTRED));
        d = Edits.addBody(d, "Cutter", Material.DEFAULT, new Box(20, 20, 20, 4, 4, 4, Seat.STANDING));
        String ball = d.bodies().get(0).id(), cutter = d.bodies().get(1).id();
        d = Edits.addStep(d, cutter, 1, new Subdivide(3));
        d = Edits.addStep(
                d,
                cutter,
                2,
                new Place(Vec3.ZERO, new Vec3(0, 0, -1), new Vec3(0, 0, 40), new Vec3(0, 0, 1), true, 10, -9.3));
        if (!follows) return Edits.combine(d, List.of(ball, cutter), t -> new BooleanStep(Operation.DIFFERENCE, t));
        AnchorPoint top = AnchorPoint.of(ball, AnchorPoint.What.TOP);
        d = AnchorEdits.set(d, cutter, d.bodyOf(cutter).entries().getLast().id(), Map.of("at", top, "normal", top));
        return StandingBodies.cutOut(d, List.of(cutter));
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
