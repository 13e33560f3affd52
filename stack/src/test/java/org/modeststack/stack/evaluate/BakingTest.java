package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Which steps are frozen and brought back, and where the marker line stands then. */
class BakingTest extends OneBody {
    @BeforeEach
    void sixSteps() {
        start(new Box(4, 4, 4, 1, 1, 1, Seat.CENTRED));
        for (int i = 1; i < 6; i++) add(i == 3 ? new Subdivide(1) : new Move(new Vec3(i, 0, 0)));
    }

    private Document bake(Document from, int first, int last) throws StepException {
        return Baking.bake(from, a, first, last, evaluator.evaluate(from, a, Progress.NONE));
    }

    @ParameterizedTest
    @CsvSource({"0, 5", "0, 0", "1, 1", "2, 4", "5, 5", "1, 3"})
    void theStepsFromTheFirstToTheLastBecomeOneAndCanComeBack(int first, int last) throws StepException {
        Document baked = bake(d, first, last);
        Body b = baked.bodyOf(a);
        assertEquals(6 - (last - first), b.entries().size());
        Baked step = assertInstanceOf(Baked.class, b.entries().get(first).step());
        assertEquals(d.bodyOf(a).entries().subList(first, last + 1), step.from());
        assertEquals(d.bodyOf(a).entries().subList(0, first), b.entries().subList(0, first));
        assertEquals(
                d.bodyOf(a).entries().subList(last + 1, 6).stream()
                        .map(e -> e.id())
                        .toList(),
                b.entries().subList(first + 1, b.entries().size()).stream()
                        .map(e -> e.id())
                        .toList());
        assertEquals(d.nextId(), b.entries().get(first).id());
        assertEquals(d.nextId() + 1, baked.nextId());
        assertTrue(mesh().sameAs(evaluator.evaluate(baked, a, Progress.NONE).mesh()));
        Document back = Baking.unbake(baked, a, d.nextId());
        assertEquals(d.bodyOf(a), back.bodyOf(a));
    }

    /** Six steps, of which those from 3 to 5 are baked; the marker is counted in steps that are shown. */
    @ParameterizedTest
    @CsvSource({"1, 1, 1", "2, 2, 2", "3, 3, 5", "4, 3, 5", "5, 3, 5", "6, 4, 6"})
    void theMarkerLineStaysWhereItWasOrStandsBehindWhatIsFrozen(int before, int after, int back) throws StepException {
        Document marked = Edits.setMarker(d, a, before);
        Document baked = bake(marked, 2, 4);
        assertEquals(after, baked.bodyOf(a).shownSteps());
        assertEquals(back, Baking.unbake(baked, a, marked.nextId()).bodyOf(a).shownSteps());
    }

    @Test
    void theMarkerMovesWithStepsAboveWhatIsFrozen() throws StepException {
        Document marked = Edits.setMarker(d, a, 5);
        Document baked = bake(marked, 1, 2);
        assertEquals(4, baked.bodyOf(a).shownSteps());
        assertEquals(5, Baking.unbake(baked, a, marked.nextId()).bodyOf(a).shownSteps());
        // Below it nothing moves.
        Document low = Edits.setMarker(d, a, 1);
        assertEquals(1, bake(low, 1, 2).bodyOf(a).shownSteps());
        assertEquals(
                1, Baking.unbake(bake(low, 1, 2), a, low.nextId()).bodyOf(a).shownSteps());
    }

    @Test
    void whatIsNotBakedOrNotThereIsNotBroughtBack() {
        assertSame(d, Baking.unbake(d, a, d.bodyOf(a).entries().get(2).id()));
        assertSame(d, Baking.unbake(d, a, 9999));
    }

    @Test
    void onlyAFaultAmongTheStepsThemselvesKeepsThemFromBeingBaked() throws StepException {
        Document faulty = Edits.addStep(d, a, 3, new BooleanStep(Operation.UNION, Bodies.of("nobody")));
        for (int[] range : new int[][] {{3, 3}, {2, 3}, {3, 5}, {0, 6}}) {
            StepException e = assertThrows(StepException.class, () -> bake(faulty, range[0], range[1]));
            assertEquals("Step 4 is at fault; put it right or switch it off before baking.", e.getMessage());
        }
        assertEquals(5, bake(faulty, 0, 2).bodyOf(a).entries().size());
        assertEquals(5, bake(faulty, 4, 6).bodyOf(a).entries().size());
        Document off = Edits.setEnabled(
                faulty, a, List.of(faulty.bodyOf(a).entries().get(3).id()), false);
        assertEquals(5, bake(off, 2, 4).bodyOf(a).entries().size());
    }
}
