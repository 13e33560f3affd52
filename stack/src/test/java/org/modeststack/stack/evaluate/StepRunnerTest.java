package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** How a single step is carried out: once for all who ask, with its values looked at, and told while it is at work. */
@Timeout(60)
class StepRunnerTest extends OneBody {
    private static volatile StepContext seen;
    private static final AtomicInteger TIMES = new AtomicInteger();
    private static volatile CountDownLatch begun;
    private static volatile CountDownLatch go;

    /** Takes as long as it is made to, moves what it gets, and keeps what it was given for the test to look at. */
    @StepInfo(type = "slow", title = "Slow", family = Family.SHAPE, help = "For a test.")
    public record Slow(
            @Param(label = "Number", help = "A number.", def = "1", min = 0, max = 9)
            double number,

            @Param(label = "Bodies", help = "Others.", def = "")
            Bodies others)
            implements Step {
        @Override
        public Mesh apply(Mesh in, StepContext context) throws StepException {
            TIMES.incrementAndGet();
            seen = context;
            begun.countDown();
            context.progress(0.25);
            Patience.until(go);
            context.progress(0.75);
            context.remark(Remark.Level.NOTE, "It was slow.");
            return new Move(new Vec3(number, 0, 0)).apply(in, context);
        }

        @Override
        public String sentence() {
            return "*Wait* {number} {others}.";
        }
    }

    /** Says itself that it could not be done. */
    @StepInfo(type = "complaining", title = "Complaining", family = Family.SHAPE, help = "For a test.")
    public record Complaining(
            @Param(label = "Number", help = "A number.", def = "1")
            double number) implements Step {
        @Override
        public Mesh apply(Mesh in, StepContext context) {
            context.remark(Remark.Level.FAULT, "There is no room.");
            return Mesh.EMPTY;
        }

        @Override
        public String sentence() {
            return "*Complain* {number}.";
        }
    }

    private String tool;

