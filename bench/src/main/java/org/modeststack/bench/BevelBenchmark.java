package org.modeststack.bench;

import java.util.concurrent.TimeUnit;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
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
 * All edges of blocks cut off flat, beside one level of Catmull–Clark of the same block, which makes as many faces: a
 * face, two strips and a corner for each quad. Three sizes, so that the cost for each face can be compared.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class BevelBenchmark {
    /** Quads along each edge of the block: 6,144, 24,576 and 98,304 in all. */
    @Param({"32", "64", "128"})
    public int side;

    private Mesh mesh;
    private Step step;

    @Setup
    public void prepare() throws StepException {
        mesh = new Box(100, 100, 100, side, side, side, Seat.CENTRED).apply(Mesh.EMPTY, new QuietContext());
        StepDescriptor d = Steps.byType("bevel");
        step = d.with(d.with(d.createDefault(), "sharperThan", 0.0), "width", 0.1);
    }

    @Benchmark
    public Mesh bevel() throws StepException {
        return step.apply(mesh.fresh(), new QuietContext());
    }

    @Benchmark
    public Mesh catmullClark() throws StepException {
        return new Subdivide(1).apply(mesh.fresh(), new QuietContext());
    }
}
