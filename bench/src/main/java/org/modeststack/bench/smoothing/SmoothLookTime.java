package org.modeststack.bench.smoothing;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Affine;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.steps.StepException;
import org.modeststack.steps.smooth.SmoothSurface;

/**
 * How long a picture takes in which a vertex of a cage is dragged under the look of its smooth surface of about 100,000 faces: worked
 * out anew, and following; and following as the window draws it while pictures of the whole size take over 40 ms, at half of it; by
 * turns, ms, median and nine of ten.
 */
public final class SmoothLookTime {
    private static final int RUNS = 60, WARM = 20, LEVELS = 3, WIDTH = 1280, HEIGHT = 800;

    private SmoothLookTime() {}

    public static void main(String[] args) throws StepException {
        Mesh cage = NamedSteps.step("torus", "sides", 48, "barSides", 32).apply(Mesh.EMPTY, new QuietContext());
        cage.adjacency();
        // Each keeps buffers of its size.
        Renderer renderer = new Renderer(), small = new Renderer();
        int[] pixels = new int[WIDTH * HEIGHT];
        SmoothSurface last = SmoothSurface.of(cage, LEVELS);
        System.out.printf(Locale.ROOT, "%,d faces%n", last.mesh().faceCount());
        Map<String, List<double[]>> ms = new LinkedHashMap<>();
        for (int i = 0; i < WARM + RUNS; i++) {
            for (String how : List.of("anew", "following", "following, half the size")) {
                boolean follows = !how.equals("anew");
                int shrink = how.endsWith("size") ? 2 : 1, width = WIDTH / shrink, height = HEIGHT / shrink;
                double[] xyz = cage.xyz().clone();
                xyz[2] += 0.1 * i;
                Mesh moved = follows
                        ? cage.withPositions(xyz)
                        : cage.withPositions(xyz).fresh();
                long t0 = System.nanoTime();
                SmoothSurface now = follows ? last.movedTo(moved) : SmoothSurface.of(moved, LEVELS);
                if (follows) last = now;
                long t1 = System.nanoTime();
                RenderMesh smooth = RenderMesh.withoutSoftEdges(now.mesh());
                long t2 = System.nanoTime();
                Scene.Item cageItem = new Scene.Item(RenderMesh.of(moved), Affine.IDENTITY, Scene.Item.Look.CAGE);
                Scene scene = new Scene(
                        List.of(cageItem, new Scene.Item(smooth, false)),
                        DisplayMode.SHADED_EDGES,
                        true,
                        Materials.NONE);
                Camera camera = Camera.DEFAULT.fit(moved.bounds(), width, height);
                (shrink == 1 ? renderer : small)
                        .recycle((shrink == 1 ? renderer : small).render(scene, camera, width, height, 1, pixels));
                long t3 = System.nanoTime();
                if (i >= WARM)
                    ms.computeIfAbsent(how, _ -> new ArrayList<>())
                            .add(new double[] {(t1 - t0) / 1e6, (t2 - t1) / 1e6, (t3 - t2) / 1e6, (t3 - t0) / 1e6});
            }
        }
        ms.forEach(SmoothLookTime::say);
    }

    private static void say(String name, List<double[]> ms) {
        StringBuilder line = new StringBuilder(name);
        String[] what = {"surface", "made ready", "drawn", "all"};
        for (int k = 0; k < what.length; k++) {
            int column = k;
            double[] sorted = ms.stream().mapToDouble(m -> m[column]).sorted().toArray();
            line.append(String.format(
                    Locale.ROOT,
                    "; %s %.0f, %.0f",
                    what[k],
                    sorted[sorted.length / 2],
                    sorted[sorted.length * 9 / 10]));
        }
        System.out.println(line);
    }
}
