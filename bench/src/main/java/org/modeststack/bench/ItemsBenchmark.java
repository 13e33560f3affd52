package org.modeststack.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
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

/** 2,000 boxes at 1280 × 800, as one body and as a body each, from far and from near. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class ItemsBenchmark {
    private static final int ACROSS = 50;
    private static final int DEEP = 40;

    @Param({"one", "many"})
    public String bodies;

    @Param({"1", "0.15"})
    public double distance;

    private final Renderer renderer = new Renderer();
    private final int[] pixels = new int[1280 * 800];
    private Scene scene;
    private Camera camera;

    @Setup
    public void prepare() throws StepException {
        Mesh box = new Box(10, 10, 10, 1, 1, 1, Seat.STANDING).apply(Mesh.EMPTY, new QuietContext());
        List<Mesh> boxes = new ArrayList<>();
        for (int i = 0; i < ACROSS * DEEP; i++)
            boxes.add(new Move(new Vec3(14 * (i % ACROSS), 14 * (i / ACROSS), 0)).apply(box, new QuietContext()));
        MeshBuilder all = new MeshBuilder(0, 0);
        boxes.forEach(b -> all.append(b, key -> key));
        List<Mesh> meshes = bodies.equals("one") ? List.of(all.build()) : boxes;
        List<Scene.Item> items = meshes.stream()
                .map(m -> new Scene.Item(new RenderMesh(m), false))
                .toList();
        scene = new Scene(items, DisplayMode.SHADED_EDGES, true, Materials.NONE);
        camera = Camera.DEFAULT.fit(scene.bounds(), 1280, 800).zoom(distance, 640, 400, 1280, 800);
    }

    @Benchmark
    public int[] picture() {
        camera = camera.orbit(1, 0);
        renderer.recycle(renderer.render(scene, camera, 1280, 800, 1, pixels));
        return pixels;
    }
}
