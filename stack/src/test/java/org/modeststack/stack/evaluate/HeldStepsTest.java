package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** A held step waits in the view until it is asked for, and nowhere else. */
class HeldStepsTest extends OneBody {
    private final List<String> done = new ArrayList<>();

    @BeforeEach
    void aBoxThatIsSmoothedByAHeldStep() {
        start(new Box(20, 20, 20, 1, 1, 1, Seat.CENTRED));
        add(new Subdivide(2));
        add(new Move(new Vec3(5, 0, 0)));
        d = Edits.setHeld(d, a, List.of(id(1)), true);
    }

    private long id(int step) {
        return d.bodyOf(a).entries().get(step).id();
    }

    private BodyResult view() {
        done.clear();
        return evaluator
                .evaluate(
                        EvaluationRequest.whole(d, List.of(a), Purpose.VIEW),
                        (_, step, _) -> {
                            if (!done.contains(step)) done.add(step);
                        },
                        _ -> {})
                .get(a);
    }

    private void change(int step, Step s) {
        d = d.with(a, b -> b.with(id(step), e -> e.withStep(s)));
    }

    private static boolean isOutOfDate(BodyResult r) {
        return r.steps().stream().flatMap(s -> s.remarks().stream()).anyMatch(HeldSteps::tellsOfOutOfDate);
    }

    @Test
    void whatWasNeverCarriedOutIsCarriedOutOnce() {
        BodyResult r = view();
        assertEquals(96, r.mesh().faceCount());
        assertFalse(isOutOfDate(r));
    }

    @Test
    void itStaysAsItWasWhenSomethingChangesAboveOrInIt() {
        view();
        change(0, new Box(40, 20, 20, 1, 1, 1, Seat.CENTRED));
        BodyResult r = view();
        assertTrue(isOutOfDate(r));
        assertTrue(r.mesh().bounds().maxX() < 15.1, "of the box before");
        change(1, new Subdivide(3));
        assertEquals(96, view().mesh().faceCount());
        assertFalse(done.contains("Subdivide"));
    }

    @Test
    void itWaitsFromTheMomentItIsHeld() {
        d = Edits.setHeld(d, a, List.of(id(1)), false);
        view();
        d = Edits.setHeld(d, a, List.of(id(1)), true);
        view();
        change(1, new Subdivide(3));
        assertEquals(96, view().mesh().faceCount());
    }

    /** What came before a step was let go is not shown when it is held again. */
    @Test
    void heldAgainItDoesNotShowWhatCameLongBefore() {
        view();
        d = Edits.setHeld(d, a, List.of(id(1)), false);
        change(1, new Subdivide(3));
        view();
        d = Edits.setHeld(d, a, List.of(id(1)), true);
        change(1, new Subdivide(4));
        BodyResult r = view();
        assertFalse(isOutOfDate(r), "nothing was kept since it was let go, so it is carried out once");
        assertEquals(1536, r.mesh().faceCount());
        change(1, new Subdivide(5));
        assertEquals(1536, view().mesh().faceCount());
    }

    @Test
    void whatFollowsGoesOnFromWhatIsShown() {
        view();
        change(0, new Box(40, 20, 20, 1, 1, 1, Seat.CENTRED));
        change(2, new Move(new Vec3(100, 0, 0)));
        BodyResult r = view();
        assertTrue(isOutOfDate(r));
        assertEquals(100, r.mesh().bounds().center().x(), 1e-9);
    }

    @Test
    void itIsCarriedOutOnceItIsAskedFor() {
        view();
        change(1, new Subdivide(3));
        view();
        evaluator.askForHeld(id(1));
        BodyResult r = view();
        assertFalse(isOutOfDate(r));
        assertEquals(384, r.mesh().faceCount());
        change(1, new Subdivide(4));
        assertEquals(384, view().mesh().faceCount());
        evaluator.askForHeld();
        assertEquals(1536, view().mesh().faceCount());
    }

    @Test
    void whatIsKnownAlreadyIsShownAtOnce() {
        view();
        Document before = d;
        change(1, new Subdivide(3));
        view();
        evaluator.askForHeld();
        view();
        d = before;
        BodyResult undone = view();
        assertFalse(isOutOfDate(undone));
        assertEquals(96, undone.mesh().faceCount());
    }

    @Test
    void filesGetItAsItIs() {
        view();
        change(1, new Subdivide(3));
        view();
        assertEquals(384, mesh().faceCount());
        assertTrue(isOutOfDate(view()) || view().mesh().faceCount() == 384, "the view may take it over");
    }

    @Test
    void itIsKeptInTheFile() throws Exception {
        Document again = DocumentFile.parse(DocumentFile.toText(d).getBytes(StandardCharsets.UTF_8), "A")
                .document();
        assertTrue(again.bodyOf(a).entries().get(1).held());
        assertFalse(again.bodyOf(a).entries().get(2).held());
        assertEquals(d, again);
    }

    @Test
    void theViewMayHaveFewerLevelsThanTheFile() throws StepException {
        d = Edits.setHeld(d, a, List.of(id(1)), false);
        d = Edits.setValue(d, a, id(1), "inView", 1);
        assertEquals(24, view().mesh().faceCount());
        assertEquals(96, mesh().faceCount());
        d = Edits.setValue(d, a, id(1), "inView", 0);
        assertEquals(6, view().mesh().faceCount());
    }
}
