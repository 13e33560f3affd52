package org.modeststack.bench.smoothing;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.smooth.Crease;

/** How long a cube takes to be subdivided, with and without a crease: {@code SubdivisionTime LEVEL}; ms, fastest and median. */
public final class SubdivisionTime {
    private static final int WARM = 6, RUNS = 15;

    private SubdivisionTime() {}

    public static void main(String[] args) throws StepException {
        int level = Integer.parseInt(args[0]);
        Step s = NamedSteps.step("subdivide", "levels", level);
        Mesh cube = NamedSteps.step("box").apply(Mesh.EMPTY, new QuietContext());
        Mesh creased = cube.withTags(Map.of(Crease.EDGES, topEdges(cube)));
        for (int i = 0; i < WARM; i++) {
            s.apply(cube, new QuietContext());
            s.apply(creased, new QuietContext());
        }
        double[] plain = new double[RUNS], sharp = new double[RUNS];
        for (int i = 0; i < RUNS; i++) {
            plain[i] = time(s, cube);
            sharp[i] = time(s, creased);
        }
        say("ours", plain);
        say("ours-creased", sharp);
    }

    private static Tag topEdges(Mesh cube) {
        double top = cube.bounds().maxZ();
        long[] edges = new long[4];
        int n = 0;
        for (int e = 0; e < cube.adjacency().edgeCount(); e++) {
            int a = cube.adjacency().edgeLow(e), b = cube.adjacency().edgeHigh(e);
            if (cube.z(a) == top && cube.z(b) == top) edges[n++] = Tag.edge(a, b);
        }
        Arrays.sort(edges);
        return new Tag(ElementKind.EDGE, edges, new double[] {2.5, 2.5, 2.5, 2.5});
    }

    private static double time(Step s, Mesh m) throws StepException {
        long begin = System.nanoTime();
        s.apply(m, new QuietContext());
        return (System.nanoTime() - begin) / 1e6;
    }

    private static void say(String name, double[] ms) {
        Arrays.sort(ms);
        System.out.printf(Locale.ROOT, "%s %.0f median %.0f%n", name, ms[0], ms[ms.length / 2]);
    }
}
