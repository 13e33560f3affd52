package org.modeststack.bench.tidying;

import java.util.concurrent.TimeUnit;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.rounding.LargeFixtures;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.PickText;
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

/** A cutter dragged over a ball of 20,000 faces, and the rim tidied each time, beside the cut alone. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 4, time = 2)
@Measurement(iterations = 6, time = 2)
@Fork(1)
public class TidyBenchmark {
    /** How far the vertices of the rim are from each other, mm; 0 for as far as the edges of the ball, about 1.5. */
    @Param({"0", "3"})
    public double spacing;

    private Mesh ball;
    private Step tidy;
    private double moved;

    @Setup
    public void prepare() throws StepException {
        ball = LargeFixtures.ball(200);
        tidy = NamedSteps.step(
                "tidy-rim", "rim", PickText.parse("edges: sharper 30"), "reach", 4.0, "spacing", spacing);
    }

    @Benchmark
    public Mesh cut() throws StepException {
        moved += 1e-3;
        return LargeFixtures.holed(ball, 3 + moved);
    }

    @Benchmark
    public Mesh cutAndTidied() throws StepException {
        return LargeFixtures.on(cut(), tidy);
    }
}
