package org.modeststack.app;

import java.lang.management.ManagementFactory;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.concurrent.CountDownLatch;
import java.util.prefs.Preferences;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.modeststack.app.look.Appearance;
import org.modeststack.app.state.AppState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/**
 * What an edit, a click on a body and a message cost the interface thread with 300 bodies of 10 steps, beside layout:
 * processor time from the call until all parts of the window have been told. A program, not a test: times are for reading.
 */
final class ManyBodies {
    private static final int BODIES = 300;
    private static final int STEPS = 10;
    private static final int ROUNDS = 41;

    private ManyBodies() {}

    public static void main(String[] args) throws Exception {
        CountDownLatch started = new CountDownLatch(1);
        Platform.startup(started::countDown);
        started.await();
        Path dir = java.nio.file.Files.createTempDirectory("many-bodies");
        OpenedWindow opened = WindowDriver.fx(() -> {
            ModestApp.loadFonts();
            Preferences preferences = Preferences.userRoot().node("many-bodies");
            return OpenedWindow.open(
                    new Evaluator(),
                    dir,
                    preferences,
                    new Appearance(preferences),
                    new Dialogs(new Appearance(preferences)));
        });
        AppState state = opened.state();
        WindowDriver.fx(() -> {
            Stage stage = new Stage();
            stage.setScene(opened.window().scene(1280, 800));
            stage.show();
            state.document().open(document(), "Many bodies");
            return null;
        });
        settle(opened);
        String id = state.document().current().bodies().get(9).id();
        measure(
                opened,
                "a number changed",
                i -> state.document().edit("Change", d -> {
                    long step = d.body(id).entries().get(1).id();
                    return Edits.setValue(d, id, step, "by", new Vec3(i, 0, 0));
                }));
        measure(
                opened,
                "another body selected",
                i -> state.selected()
                        .select(state.document()
                                .current()
                                .bodies()
                                .get(i * 7 % BODIES)
                                .id()));
        measure(opened, "a message", i -> state.messages().say("Message " + i, false));
        WindowDriver.fx(() -> {
            opened.close();
            return null;
        });
        System.exit(0);
    }

    private static void settle(OpenedWindow opened) throws Exception {
        for (int quiet = 0; quiet < 5; Thread.sleep(20))
            quiet = WindowDriver.fx(() -> opened.window().isSettled()) ? quiet + 1 : 0;
    }

    /** Something that is done. */
    @FunctionalInterface
    private interface Action {
        void run(int round) throws Exception;
    }

    private static long cpu() {
        return ManagementFactory.getThreadMXBean().getCurrentThreadCpuTime();
    }

    private static void measure(OpenedWindow opened, String what, Action action) throws Exception {
        double[] ms = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            int round = i;
            long[] begun = new long[1];
            CountDownLatch told = new CountDownLatch(1);
            Platform.runLater(() -> {
                begun[0] = cpu();
                try {
                    action.run(round);
                } catch (Exception e) {
                    throw new IllegalStateException(e);
                }
                // Behind the news, which were queued by the action.
                Platform.runLater(() -> {
                    ms[round] = (cpu() - begun[0]) / 1e6;
                    told.countDown();
                });
            });
            told.await();
            settle(opened);
        }
        double[] sorted = Arrays.copyOfRange(ms, 5, ROUNDS);
        Arrays.sort(sorted);
        System.out.printf(
                Locale.ROOT,
                "%-24s median %6.2f ms   least %6.2f   most %6.2f%n",
                what,
                sorted[sorted.length / 2],
                sorted[0],
                sorted[sorted.length - 1]);
    }

    private static Document document() {
        Document d = Document.EMPTY;
        for (int i = 0; i < BODIES; i++) {
            d = Edits.addBody(d, "Body " + (i + 1), Material.DEFAULT, new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
            String id = d.bodies().getLast().id();
            for (int k = 1; k < STEPS; k++)
                d = Edits.addStep(d, id, k, new Move(k == 1 ? new Vec3(15 * (i % 20), 15 * (i / 20), 0) : Vec3.ZERO));
        }
        return d;
    }
}
