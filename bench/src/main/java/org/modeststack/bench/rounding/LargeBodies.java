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
import org.modeststack.steps.pick.PickText;

/**
 * How the time of a bevel grows with the body, beside one level of Catmull–Clark of the same body: medians of runs by turns.
 * The rims of a hole of 64 sides in balls, all edges of grids of raised fields that hang together, and all of lumps of uneven
 * triangles, as a scan has them, of which some have no room.
 */
public final class LargeBodies {
    private static final int RUNS = 5;

    /** Widths on lumps, as a share of an edge. */
    private static final double SHARE = 0.05;

    private LargeBodies() {}

    public static void main(String[] args) throws StepException {
        System.out.println("| body | faces | edges | over, ms | beside | a level | over / level |");
        System.out.println("|---|---:|---:|---:|---:|---:|---:|");
        for (int segments : new int[] {224, 448, 896, 1320})
            row("rim", LargeFixtures.holed(LargeFixtures.ball(segments), 3), "edges: sharper 30", "width", 1.5);
        for (int side : new int[] {24, 48, 96}) row("fields", LargeFixtures.fields(side), "edges: all", "width", 0.5);
        for (int levels : new int[] {4, 5, 6}) {
            double width = SHARE * LargeFixtures.lumpEdge(levels);
            Mesh lump = LargeFixtures.lump(levels);
            row("lump", lump, "edges: all", "width", width, "segments", 1, "sharperThan", 0.0);
        }
    }

    /** @param bevel further parameters of the bevel and their values by turns; it has three segments if they do not say */
    private static void row(String name, Mesh mesh, String where, Object... bevel) throws StepException {
        Step usual = NamedSteps.step("bevel", "where", PickText.parse(where), "segments", 3);
        List<Step> steps = new ArrayList<>();
        for (Rails rails : List.of(Rails.OVER, Rails.BESIDE))
            steps.add(NamedSteps.with(NamedSteps.with(usual, bevel), "rails", rails));
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
                PickText.parse(where).on(mesh).selection().size(),
                median[0],
                median[1],
                median[2],
                median[0] / median[2]);
    }
}
