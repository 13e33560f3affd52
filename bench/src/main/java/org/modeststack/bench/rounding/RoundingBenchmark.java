package org.modeststack.bench.rounding;

import java.util.concurrent.TimeUnit;
import org.modeststack.bench.NamedSteps;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.pick.PickText;
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
                ball = LargeFixtures.ball(448);
                where = "edges: sharper 30";
                mesh = cut();
                width = 1.5;
            }
            case HOLE_IN_20_000 -> {
                ball = LargeFixtures.ball(200);
                where = "edges: sharper 30";
                mesh = cut();
                width = 1.5;
            }
            case BOXES -> {
                Mesh row = LargeFixtures.on(
                        LargeFixtures.make(new Box(8, 8, 8, 1, 1, 1, Seat.CENTRED)),
                        new RowArray(20, new Vec3(10, 0, 0), RowArray.Spacing.EACH, 0));
                mesh = LargeFixtures.on(row, new RowArray(20, new Vec3(0, 10, 0), RowArray.Spacing.EACH, 0));
            }
            default -> mesh = LargeFixtures.fields(48);
        }
        over = NamedSteps.step("bevel", "where", PickText.parse(where), "width", width, "segments", 3);
        beside = NamedSteps.step(
                "bevel", "where", PickText.parse(where), "width", width, "segments", 3, "rails", Rails.BESIDE);
    }

    /** A hole whose middle is somewhere else each time. */
    private Mesh cut() throws StepException {
        moved += 1e-3;
        return LargeFixtures.holed(ball, 3 + moved);
    }

    @Benchmark
    public Mesh over() throws StepException {
        return LargeFixtures.on(mesh.fresh(), over);
    }

    /** The width dragged: the mesh is the same all the time. */
    @Benchmark
    public Mesh overAgain() throws StepException {
        return LargeFixtures.on(mesh, over);
    }

    @Benchmark
    public Mesh beside() throws StepException {
        return LargeFixtures.on(mesh.fresh(), beside);
    }

    @Benchmark
    public Mesh catmullClark() throws StepException {
        return LargeFixtures.on(mesh.fresh(), new Subdivide(1));
    }

    /** The cutter dragged; for bodies that are not cut only the rounding. */
    @Benchmark
    public Mesh cutAndOver() throws StepException {
        return LargeFixtures.on(ball == null ? mesh.fresh() : cut(), over);
    }
}
