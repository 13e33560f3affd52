package org.modeststack.bench;

import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.clean.WeldPicked;
import org.modeststack.steps.cut.Connect;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.cut.CutPath;
import org.modeststack.steps.cut.Split;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.part.Axes;
import org.modeststack.steps.part.Fade;
import org.modeststack.steps.part.Flatten;
import org.modeststack.steps.part.LoopToCircle;
import org.modeststack.steps.part.MovePicked;
import org.modeststack.steps.part.Pivot;
import org.modeststack.steps.part.Slide;
import org.modeststack.steps.part.SpaceEvenly;
import org.modeststack.steps.part.TurnPicked;
import org.modeststack.steps.patch.Bridge;
import org.modeststack.steps.patch.Fill;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.remove.Dissolve;
import org.modeststack.steps.segment.Segments;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
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

/**
 * Steps on picked elements of a block of 98,304 quads, beside one level of Catmull–Clark that makes as many faces. All
 * begin with a mesh of which nothing is known yet, so that finding the neighbours and the pick counts.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class PartStepsBenchmark {
    private static final int SIDE = 128;
    private static final Pick ALL = PickText.parse("faces: all");
    private static final Pick TOP = PickText.parse("faces: facing 0 0 1 10");

    @Param({
        "extrude-together",
        "extrude-apart",
        "extrude-even",
        "inset-together",
        "inset-each",
        "cut-loop",
        "connect",
        "path",
        "split",
        "slide",
        "segments",
        "dissolve",
        "delete",
        "move",
        "move-soft",
        "turn",
        "flatten",
        "circle",
        "space",
        "weld",
        "tag",
        "bridge",
        "fill"
    })
    public String name;

    private Mesh mesh;
    private Step step;
    private Mesh coarse;

    private static Mesh block(int n) throws StepException {
        return new Box(100, 100, 100, n, n, n, Seat.CENTRED).apply(Mesh.EMPTY, new QuietContext());
    }

    @Setup
    public void prepare() throws StepException {
        mesh = block(SIDE);
        if (name.equals("segments"))
            mesh = new Cylinder(100, 100, 4096, SIDE * SIDE * 6 / 4096, 0, Seat.CENTRED)
                    .apply(Mesh.EMPTY, new QuietContext());
        if (name.equals("fill")) mesh = new Delete(TOP).apply(mesh, new QuietContext());
        step = step();
        int faces = Math.max(mesh.faceCount(), run().faceCount());
        coarse = block((int) Math.rint(Math.sqrt(faces / 24.0)));
    }

    private Step step() {
        Vec3 up = new Vec3(0, 0, 1);
        return switch (name) {
            case "extrude-together" -> new Extrude(TOP, 5, Extrude.Direction.TOGETHER, up, 0, 0.9, false);
            case "extrude-apart" -> new Extrude(ALL, 0.2, Extrude.Direction.APART, up, 0, 1, false);
            case "extrude-even" -> new Extrude(ALL, 0.2, Extrude.Direction.EVEN, up, 0, 1, false);
            case "inset-together" -> new Inset(TOP, 0.2, 1, Inset.Frames.TOGETHER, true);
            case "inset-each" -> new Inset(ALL, 0.2, 0.1, Inset.Frames.EACH, true);
            case "cut-loop" -> new CutLoop(PickText.parse("edges: all"), 1, 1, 0);
            case "connect" -> new Connect(some(ElementKind.VERTEX, 2));
            case "path" -> new CutPath(onTop(40), 0.5, false);
            case "split" -> new Split(ALL, 2);
            case "slide" -> new Slide(PickText.parse("edges: facing 0 0 1 10; rim"), 0.3, false, up);
            case "segments" -> new Segments(PickText.parse("edges: sharper 0.05; without sharper 80"), 4096);
            case "dissolve" -> new Dissolve(some(ElementKind.VERTEX, 16), true);
            case "delete" -> new Delete(some(ElementKind.FACE, 4));
            case "move" -> new MovePicked(TOP, up, Axes.NORMAL, 0, Fade.SMOOTH);
            case "move-soft" -> new MovePicked(TOP, up, Axes.NORMAL, 40, Fade.SMOOTH);
            case "turn" -> new TurnPicked(ALL, 10, Axis.Z, Axes.BODY, Pivot.MIDDLE, Vec3.ZERO, 0, Fade.SMOOTH);
            case "flatten" -> new Flatten(TOP, Flatten.Plane.BEST, Flatten.Through.MIDDLE, 0, 1);
            case "circle" -> new LoopToCircle(TOP, LoopToCircle.Size.MEAN, 1, LoopToCircle.Spacing.EVEN, 1);
            case "space" -> new SpaceEvenly(TOP, 3, 1);
            case "weld" -> new WeldPicked(PickText.parse("vertices: all"), WeldPicked.To.NEAREST, 0.1);
            case "tag" -> new TagStep(PickText.parse("edges: sharper 30; grow 2"), "rim", 1);
            case "bridge" -> new Bridge(PickText.parse("faces: facing 0 0 1 10; and facing 0 0 -1 10"), 4, 0);
            case "fill" -> new Fill(PickText.parse("edges: border"), Fill.Filling.FAN);
            default -> throw new IllegalArgumentException(name);
        };
    }

    private Pick some(ElementKind kind, int oneIn) {
        Random random = new Random(5);
        Selection s = Selection.none(kind);
        for (int i = 0; i < Selection.count(mesh, kind); i++)
            if (random.nextInt(oneIn) == 0) s.elements().set(i);
        return Pick.hand(mesh, s);
    }

    /** Vertices of the top in an order by which the path leads across it again and again. */
    private Pick onTop(int count) {
        int[] top = IntStream.range(0, mesh.vertexCount())
                .filter(v -> mesh.z(v) == mesh.bounds().maxZ())
                .toArray();
        int[] way = new Random(5).ints(count, 0, top.length).map(i -> top[i]).toArray();
        return Pick.of(ElementKind.VERTEX, Rule.Hand.of(mesh, ElementKind.VERTEX, way));
    }

    private Mesh run() throws StepException {
        return step.apply(mesh.fresh(), new QuietContext());
    }

    @Benchmark
    public Mesh theStep() throws StepException {
        return run();
    }

    @Benchmark
    public Mesh catmullClark() throws StepException {
        return new Subdivide(1).apply(coarse.fresh(), new QuietContext());
    }
}
