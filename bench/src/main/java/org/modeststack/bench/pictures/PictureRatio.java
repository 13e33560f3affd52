package org.modeststack.bench.pictures;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.modeststack.bench.BenchMeshes;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;

/**
 * Pictures of the renderer beside those of the {@link PlainRasterizer}, by turns: both see the same camera, which turns a
 * little each time. Prints medians and their ratio.
 */
final class PictureRatio {
    private static final int W = 1280;
    private static final int H = 800;
    private static final int ROUNDS = 81;

    private PictureRatio() {}

    public static void main(String[] args) {
        int[] sizes = args.length == 0
                ? new int[] {100_000, 500_000, 1_000_000}
                : Arrays.stream(args).mapToInt(Integer::parseInt).toArray();
        for (int triangles : sizes) {
            for (DisplayMode mode : new DisplayMode[] {DisplayMode.SHADED, DisplayMode.SHADED_EDGES})
                race(triangles, mode);
        }
    }

    private static void race(int triangles, DisplayMode mode) {
        Mesh mesh = BenchMeshes.sphere(triangles);
        PlainRasterizer plain = new PlainRasterizer(mesh, W, H);
        Renderer renderer = new Renderer();
        Scene scene = new Scene(List.of(new Scene.Item(new RenderMesh(mesh), false)), mode, true, Materials.NONE);
        int[] pixels = new int[W * H];
        Camera camera = Camera.DEFAULT.fit(mesh.bounds(), W, H);
        double[] ours = new double[ROUNDS], theirs = new double[ROUNDS];
        for (int i = 0; i < 2 * ROUNDS; i++) {
            camera = camera.orbit(7, i % 2 == 0 ? 3 : -3);
            long start = System.nanoTime();
            plain.draw(camera);
            long middle = System.nanoTime();
            renderer.recycle(renderer.render(scene, camera, W, H, 1, pixels));
            long end = System.nanoTime();
            // The first half warms up.
            if (i < ROUNDS) continue;
            theirs[i - ROUNDS] = (middle - start) / 1e6;
            ours[i - ROUNDS] = (end - middle) / 1e6;
        }
        double a = median(ours), b = median(theirs);
        System.out.printf(
                Locale.ROOT,
                "%,9d triangles, %-12s  ours %6.1f ms   plain %6.1f ms   ratio %.2f%n",
                mesh.triangulation().triangleFace().length,
                mode,
                a,
                b,
                a / b);
    }

    private static double median(double[] values) {
        double[] v = values.clone();
        Arrays.sort(v);
        return v[v.length / 2];
    }
}
