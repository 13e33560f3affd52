package org.modeststack.bench.rounding;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * How the time of a bevel grows with the body, beside one level of Catmull–Clark of the same body: medians of runs by turns.
 * The rim of a hole of 64 edges in balls, and all edges of grids of raised fields that hang together.
 */
public final class LargeBodies {
    private static final int RUNS = 5;

    private LargeBodies() {}

    public static void main(String[] args) throws StepException {
        System.out.println("| body | faces | edges | over, ms | beside | a level | over / level |");
        System.out.println("|---|---:|---:|---:|---:|---:|---:|");
        for (int segments : new int[] {224, 448, 896, 1320}) row("rim", holed(segments), "edges: sharper 30", 64, 1.5);
        for (int side : new int[] {24, 48, 96, 192}) {
            Mesh fields = fields(side);
            row("fields", fields, "edges: all", fields.adjacency().edgeCount(), 0.5);
        }
    }

    private static void row(String name, Mesh mesh, String where, int edges, double width) throws StepException {
        List<Step> steps = new ArrayList<>();
        for (Rails rails : List.of(Rails.OVER, Rails.BESIDE))
            steps.add(NamedSteps.step(
                    "bevel", "where", PickText.parse(where), "width", width, "segments", 3, "rails", rails));
        steps.add(NamedSteps.step("subdivide", "levels", 1));
        double[][] times = new double[steps.size()][RUNS];
        for (int i = -1; i < RUNS; i++)
            for (int k = 0; k < times.length; k++) {
                Mesh fresh = mesh.fresh();
                long start = System.nanoTime();
                steps.get(k).apply(fresh, new QuietContext());
                if (i >= 0) times[k][i] = (System.nanoTime() - start) / 1e6;
            }
        double[] median = new double[times.length];
        for (int k = 0; k < times.length; k++) {
            Arrays.sort(times[k]);
            median[k] = times[k][RUNS / 2];
        }
        System.out.printf(
                Locale.ROOT,
                "| %s | %,d | %,d | %.0f | %.0f | %.0f | %.1f |%n",
                name,
                mesh.faceCount(),
                edges,
                median[0],
                median[1],
                median[2],
                median[0] / median[2]);
    }

    private static Mesh on(Mesh m, Step step) throws StepException {
        return step.apply(m, new QuietContext());
    }

    private static Mesh holed(int segments) throws StepException {
        Mesh ball = on(Mesh.EMPTY, new UvSphere(100, segments, segments / 2, Seat.CENTERED));
        Mesh tool = on(Mesh.EMPTY, new Cylinder(20, 300, 64, 1, 0, Seat.CENTERED));
        double[] xyz = tool.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] += 3;
            xyz[i + 2] += 150;
        }
        return new Arrangement(
                        List.of(
                                new Arrangement.Operand(ball, "", "Body"),
                                new Arrangement.Operand(tool.withPositions(xyz), "t", "Tool")),
                        Operation.DIFFERENCE,
                        false,
                        true,
                        new QuietContext())
                .result();
    }

    static Mesh fields(int side) throws StepException {
        Mesh box = on(Mesh.EMPTY, new Box(10.0 * side, 10.0 * side, 20, side, side, 1, Seat.CENTERED));
        return on(box, RoundingBenchmark.raised());
    }
}
