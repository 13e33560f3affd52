package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CancellationException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What is worked out again and what is not, and how an evaluation is stopped. */
class EvaluationTest {
    private static final Box BOX = new Box(4, 4, 4, 2, 2, 2, Seat.CENTRED);
    private final Evaluator evaluator = new Evaluator();
    private Document d;
    private String a;
    private String b;

    @BeforeEach
    void aBodyThatIsCutByAnother() throws StepException {
        d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, BOX);
        d = Edits.addBody(d, "B", Material.DEFAULT, new Box(1, 1, 9, 1, 1, 1, Seat.CENTRED));
        a = d.bodyNamed("A").id();
        b = d.bodyNamed("B").id();
        d = Edits.addStep(d, a, 1, new Subdivide(1));
        d = Edits.addStep(d, a, 2, new Move(new Vec3(0.1, 0.2, 0)));
        d = Edits.addStep(d, a, 3, new BooleanStep(Operation.DIFFERENCE, Bodies.of(b)));
    }

    private List<StepResult> steps(Document document) {
        return evaluator.evaluate(document, a, Progress.NONE).steps();
    }

    private long id(int step) {
        return d.body(a).entries().get(step).id();
    }

    @Test
    void aChangedStepIsWorkedOutFromThereOn() throws StepException {
        List<StepResult> before = steps(d);
        d = Edits.setValue(d, a, id(2), "by", new Vec3(0.3, 0, 0));
        List<StepResult> after = steps(d);
        assertSame(before.get(0), after.get(0));
        assertSame(before.get(1), after.get(1));
        assertNotSame(before.get(2), after.get(2));
        assertNotSame(before.get(3), after.get(3));
    }

    @Test
    void undoAndTogglingAreFoundAgain() throws StepException {
        List<StepResult> before = steps(d);
        Document off = Edits.setEnabled(d, a, List.of(id(1)), false);
        assertNotSame(before.get(3), steps(off).get(3));
        List<StepResult> again = steps(Edits.setEnabled(off, a, List.of(id(1)), true));
        for (int i = 0; i < 4; i++) assertSame(before.get(i), again.get(i));
    }

    @Test
    void aChangedCutterChangesOnlyTheCut() throws StepException {
        List<StepResult> before = steps(d);
        d = Edits.setValue(d, b, d.body(b).entries().getFirst().id(), "width", 1.5);
        List<StepResult> after = steps(d);
        for (int i = 0; i < 3; i++) assertSame(before.get(i), after.get(i));
        assertNotSame(before.get(3), after.get(3));
        assertTrue(before.get(3).hash().length() > 10);
        assertNotEquals(before.get(3).hash(), after.get(3).hash());
    }

    @Test
    void namesAndNotesCostNothing() throws StepException {
        List<StepResult> before = steps(d);
        d = Edits.setNote(d, a, id(1), "round it");
        d = Edits.renameStep(d, a, id(1), "Rounding");
        for (int i = 0; i < 4; i++) assertSame(before.get(i), steps(d).get(i));
    }

    @Test
    void aBodysOwnMaterialGoesToItsSource() {
        d = Edits.setMaterial(d, a, "brass");
        Mesh m = evaluator.evaluate(d, a, Progress.NONE).mesh();
        assertTrue(m.materials().contains("brass"));
    }

    @Test
    void aSwitchedOffSourceLeavesNothing() {
        d = Edits.setEnabled(d, a, List.of(id(0)), false);
        assertTrue(steps(d).get(0).mesh().isEmpty());
    }

    @Test
    void aBodyThatIsGoneIsSaidAtTheStep() {
        Document without = d.withBodies(List.of(d.body(a)));
        StepResult r = steps(without).get(3);
        assertTrue(r.failed());
        assertEquals(
                "A body this step needs is not there any more.",
                r.remarks().getFirst().text());
        assertSame(steps(without).get(2).mesh(), r.mesh());
    }

    @Test
    void whatIsTooLargeIsRefusedBeforeItIsMade() throws StepException {
        d = Edits.addStep(d, a, 4, new RowArray(2_000, new Vec3(9, 0, 0), RowArray.Spacing.EACH, 0));
        d = Edits.addStep(d, a, 5, new RowArray(100_000, new Vec3(0, 9, 0), RowArray.Spacing.EACH, 0));
        BodyResult r = evaluator.evaluate(d, a, Progress.NONE);
        assertTrue(r.failed());
        assertFalse(r.mesh().isEmpty(), "what went before is passed on");
    }

    @Test
    void oldResultsGoWhenThereIsNoRoom() throws StepException {
        long room = 200_000;
        Evaluator small = new Evaluator(room), large = new Evaluator(Long.MAX_VALUE);
        BodyResult first = null, last = null;
        Document begin = d;
        for (int i = 0; i < 50; i++) {
            d = Edits.setValue(d, a, id(2), "by", new Vec3(0.01 * i, 0, 0));
            last = small.evaluate(d, a, Progress.NONE);
            assertFalse(last.failed());
            large.evaluate(d, a, Progress.NONE);
            if (i == 0) first = last;
            if (i == 0) begin = d;
            assertTrue(small.cachedBytes() <= room, i + ": " + small.cachedBytes());
        }
        assertTrue(large.cachedBytes() > 2 * room, "they do not all have room: " + large.cachedBytes());
        // The oldest is worked out again, and the same; the newest is still there, also for one who asks anew.
        BodyResult again = small.evaluate(begin, a, Progress.NONE);
        assertNotSame(first.steps().get(3).mesh(), again.steps().get(3).mesh());
        assertTrue(first.mesh().sameAs(again.mesh()));
        StringBuilder said = new StringBuilder();
        Document renamed = Edits.renameBody(begin, a, "Other");
        assertSame(
                again.mesh(),
                small.evaluate(renamed, a, (_, step, _) -> said.append(step)).mesh());
        assertEquals("", said.toString());
    }

    @Test
    void progressNamesBodyAndStepAndCanStop() {
        StringBuilder said = new StringBuilder();
        evaluator.evaluate(d, a, (body, step, share) -> {
            assertTrue(share >= 0 && share <= 1);
            said.append(body).append('/').append(step).append(' ');
        });
        assertTrue(said.toString().contains("A/Subdivide"), said.toString());
        assertTrue(said.toString().contains("B/Box"), said.toString());
        assertThrows(
                CancellationException.class,
                () -> new Evaluator().evaluate(d, a, (_, step, _) -> {
                    if (step.equals("Move")) throw new CancellationException();
                }));
    }

    @Test
    void theServiceTellsTheNewestResult() throws Exception {
        BlockingQueue<EvaluationService.Evaluation> done = new LinkedBlockingQueue<>();
        try (EvaluationService service = new EvaluationService(evaluator, done::add, Progress.NONE)) {
            Document last = d;
            for (int i = 0; i < 30; i++) {
                last = Edits.setValue(last, a, id(2), "by", new Vec3(0.01 * i, 0, 0));
                service.request(last);
            }
            EvaluationService.Evaluation e;
            do e = done.poll(30, TimeUnit.SECONDS);
            while (e != null && e.document() != last);
            assertTrue(e != null && e.results() != null, "the last one comes");
            assertEquals(2, e.results().size());
            while (service.isBusy()) Thread.sleep(1);
        }
    }

    @Test
    void aStoppedEvaluationComesBackWithoutResults() throws Exception {
        BlockingQueue<EvaluationService.Evaluation> done = new LinkedBlockingQueue<>();
        BlockingQueue<String> begun = new LinkedBlockingQueue<>();
        BlockingQueue<String> go = new LinkedBlockingQueue<>();
        Progress slow = (_, step, _) -> {
            if (!step.equals("Move") || !begun.isEmpty()) return;
            begun.add(step);
            try {
                go.poll(30, TimeUnit.SECONDS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        };
        try (EvaluationService service = new EvaluationService(new Evaluator(), done::add, slow)) {
            service.request(d);
            assertEquals("Move", begun.peek() == null ? await(begun) : begun.peek());
            service.cancel();
            go.add("on");
            EvaluationService.Evaluation e = done.poll(30, TimeUnit.SECONDS);
            assertTrue(e != null && e.results() == null);
        }
    }

    /** A hidden tool that is ready is no reason to leave what is seen and needs it. */
    @Test
    void whatIsSeenStillComesWhenSomethingNewerWaits() throws Exception {
        Document cut = Edits.addStep(d, a, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(b)));
        String tool = b, seen = a;
        BlockingQueue<String> ready = new LinkedBlockingQueue<>();
        BlockingQueue<Document> newer = new LinkedBlockingQueue<>();
        EvaluationService[] service = new EvaluationService[1];
        EvaluationService.Listener listener = new EvaluationService.Listener() {
            @Override
            public void ready(Document of, BodyResult result) {
                if (of != cut) return;
                ready.add(result.bodyId());
                // While the one that needs it is still to come.
                if (result.bodyId().equals(tool)) service[0].request(newer.poll());
            }

            @Override
            public void finished(EvaluationService.Evaluation e) {
                if (e.document() != cut) ready.add("newer");
            }
        };
        newer.add(Edits.setVisible(cut, tool, false));
        try (EvaluationService s = new EvaluationService(new Evaluator(), listener, Progress.NONE)) {
            service[0] = s;
            s.request(cut);
            assertEquals(tool, ready.poll(30, TimeUnit.SECONDS));
            assertEquals(seen, ready.poll(30, TimeUnit.SECONDS));
            assertEquals("newer", ready.poll(30, TimeUnit.SECONDS));
        }
    }

    private static String await(BlockingQueue<String> queue) throws InterruptedException {
        for (int i = 0; i < 3000 && queue.isEmpty(); i++) Thread.sleep(10);
        return queue.peek();
    }
}
