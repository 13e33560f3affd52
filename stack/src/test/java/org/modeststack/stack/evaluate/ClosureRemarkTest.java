package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Remark;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** A step that leaves a closed body open, or no solid, says so; what only goes on with it says nothing. */
class ClosureRemarkTest extends OneBody {
    private List<Remark> said(int step) {
        return evaluator.evaluate(d, a, Progress.NONE).steps().get(step).remarks();
    }

    @Test
    void whatOpensABodySaysSo() {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
        add(new Delete(pick("faces: facing 0 0 1 10")));
        add(new Move(new Vec3(1, 0, 0)));
        assertEquals(List.of(), said(0));
        Remark r = said(1).getFirst();
        assertEquals("The body was closed; this leaves 4 open edges.", r.text());
        assertEquals(Remark.Level.NOTE, r.level());
        assertEquals(List.of(), said(2), "it was open before");
    }

    @Test
    void whatLeavesNoSolidSaysSo() {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
        add(new Extrude(pick("faces: facing 0 0 1 10"), 2, Extrude.Direction.TOGETHER, new Vec3(0, 0, 1), 0, 1, true));
        Remark r = said(1).getFirst();
        assertEquals("The body was closed; this leaves 4 edges of three faces and more.", r.text());
        assertEquals(Remark.Level.REMARK, r.level());
    }
}