    @BeforeEach
    void block() {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.CENTRED));
        d = Edits.addBody(d, "Wedge", Material.DEFAULT, new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED));
        tool = d.bodyNamed("Wedge").id();
        begun = new CountDownLatch(1);
        go = new CountDownLatch(1);
        TIMES.set(0);
    }

    private CompletableFuture<BodyResult> evaluateAside(AtomicBoolean stop) {
        return CompletableFuture.supplyAsync(
                () -> Work.stoppable(stop::get, () -> evaluator.evaluate(d, a, Progress.NONE)),
                task -> Thread.ofPlatform().daemon().start(task));
    }

    @Test
    void whatOneIsAtTheOtherWaitsForInsteadOfDoingItAgain() throws Exception {
        add(new Slow(1, Bodies.of(tool)));
        CompletableFuture<BodyResult> one = evaluateAside(new AtomicBoolean());
        assertTrue(begun.await(30, TimeUnit.SECONDS));
        CompletableFuture<BodyResult> two = evaluateAside(new AtomicBoolean());
        Thread.sleep(30);
        assertFalse(two.isDone());
        go.countDown();
        assertSame(
                one.get(30, TimeUnit.SECONDS).steps().get(1),
                two.get(30, TimeUnit.SECONDS).steps().get(1));
        assertEquals(1, TIMES.get());
        assertTrue(one.get(30, TimeUnit.SECONDS).steps().get(1).ms() >= 25, "it waited at least so long");
        assertTrue(one.get(30, TimeUnit.SECONDS).steps().get(1).ms() < 60_000);
    }

    @Test
    void whereTheOneIsStoppedTheOtherDoesIt() throws Exception {
        add(new Slow(1, Bodies.of(tool)));
        AtomicBoolean stop = new AtomicBoolean();
        CompletableFuture<BodyResult> one = evaluateAside(stop);
        assertTrue(begun.await(30, TimeUnit.SECONDS));
        CompletableFuture<BodyResult> two = evaluateAside(new AtomicBoolean());
        Thread.sleep(30);
        stop.set(true);
        ExecutionException e = assertThrows(ExecutionException.class, () -> one.get(30, TimeUnit.SECONDS));
        assertInstanceOf(CancellationException.class, e.getCause());
        go.countDown();
        assertFalse(two.get(30, TimeUnit.SECONDS).failed());
        assertEquals(2, TIMES.get());
    }

    @Test
    void whoWaitsCanBeStoppedToo() throws Exception {
        add(new Slow(1, Bodies.of(tool)));
        CompletableFuture<BodyResult> one = evaluateAside(new AtomicBoolean());
        assertTrue(begun.await(30, TimeUnit.SECONDS));
        AtomicBoolean stop = new AtomicBoolean();
        CompletableFuture<BodyResult> two = evaluateAside(stop);
        Thread.sleep(30);
        stop.set(true);
        assertThrows(ExecutionException.class, () -> two.get(30, TimeUnit.SECONDS));
        assertFalse(one.isDone());
        go.countDown();
        assertFalse(one.get(30, TimeUnit.SECONDS).failed());
        assertEquals(1, TIMES.get());
    }

    @Test
    void valuesBeyondTheirLimitsAreAFaultInWordsAndTheStepIsNotCarriedOut() {
        add(new Slow(10, Bodies.of(tool)));
        StepResult r = evaluator.evaluate(d, a, Progress.NONE).steps().get(1);
        assertTrue(r.failed());
        assertTrue(r.remarks().getLast().text().contains("Number"), r.remarks().toString());
        assertEquals(0, TIMES.get());
        // It follows from the values, so it is kept.
        assertSame(r, evaluator.evaluate(d, a, Progress.NONE).steps().get(1));
    }

    @Test
    void aStepThatComplainsOfAFaultLeavesWhatItWasGiven() {
        add(new Complaining(1));
        BodyResult r = evaluator.evaluate(d, a, Progress.NONE);
        assertTrue(r.steps().get(1).failed());
        assertEquals("There is no room.", r.steps().get(1).remarks().getFirst().text());
        assertSame(r.steps().get(0).geometry(), r.steps().get(1).geometry());
        assertSame(
                r.steps().get(1),
                evaluator.evaluate(d, a, Progress.NONE).steps().get(1));
    }

    @Test
    void aResultIsThatAfterAsManyStepsAsAreAskedFor() {
        add(new Subdivide(1));
        add(new Move(new Vec3(1, 0, 0)));
        BodyResult r = evaluator.evaluate(d, a, Progress.NONE);
        for (int i = 1; i <= 3; i++) assertSame(r.steps().get(i - 1).geometry(), r.after(i));
        assertSame(r.after(1), r.after(0));
        assertSame(r.after(3), r.after(9));
        assertSame(r.after(3), r.geometry());
        assertSame(r.geometry().mesh(), r.mesh());
    }

    @Test
    void whatAStepSeesOfTheEvaluation() throws StepException {
        go.countDown();
        add(new Slow(1, Bodies.of(tool)));
        List<String> told = new ArrayList<>();
        BodyResult r = evaluator.evaluate(d, a, (body, step, share) -> told.add(body + " " + step + " " + share));
        assertEquals(
                List.of("A Slow 0.0", "A Slow 0.25", "A Slow 0.75"),
                told.stream().filter(t -> t.contains("Slow")).toList());
        assertEquals("It was slow.", r.steps().get(1).remarks().getFirst().text());
        assertFalse(r.steps().get(1).failed());
        assertEquals("Wedge", seen.bodyName(tool));
        assertEquals("somebody", seen.bodyName("somebody"));
        assertEquals(
                2, seen.body(tool).bounds().maxX() - seen.body(tool).bounds().minX());
        StepException e = assertThrows(StepException.class, () -> seen.body("somebody"));
        assertEquals("A body this step needs is not there any more.", e.getMessage());
        assertEquals(d.bodyOf(a).entries().get(1).seed(), seen.seed());
        assertThrows(
                CancellationException.class,
                () -> Work.stoppable(() -> true, () -> {
                    seen.progress(0.5);
                    return null;
                }));
    }

    /** Copies that share a mesh are made at once where they are few, else where a step needs faces of its own, which says so. */
    @Test
    void sharedFacesAreMadeWhereTheyAreFewOrNeeded() {
        StepDescriptor row = Steps.byType("row-array");
        add(row.with(row.createDefault(), "count", 3));
        StepResult few = evaluator.evaluate(d, a, Progress.NONE).steps().get(1);
        assertEquals(3, few.geometry().parts().size());
        assertNotNull(few.geometry().known());
        add(new Subdivide(1));
        assertEquals(
                List.of(),
                evaluator.evaluate(d, a, Progress.NONE).steps().get(2).remarks());

        start(new Box(10, 10, 10, 30, 30, 30, Seat.CENTRED));
        add(row.with(row.createDefault(), "count", 4));
        StepResult many = evaluator.evaluate(d, a, Progress.NONE).steps().get(1);
        assertNull(many.geometry().known());
        add(Steps.byType("weld").createDefault());
        List<Remark> said =
                evaluator.evaluate(d, a, Progress.NONE).steps().get(2).remarks();
        assertEquals(
                "This needs faces of its own, so the 4 copies do not share theirs from here on: 21,600 faces.",
                said.getFirst().text());
        assertEquals(Remark.Level.NOTE, said.getFirst().level());
    }
}
