package org.modeststack.bench.booleans;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;

/** What must hold of the booleans of two closed solids, whatever they are and wherever they lie. */
final class BooleanCheck {
    /** How far off volumes may be, relative to their sum. */
    static final double TOLERANCE = 1e-12;
    /** The same where solids lie on each other but for hardly anything, so that edges without length are taken out. */
    static final double NEAR_TOLERANCE = 1e-9;

    private BooleanCheck() {}

    /** Volumes of union, difference and intersection. */
    static double[] volumes(Mesh a, Mesh b) throws StepException {
        double[] v = new double[3];
        for (Operation op : Operation.values()) v[op.ordinal()] = volume(BooleanCases.combine(a, b, op));
        return v;
    }

    /** @return what does not hold, in words; empty if all does */
    static List<String> faults(BooleanCases.Pair pair) {
        double tolerance = pair.position().isNear() ? NEAR_TOLERANCE : TOLERANCE;
        return faults(pair.a(), pair.b(), Arrangement.Choices.USUAL, tolerance);
    }

    /** @param tolerance how far off the identities of volumes may be, as a share of the sum of the two */
    static List<String> faults(Mesh a, Mesh b, Arrangement.Choices choices, double tolerance) {
        List<String> faults = new ArrayList<>();
        try {
            double[] v = new double[3];
            for (Operation op : Operation.values()) {
                Mesh m = BooleanCases.combine(a, b, op, choices);
                v[op.ordinal()] = volume(m);
                Health h = Health.of(m);
                if (!h.isClosed()) {
                    faults.add(op + ": " + h.borderEdges() + " open, " + h.nonManifoldEdges() + " crowded, "
                            + h.flippedEdges() + " flipped edges");
                }
                Validity shape = Validity.of(m);
                if (!shape.isSound()) faults.add(op + ": " + shape);
            }
            double va = volume(a), vb = volume(b), scale = va + vb;
            double union = v[Operation.UNION.ordinal()], rest = v[Operation.DIFFERENCE.ordinal()];
            double common = v[Operation.INTERSECTION.ordinal()];
            double first = (va + vb - union - common) / scale, second = (va - rest - common) / scale;
            if (!(Math.abs(first) <= tolerance)) faults.add("V(A) + V(B) is off V(A∪B) + V(A∩B) by " + first);
            if (!(Math.abs(second) <= tolerance)) faults.add("V(A) is off V(A−B) + V(A∩B) by " + second);
        } catch (StepException | RuntimeException e) {
            faults.add(e.toString() + at(e));
        }
        return faults;
    }

    private static double volume(Mesh m) {
        return m.isEmpty() ? 0 : Measures.of(m).volume();
    }

    private static String at(Exception e) {
        return e.getStackTrace().length == 0 ? "" : " at " + e.getStackTrace()[0];
    }
}
