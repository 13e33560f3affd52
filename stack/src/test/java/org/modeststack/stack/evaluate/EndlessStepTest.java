package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.EvaluationService.End;
import org.modeststack.stack.evaluate.EvaluationService.Evaluation;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** A step that never asks whether it is still wanted does not hold the rest. */
class EndlessStepTest {
    /** Goes round until the test lets it go; asks nothing and hears nothing. */
    @StepInfo(type = "endless", title = "Endless", family = Family.SHAPE, help = "For a test.")
    public record Endless(
            @Param(label = "Number", help = "A number.", def = "0")
            double number) implements Step {
        static volatile boolean let;
        static final AtomicInteger BEGUN = new AtomicInteger();

        @Override
        public Mesh apply(Mesh in, StepContext context) {
            BEGUN.incrementAndGet();
            while (!let) Thread.onSpinWait();
            return in;
        }

        @Override
        public String sentence() {
            return "*Go round*.";
        }
    }

    private final BlockingQueue<Evaluation> ends = new LinkedBlockingQueue<>();
    private final BlockingQueue<String> ready = new LinkedBlockingQueue<>();
    private EvaluationService service;
    private Document sound;
    private Document held;

    @BeforeEach
    void documents() {
        Endless.let = false;
        sound = Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, new Box(2, 2, 2, 1, 1, 1, Seat.STANDING));
        Document two = Edits.addBody(sound, "Other", Material.DEFAULT, new Box(3, 3, 3, 1, 1, 1, Seat.STANDING));
        held = Edits.addStep(two, two.bodies().getFirst().id(), 1, new Endless(1));
        service = new EvaluationService(
                new Evaluator(),
                new EvaluationService.Listener() {
                    @Override
                    public void ready(Document d, BodyResult r) {
                        ready.add(d.nameOf(r.bodyId()));
                    }

                    @Override
                    public void finished(Evaluation e) {
                        ends.add(e);
                    }
                },
                Progress.NONE);
    }

    @AfterEach
    void letGo() {
        Endless.let = true;
        service.close();
    }

    private Evaluation end() throws InterruptedException {
        Evaluation e = ends.poll(20, TimeUnit.SECONDS);
        assertNotNull(e, "nothing came to an end");
        return e;
    }

    private void begin(Document d) throws InterruptedException {
        int before = Endless.BEGUN.get();
        service.request(d);
        while (Endless.BEGUN.get() == before) Thread.sleep(1);
    }

    @Test
    void stoppedByTheUserItIsGivenUp() throws InterruptedException {
        begin(held);
        service.cancel();
        Evaluation e = end();
        assertEquals(End.GIVEN_UP, e.end());
        assertFalse(service.isBusy());
        service.request(sound);
        assertEquals(End.DONE, end().end());
        // What it comes to at last is told to nobody.
        Endless.let = true;
        assertEquals(null, ends.poll(200, TimeUnit.MILLISECONDS));
    }

    @Test
    void anEditGoesOnWithoutIt() throws InterruptedException {
        begin(held);
        service.request(sound);
        Evaluation e = end();
        assertEquals(End.DONE, e.end());
        assertEquals(sound, e.document());
    }

    /** While it goes on, other bodies of the same document are worked out, and the step says what is the matter. */
    @Test
    void theRestOfTheDocumentIsThere() throws InterruptedException {
        begin(held);
        service.cancel();
        assertEquals(End.GIVEN_UP, end().end());
        int begun = Endless.BEGUN.get();
        service.request(held);
        Evaluation e = end();
        assertEquals(End.DONE, e.end());
        assertEquals(begun, Endless.BEGUN.get(), "it is not begun once more");
        StepResult stuck =
                e.results().get(held.bodies().getFirst().id()).steps().getLast();
        assertTrue(stuck.failed());
        assertTrue(stuck.remarks().getLast().text().contains("does not end"));
        assertFalse(e.results().get(held.bodies().getLast().id()).failed());
        Endless.let = true;
        service.request(held);
        while (end().results().values().stream().anyMatch(BodyResult::failed)) service.request(held);
    }
}
