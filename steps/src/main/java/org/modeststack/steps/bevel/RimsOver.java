package org.modeststack.steps.bevel;

import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.round.LoopRounding;
import org.modeststack.steps.round.Section;

/** Rounds rims over as many faces as that takes, by the numbers of a bevel. */
final class RimsOver {
    private final Mesh in;
    private final Bevel bevel;
    private final BevelledElements taken;
    private final StepContext context;

    RimsOver(Mesh in, Bevel bevel, BevelledElements taken, StepContext context) {
        this.in = in;
        this.bevel = bevel;
        this.taken = taken;
        this.context = context;
    }

    LoopRounding.Rounded round() throws StepException {
        BitSet edges = taken.elements();
        EdgeWidths widths = new EdgeWidths(in, edges, bevel.measure(), bevel.amount(), false);
        double[] weights = taken.weights();
        String material = bevel.material().isBlank() ? null : bevel.material();
        return new LoopRounding(in, section(bevel.profileCurve()), material, context)
                .round(edges, e -> widths.start[in.adjacency().edgeCorner(e, 0)] * (weights == null ? 1 : weights[e]));
    }

    private static Section section(ProfileCurve curve) {
        return new Section() {
            @Override
            public int segments() {
                return curve.segments();
            }

            @Override
            public void at(double turn, double[] out) {
                curve.at(turn, out);
            }
        };
    }
}
