package org.modeststack.bench;

import java.util.List;
import java.util.concurrent.TimeUnit;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Growing;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.PickBuffer;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Picking on a body of a million faces whose neighbours are known, as after its first picture. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class PicksBenchmark {
    private static final int SIDE = 408;

    private PickBuffer picture;
    private Mesh mesh;
    private Selection quarter;
    private Selection edge;
    private Selection face;
    private int at;

    @Setup
    public void prepare() throws StepException {
        mesh = new Box(100, 100, 100, SIDE, SIDE, SIDE, Seat.CENTRED).apply(Mesh.EMPTY, new QuietContext());
        Scene scene = new Scene(
                List.of(new Scene.Item(new RenderMesh(mesh), false)), DisplayMode.SHADED_EDGES, false, Materials.NONE);
        picture = new Renderer()
                .render(scene, Camera.DEFAULT.fit(mesh.bounds(), 1280, 800), 1280, 800, 1, new int[1280 * 800]);
        quarter = PickText.parse("faces: inside -60 -60 -60 0 0 60").on(mesh).selection();
        edge = Selection.of(ElementKind.EDGE, mesh.edgeCount() / 2);
        face = Selection.of(ElementKind.FACE, mesh.faceCount() / 2);
    }

    /** What lies under the pointer. */
    @Benchmark
    public PickBuffer.Hit hover() {
        at = (at + 7919) % (400 * 400);
        return picture.pick(440 + at % 400, 200 + at / 400);
    }

    @Benchmark
    public Selection growOneFace() {
        return Growing.grown(mesh, face);
    }

    @Benchmark
    public Selection growAQuarter() {
        return Growing.grown(mesh, quarter);
    }

    @Benchmark
    public Selection loopOfAnEdge() {
        return Loops.loops(mesh, edge);
    }

    @Benchmark
    public Selection ringOfAnEdge() {
        return Loops.rings(mesh, edge);
    }

    @Benchmark
    public Selection allConnected() {
        return Growing.connected(mesh, face);
    }

    @Benchmark
    public Pick oneFacePickedByHand() {
        return Pick.hand(mesh, face);
    }
}
