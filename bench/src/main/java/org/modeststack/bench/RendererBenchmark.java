package org.modeststack.bench;

import java.util.List;
import java.util.concurrent.TimeUnit;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Pictures of a sphere at 1280 × 800, shaded with edges, from a camera that turns. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class RendererBenchmark {
    @Param({"20000", "500000", "1000000", "4000000"})
    public int triangles;

    private final Renderer renderer = new Renderer();
    private final int[] pixels = new int[1280 * 800];
    private Scene scene;
    private Camera camera;

    @Setup
    public void prepare() {
        Mesh mesh = BenchMeshes.sphere(triangles);
        scene = new Scene(
                List.of(new Scene.Item(new RenderMesh(mesh), false)), DisplayMode.SHADED_EDGES, true, Materials.NONE);
        camera = Camera.DEFAULT.fit(mesh.bounds(), 1280, 800);
    }

    @Benchmark
    public int[] picture() {
        camera = camera.orbit(7, 0);
        renderer.recycle(renderer.render(scene, camera, 1280, 800, 1, pixels));
        return pixels;
    }
}
