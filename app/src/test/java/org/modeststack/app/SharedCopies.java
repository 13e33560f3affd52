package org.modeststack.app;

import java.nio.file.Files;
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
import org.modeststack.render.Camera;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * A thousand copies of a body of 20,000 faces in the real window: how long from an edit to the picture that shows it, how
 * many pictures a second while the view turns, and how much memory they take beside one copy. A program, not a test.
 */
final class SharedCopies {
    private static final int ROUNDS = 15;

    private SharedCopies() {}

    private static Document document(int columns, int rows) {
        Document d = Edits.addBody(Document.EMPTY, "Ball", Material.DEFAULT, new UvSphere(10, 200, 100, Seat.STANDING));
        d = Edits.addStep(d, "b1", 1, new RowArray(columns, new Vec3(15, 0, 0), RowArray.Spacing.EACH, 0));
        return Edits.addStep(d, "b1", 2, new RowArray(rows, new Vec3(0, 15, 0), RowArray.Spacing.EACH, 0));
    }

    public static void main(String[] args) throws Exception {
        CountDownLatch started = new CountDownLatch(1);
        Platform.startup(started::countDown);
        started.await();
        Path dir = Files.createTempDirectory("shared-copies");
        Evaluator evaluator = new Evaluator();
        OpenedWindow opened = WindowDriver.fx(() -> {
            ModestApp.loadFonts();
            Preferences preferences = Preferences.userRoot().node("shared-copies");
            return OpenedWindow.open(
                    evaluator, dir, preferences, new Appearance(preferences), new Dialogs(new Appearance(preferences)));
        });
        AppState state = opened.state();
        WindowDriver.fx(() -> {
            Stage stage = new Stage();
            stage.setScene(opened.window().scene(1280, 800));
            stage.show();
            state.document().open(document(1, 1), "Copies");
            return null;
        });
        settle(opened);
        long one = used(), counted = evaluator.cachedBytes();
        long array = state.document().current().body("b1").entries().get(1).id();
        long rows = state.document().current().body("b1").entries().get(2).id();
        edit(state, array, "count", 40);
        edit(state, rows, "count", 25);
        settle(opened);
        WindowDriver.fx(() -> {
            opened.window().view().fit(false);
            return null;
        });
        settle(opened);
        System.out.printf(
                Locale.ROOT,
                "memory: %.1f MB more in the heap than with one copy; results counted %.1f MB, with one copy %.1f MB%n",
                (used() - one) / 1e6,
                evaluator.cachedBytes() / 1e6,
                counted / 1e6);
        double[] ms = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            int before = WindowDriver.fx(() -> opened.window().view().pictures());
            long start = System.nanoTime();
            edit(state, array, "offset", new Vec3(15 + 0.1 * (i + 1), 0, 0));
            while (WindowDriver.fx(() -> opened.window().view().pictures()) == before) Thread.sleep(1);
            ms[i] = (System.nanoTime() - start) / 1e6;
            settle(opened);
        }
        Arrays.sort(ms);
        System.out.printf(
                Locale.ROOT,
                "edit to picture: median %.0f ms, least %.0f, most %.0f%n",
                ms[ROUNDS / 2],
                ms[0],
                ms[ROUNDS - 1]);
        for (boolean close : new boolean[] {false, true}) {
            double[] rates = new double[5];
            for (int i = 0; i < rates.length; i++) rates[i] = turning(opened, state, close);
            Arrays.sort(rates);
            System.out.printf(
                    Locale.ROOT,
                    "turning, %s: median %.1f pictures a second, least %.1f%n",
                    close ? "close up" : "all in the picture",
                    rates[2],
                    rates[0]);
        }
        WindowDriver.fx(() -> {
            opened.close();
            return null;
        });
        System.exit(0);
    }

    /** Pictures a second while the camera is turned a little every 10 ms. */
    private static double turning(OpenedWindow opened, AppState state, boolean close) throws Exception {
        WindowDriver.fx(() -> {
            opened.window().view().fit(false);
            if (close) opened.window().view().setCamera(state.view().camera().zoom(0.15, 640, 400, 1280, 800));
            return null;
        });
        settle(opened);
        int before = WindowDriver.fx(() -> opened.window().view().pictures());
        long start = System.nanoTime();
        while (System.nanoTime() - start < 2_000_000_000L) {
            WindowDriver.fx(() -> {
                Camera c = state.view().camera();
                opened.window().view().setCamera(c.orbit(0.5, 0));
                return null;
            });
            Thread.sleep(10);
        }
        int after = WindowDriver.fx(() -> opened.window().view().pictures());
        double seconds = (System.nanoTime() - start) / 1e9;
        settle(opened);
        return (after - before) / seconds;
    }

    private static void edit(AppState state, long step, String name, Object value) throws Exception {
        WindowDriver.fx(() -> {
            state.document().edit("Change", d -> Edits.setValue(d, "b1", step, name, value));
            return null;
        });
    }

    private static long used() throws InterruptedException {
        for (int i = 0; i < 3; i++) {
            System.gc();
            Thread.sleep(100);
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }

    private static void settle(OpenedWindow opened) throws Exception {
        for (int quiet = 0; quiet < 5; Thread.sleep(20))
            quiet = WindowDriver.fx(() -> opened.window().isSettled()) ? quiet + 1 : 0;
    }
}
