package org.modeststack.bench.repeating;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.modeststack.bench.BenchMeshes;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;

/** What copies cost, in ms, medians of many runs: 1,000 of a body of 20,000 faces, and 1,000 of 1,000 faces made real. */
public final class RepeatingTime {
    private static final int RUNS = 21, COPIES = 1000, WIDTH = 1280, HEIGHT = 800;

    private RepeatingTime() {}

    private interface Work {
        void run() throws StepException;
    }

    public static void main(String[] args) throws StepException {
        Mesh fine = BenchMeshes.sphere(40_000), coarse = BenchMeshes.sphere(2_000);
        PartStep row = row(fine);
        Geometry[] kept = new Geometry[1];
        double shared = median(() -> kept[0] = row.apply(Geometry.of(fine), new QuietContext()));
        Memory one = new Memory(), all = new Memory();
        one.add(fine);
        all.add(kept[0]);
        System.out.printf(
                Locale.ROOT,
                "%d copies of %,d faces, shared: %.2f ms, %.2f times the memory of one%n",
                COPIES,
                fine.faceCount(),
                shared,
                (double) all.bytes() / one.bytes());
        draw(kept[0]);
        laterSteps();

        PartStep small = row(coarse);
        Mesh[] made = new Mesh[1];
        double real = median(() ->
                made[0] = small.apply(Geometry.of(coarse), new QuietContext()).mesh());
        double copy = median(() -> copyOf(made[0]));
        System.out.printf(
                Locale.ROOT,
                "%d copies of %,d faces, made real: %.1f ms; copying their arrays %.1f ms; %.2f times%n",
                COPIES,
                coarse.faceCount(),
                real,
                copy,
                real / copy);
    }

    /**
     * Steps after a row, through the evaluation as the window has it: of one copy, and of many that share its mesh; and of few whose
     * faces are all worked on.
     */
    private static void laterSteps() {
        for (Step later : List.of(NamedSteps.step("bevel", "width", 0.02), NamedSteps.step("subdivide", "levels", 1))) {
            double[][] ms = new double[3][5];
            for (int i = 0; i < ms[0].length; i++) {
                ms[0][i] = laterStep(later, 1, false);
                ms[1][i] = laterStep(later, COPIES, false);
                ms[2][i] = laterStep(later, 10, true);
            }
            for (double[] m : ms) Arrays.sort(m);
            System.out.printf(
                    Locale.ROOT,
                    "%s after a row of a box of 20,184 faces: 1 copy %.0f ms, %d that share %.0f ms, 10 made real %.0f ms%n",
                    StepDescriptor.of(later).title(),
                    ms[0][2],
                    COPIES,
                    ms[1][2],
                    ms[2][2]);
        }
    }

    private static double laterStep(Step later, int copies, boolean together) {
        Step box = NamedSteps.step("box", "segmentsX", 58, "segmentsY", 58, "segmentsZ", 58);
        Document d = Edits.addBody(Document.EMPTY, "Copies", Material.DEFAULT, box);
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, NamedSteps.step("row-array", "count", copies, "offset", new Vec3(70, 0, 0)));
        Evaluator evaluator = new Evaluator();
        evaluator.evaluate(d, id, Progress.NONE);
        d = Edits.addStep(d, id, 2, later);
        long added = d.bodyOf(id).entries().getLast().id();
        d = d.with(id, b -> b.with(added, e -> e.withTogether(together)));
        long begin = System.nanoTime();
        StepResult r = evaluator.evaluate(d, id, Progress.NONE).steps().getLast();
        double ms = (System.nanoTime() - begin) / 1e6;
        if (r.failed()) throw new IllegalStateException(r.remarks().toString());
        return ms;
    }

    private static PartStep row(Mesh m) {
        Vec3 size = m.bounds().size();
        return (PartStep) NamedSteps.step("row-array", "count", COPIES, "offset", new Vec3(1.1 * size.x(), 0.3, 0.2));
    }

    /** Copies of all arrays, as quickly as that goes. */
    private static int copyOf(Mesh m) {
        return m.xyz().clone().length
                + m.offsets().clone().length
                + m.corners().clone().length
                + m.faceMaterials().clone().length
                + m.vertexKeys().clone().length
                + m.faceKeys().clone().length;
    }

    private static void draw(Geometry g) throws StepException {
        List<Scene.Item> items = Scene.Item.of(g, false);
        Scene scene = new Scene(items, DisplayMode.SHADED_EDGES, true, Materials.NONE);
        Renderer renderer = new Renderer();
        int[] pixels = new int[WIDTH * HEIGHT];
        Camera[] camera = {Camera.DEFAULT.fit(scene.bounds(), WIDTH, HEIGHT)};
        for (double zoom : new double[] {1, 0.05}) {
            camera[0] = camera[0].zoom(zoom, WIDTH / 2.0, HEIGHT / 2.0, WIDTH, HEIGHT);
            double ms = median(() -> {
                camera[0] = camera[0].orbit(3, 0);
                renderer.recycle(renderer.render(scene, camera[0], WIDTH, HEIGHT, 1, pixels));
            });
            System.out.printf(Locale.ROOT, "a picture of them, %s: %.0f ms%n", zoom == 1 ? "all" : "from near", ms);
        }
    }

    private static double median(Work work) throws StepException {
        double[] ms = new double[RUNS];
        for (int i = 0; i < 2 * RUNS; i++) {
            long begin = System.nanoTime();
            work.run();
            if (i >= RUNS) ms[i - RUNS] = (System.nanoTime() - begin) / 1e6;
        }
        Arrays.sort(ms);
        return ms[RUNS / 2];
    }
}
