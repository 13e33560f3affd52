package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Bodies do not grow out of what exact arithmetic is proved for. */
class ReachTest extends OneBody {
    @Test
    void aStepThatGoesTooFarIsLeftOut() {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
        for (int i = 0; i < 4; i++) add(new Scale(new Vec3(1000, 1000, 1000), Vec3.ZERO));
        add(new Move(new Vec3(1, 0, 0)));
        BodyResult r = evaluator.evaluate(d, a, Progress.NONE);
        assertFalse(r.steps().get(3).failed());
        assertTrue(r.steps().get(4).failed(), "5e12 mm");
        assertEquals(
                "This would reach farther out than a million kilometres. Use smaller numbers.",
                r.steps().get(4).remarks().getLast().text());
        assertEquals(5e9 + 1, r.mesh().bounds().maxX(), 1e-3);
    }
}
