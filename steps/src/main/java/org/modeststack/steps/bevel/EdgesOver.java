package org.modeststack.steps.bevel;

import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.round.EdgeRounding;

/** Rounds edges over as many faces as that takes, by the numbers of a bevel. */
final class EdgesOver {
    private EdgesOver() {}

    static EdgeRounding.Rounded round(Mesh in, Bevel bevel, BevelledElements taken, StepContext context)
            throws StepException {
        BitSet edges = taken.elements();
        EdgeWidths widths = new EdgeWidths(in, edges, bevel.measure(), bevel.amount(), false);
        double[] weights = taken.weights();
        String material = bevel.material().isBlank() ? null : bevel.material();
        return new EdgeRounding(in, edges, bevel.profileCurve(), bevel.meeting() == Meeting.GRID, material, context)
                .round(e -> widths.start[in.adjacency().edgeCorner(e, 0)] * (weights == null ? 1 : weights[e]));
    }
}
