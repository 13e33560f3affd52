package org.modeststack.bench.evaluation;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.History;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.EvaluationRequest;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Imported;
import org.modeststack.steps.source.Seat;

/**
 * What the foundations cost: evaluation of many bodies, saving large meshes, memory over many changes. Prints medians of
 * several runs; the name of a part runs that alone ({@code bodies}, {@code saving}, {@code memory}, {@code demo}).
 */
public final class Foundations {
    private static final int RUNS = 9;

    private Foundations() {}

    /** Something that is timed. */
    @FunctionalInterface
    private interface Timed {
        void run(int round) throws Exception;
    }

    public static void main(String[] args) throws Exception {
        String only = args.length > 0 ? args[0] : "";
        if (only.isEmpty() || only.equals("demo")) demo();
        if (only.isEmpty() || only.equals("bodies")) bodies();
        if (only.isEmpty() || only.equals("saving")) saving();
        if (only.isEmpty() || only.equals("memory")) memory();
    }

    private static void median(String what, Timed work) throws Exception {
        double[] ms = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            long begun = System.nanoTime();
            work.run(i);
            ms[i] = (System.nanoTime() - begun) / 1e6;
        }
        double first = ms[0];
        Arrays.sort(ms);
        System.out.printf(
                Locale.ROOT,
                "%-58s median %9.2f ms   first %9.2f   least %9.2f   most %9.2f%n",
                what,
                ms[RUNS / 2],
                first,
                ms[0],
                ms[RUNS - 1]);
    }

    private static void demo() throws Exception {
        Document d = SkerryLight.document();
        median("the demo, nothing known", _ -> new Evaluator().evaluate(d, Progress.NONE));
        Evaluator warm = new Evaluator();
        var kept = warm.evaluate(d, Progress.NONE);
        median("the demo again", _ -> warm.evaluate(d, Progress.NONE));
        if (kept.isEmpty()) throw new IllegalStateException();
    }

    private static Document many(int bodies, int steps) {
        Document d = Document.EMPTY;
        for (int i = 0; i < bodies; i++) {
            d = Edits.addBody(d, "Body " + i, Material.DEFAULT, new Box(10, 10, 10, 2, 2, 2, Seat.STANDING));
            String id = d.bodies().getLast().id();
            for (int k = 1; k < steps; k++)
                d = Edits.addStep(d, id, k, new Move(new Vec3(i % 20, Math.floorDiv(i, 20), 0)));
        }
        return d;
    }

    private static void bodies() throws Exception {
        for (int[] size : new int[][] {{100, 20}, {300, 10}}) {
            Document d = many(size[0], size[1]);
            String name = size[0] + " bodies of " + size[1] + " steps";
            Evaluator evaluator = new Evaluator();
            median(name + ", nothing known", _ -> new Evaluator().evaluate(d, Progress.NONE));
            var kept = evaluator.evaluate(d, Progress.NONE);
            median(name + ", all known", _ -> evaluator.evaluate(d, Progress.NONE));
            Document[] now = {d};
            String id = d.bodies().get(7).id();
            BodyResult[] shown = new BodyResult[1];
            median(name + ", one changed", round -> {
                now[0] = Edits.setValue(
                        now[0], id, now[0].body(id).entries().get(1).id(), "by", new Vec3(round, 1, 2));
                evaluator.evaluate(EvaluationRequest.forWindow(now[0], id), Progress.NONE, r -> {
                    if (r.bodyId().equals(id)) shown[0] = r;
                });
            });
            History history = new History(d);
            median(name + ", the edit itself, on the interface thread", round -> {
                Document next = Edits.setValue(
                        history.current(),
                        id,
                        history.current().body(id).entries().get(1).id(),
                        "by",
                        new Vec3(round, 3, 2));
                history.push(next, "Change", null);
                for (var b : next.bodies()) if (next.isTool(b.id())) throw new IllegalStateException();
            });
            System.out.println("    " + kept.size() + " kept");
        }
    }

    /** About a million quads that no formula gives, so that they pack no better than measured ones. */
    private static Mesh large() throws StepException {
        Mesh m = new Box(200, 200, 200, 408, 408, 408, Seat.CENTRED).apply(Mesh.EMPTY, new QuietContext());
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] += 0.01 * Math.sin(12.9898 * i);
        return m.withPositions(xyz);
    }

    private static void saving() throws Exception {
        Mesh m = large();
        Document d = Edits.addBody(Document.EMPTY, "Scan", Material.DEFAULT, new Imported("scan.stl", 1, m));
        String id = d.bodies().getFirst().id();
        Path folder = Files.createTempDirectory("saving"), file = folder.resolve("a.mstack");
        System.out.printf(Locale.ROOT, "%,d faces%n", m.faceCount());
        long begun = System.nanoTime();
        DocumentFile.write(d, file);
        System.out.printf(
                Locale.ROOT,
                "saved for the first time in %.0f ms, %,d bytes%n",
                (System.nanoTime() - begun) / 1e6,
                Files.size(file));
        median("saved again, something else changed", round -> {
            DocumentFile.write(Edits.renameBody(d, id, "Scan " + round), file);
        });
        median("read", _ -> DocumentFile.read(file));
        delete(folder, file);
    }

    private static void delete(Path folder, Path file) throws IOException {
        Files.delete(file);
        Files.delete(folder);
    }

    /** To be run in a heap of 2 GB: 500 changes on a body of 200,000 faces. */
    private static void memory() throws Exception {
        Document d =
                Edits.addBody(Document.EMPTY, "Body", Material.DEFAULT, new Box(90, 90, 90, 46, 46, 46, Seat.STANDING));
        String id = d.bodies().getFirst().id();
        d = Edits.addStep(d, id, 1, new Move(new Vec3(1, 2, 3)));
        d = Edits.addStep(d, id, 2, new Subdivide(2));
        d = Edits.addStep(d, id, 3, new Move(new Vec3(1, 2, 3)));
        Evaluator evaluator = new Evaluator();
        History history = new History(d);
        long begun = System.nanoTime();
        BodyResult shown = null;
        for (int i = 0; i <= 500; i++) {
            d = Edits.setValue(d, id, d.body(id).entries().get(1).id(), "by", new Vec3(0.01 * i, 2, 3));
            history.push(d, "Change", null);
            shown = evaluator.evaluate(d, id, Progress.NONE);
            // What a view and the ledger ask for.
            shown.mesh().adjacency();
            shown.mesh().triangulation();
            if (i % 100 != 0) continue;
            System.gc();
            Runtime r = Runtime.getRuntime();
            System.out.printf(
                    Locale.ROOT,
                    "after %3d changes of %,d faces: %5d MB in use of %d, %5d MB kept as results%n",
                    i,
                    shown.mesh().faceCount(),
                    (r.totalMemory() - r.freeMemory()) >> 20,
                    r.maxMemory() >> 20,
                    evaluator.cachedBytes() >> 20);
        }
        System.out.printf(Locale.ROOT, "%.0f ms a change%n", (System.nanoTime() - begun) / 1e6 / 500);
        if (List.of(shown).isEmpty()) throw new IllegalStateException();
    }
}
