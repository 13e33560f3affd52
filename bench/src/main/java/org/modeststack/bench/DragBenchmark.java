package org.modeststack.bench;

import java.util.List;
import java.util.concurrent.TimeUnit;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.StepException;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * One update while a number is dragged: the source of a body of 20,736 faces changes, everything above it is worked out
 * again, made ready for drawing and drawn at 1280 × 800.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class DragBenchmark {
    private final Evaluator evaluator = new Evaluator();
    private final Renderer renderer = new Renderer();
    private final int[] pixels = new int[1280 * 800];
    private Document document = start();
    private double width = 60;
    private Mesh last;

    private static Document start() {
        Document d =
                Edits.addBody(Document.EMPTY, "Body", Material.DEFAULT, new Box(60, 60, 60, 6, 6, 6, Seat.STANDING));
        d = Edits.addStep(d, "b1", 1, new Subdivide(2));
        return Edits.addStep(d, "b1", 2, new RowArray(6, new Vec3(80, 0, 0), RowArray.Spacing.EACH, 0));
    }

    @Benchmark
    public Mesh evaluate() throws StepException {
        width += 0.001;
        document = Edits.setValue(document, "b1", 2, "width", width);
        last = evaluator.evaluate(document, "b1", Progress.NONE).mesh();
        return last;
    }

    @Benchmark
    public int[] evaluateAndDraw() throws StepException {
        Mesh mesh = evaluate();
        Scene scene = new Scene(
                List.of(new Scene.Item(new RenderMesh(mesh), false)), DisplayMode.SHADED_EDGES, true, Materials.NONE);
        renderer.recycle(renderer.render(scene, Camera.DEFAULT.fit(mesh.bounds(), 1280, 800), 1280, 800, 1, pixels));
        return pixels;
    }
}
