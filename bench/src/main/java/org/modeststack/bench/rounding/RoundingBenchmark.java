package org.modeststack.bench.rounding;

import java.util.List;
import java.util.concurrent.TimeUnit;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;
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
 * Edges rounded by rails that run over the faces, beside the way within the faces beside them and one level of
 * Catmull–Clark of the same body; and the cut below it, as while a cutter is dragged.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class RoundingBenchmark {
    /** What is rounded. */
    public enum Body {
        /** The rim of a hole, 64 edges, in a ball of 100,000 faces. */
        HOLE_IN_100_000,
        /** The same in one of 20,000. */
        HOLE_IN_20_000,
        /** All 4,800 edges of 400 boxes. */
        BOXES,
        /** All edges of a grid of 48 × 48 raised fields, 20,000 edges that hang together. */
        FIELDS
    }

    @Param
    public Body body;

    private Mesh ball;
    private Mesh mesh;
    private Step over;
    private Step beside;
    private double moved;

    @Setup
    public void prepare() throws StepException {
        String where = "edges: all";
        double width = 0.5;
        switch (body) {
            case HOLE_IN_100_000 -> {
                ball = make(new UvSphere(100, 448, 224, Seat.CENTERED));
                where = "edges: sharper 30";
                mesh = cut();
                width = 1.5;
            }
            case HOLE_IN_20_000 -> {
                ball = make(new UvSphere(100, 200, 100, Seat.CENTERED));
                where = "edges: sharper 30";
                mesh = cut();
                width = 1.5;
            }
            case BOXES -> {
                Mesh row = on(
                        make(new Box(8, 8, 8, 1, 1, 1, Seat.CENTERED)),
                        new RowArray(20, new Vec3(10, 0, 0), RowArray.Spacing.EACH, 0));
                mesh = on(row, new RowArray(20, new Vec3(0, 10, 0), RowArray.Spacing.EACH, 0));
            }
            default -> {
                Mesh box = make(new Box(480, 480, 20, 48, 48, 1, Seat.CENTERED));
                mesh = on(box, raised());
            }
        }
        over = NamedSteps.step("bevel", "where", PickText.parse(where), "width", width, "segments", 3);
        beside = NamedSteps.step(
                "bevel", "where", PickText.parse(where), "width", width, "segments", 3, "rails", Rails.BESIDE);
    }

    /** Raises the fields of the top, each by itself. */
    static Step raised() {
        return NamedSteps.step(
                "extrude",
                "faces",
                PickText.parse("faces: facing 0 0 1 10"),
                "distance",
                4.0,
                "direction",
                Extrude.Direction.APART,
                "taper",
                0.6);
    }

    private static Mesh make(Step source) throws StepException {
        return source.apply(Mesh.EMPTY, new QuietContext());
    }

    private static Mesh on(Mesh m, Step step) throws StepException {
        return step.apply(m, new QuietContext());
    }

    /** A hole whose middle is somewhere else each time. */
    private Mesh cut() throws StepException {
        moved += 1e-3;
        Mesh tool = make(new Cylinder(20, 300, 64, 1, 0, Seat.CENTERED));
        double[] xyz = tool.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] += 3 + moved;
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

    @Benchmark
    public Mesh over() throws StepException {
        return on(mesh.fresh(), over);
    }

    /** The width dragged: the mesh is the same all the time. */
    @Benchmark
    public Mesh overAgain() throws StepException {
        return on(mesh, over);
    }

    @Benchmark
    public Mesh beside() throws StepException {
        return on(mesh.fresh(), beside);
    }

    @Benchmark
    public Mesh catmullClark() throws StepException {
        return on(mesh.fresh(), new Subdivide(1));
    }

    /** The cutter dragged; for bodies that are not cut only the rounding. */
    @Benchmark
    public Mesh cutAndOver() throws StepException {
        return on(ball == null ? mesh.fresh() : cut(), over);
    }
}
