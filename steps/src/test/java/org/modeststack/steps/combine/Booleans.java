package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;

/** What the tests of booleans share: carrying them out and the rules that every result must keep. */
final class Booleans {
    /** The context of the last one that was carried out, for its remarks. */
    static TestContext last;

    private Booleans() {}

    static Mesh combine(Operation op, Mesh first, Mesh... others) throws StepException {
        return combine(op, false, first, others);
    }

    /** @param flip whether open sheets keep the other side */
    static Mesh combine(Operation op, boolean flip, Mesh first, Mesh... others) throws StepException {
        return combine(with -> new BooleanStep(op, with, flip, true, true), first, others);
    }

    /** @param step with its own choices */
    static Mesh combine(Function<Bodies, BooleanStep> step, Mesh first, Mesh... others) throws StepException {
        last = new TestContext(7);
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < others.length; i++) {
            String id = others.length == 1 ? "b" : "b" + (i + 1);
            ids.add(id);
            last.bodies.put(id, others[i]);
        }
        return step.apply(new Bodies(ids)).apply(first, last);
    }

    static Mesh union(Mesh first, Mesh... others) throws StepException {
        return combine(Operation.UNION, first, others);
    }

    static Mesh difference(Mesh first, Mesh... others) throws StepException {
        return combine(Operation.DIFFERENCE, first, others);
    }

    static Mesh common(Mesh first, Mesh... others) throws StepException {
        return combine(Operation.INTERSECTION, first, others);
    }

    static double volume(Mesh m) {
        return m.isEmpty() ? 0 : Measures.of(m).volume();
    }

    /** Every edge has two faces, which run along it in opposite directions. */
    static void assertClosed(Mesh m) {
        Health h = Health.of(m);
        assertEquals(0, h.borderEdges(), "border edges");
        assertEquals(0, h.flippedEdges(), "flipped edges");
        assertEquals(0, h.nonManifoldEdges(), "edges with three or more faces");
    }

    static void assertSound(Mesh m) {
        assertClosed(m);
        Validity v = Validity.of(m);
        assertTrue(v.isSound(), v.toString());
    }

    /** Volumes after set algebra; see "Boolean identities" in any text on sets. */
    static void assertIdentities(Mesh a, Mesh b, double tolerance) throws StepException {
        Mesh union = union(a, b), common = common(a, b), difference = difference(a, b);
        double va = volume(a), vb = volume(b), scale = Math.abs(va) + Math.abs(vb);
        assertEquals(va + vb, volume(union) + volume(common), tolerance * scale, "V(A)+V(B) = V(A∪B)+V(A∩B)");
        assertEquals(va, volume(common) + volume(difference), tolerance * scale, "V(A) = V(A∩B)+V(A−B)");
        for (Mesh m : new Mesh[] {union, common, difference}) assertClosed(m);
    }
}
