package org.modeststack.steps.bevel;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Guide;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.rail.StripWidths;
import org.modeststack.steps.round.EdgeRounding;

/** Rounds edges over as many faces as that takes, by the numbers of a bevel. */
final class EdgesOver {
    /** The width with which stations are chosen, as a share of the body. */
    private static final double NARROW = 1e-3;

    /** Of more edges no rails are shown. */
    private static final int SHOWN = 200;

    private EdgesOver() {}

    static EdgeRounding.Rounded round(Mesh in, Bevel bevel, BevelledElements taken, StepContext context)
            throws StepException {
        String material = bevel.material().isBlank() ? null : bevel.material();
        boolean grids = bevel.meeting() == Meeting.GRID;
        return new EdgeRounding(in, taken.elements(), bevel.profileCurve(), grids, material, context)
                .round(
                        bevel.measure() == Measure.RADIUS
                                ? widths(in, bevel, taken).rolling(amounts(bevel, taken))
                                : widths(in, bevel, taken));
    }

    /** What is asked for at each edge, by the measure. */
    private static IntToDoubleFunction amounts(Bevel bevel, BevelledElements taken) {
        double[] weights = taken.weights();
        return e -> bevel.amount() * (weights == null ? 1 : weights[e]);
    }

    /** Between planes, where the measure is a radius. */
    private static StripWidths widths(Mesh in, Bevel bevel, BevelledElements taken) {
        StripWidths out;
        if (bevel.measure() == Measure.SAME)
            out = StripWidths.of(amounts(bevel, taken)).alongSharpEdges();
        else {
            EdgeWidths widths = new EdgeWidths(in, taken.elements(), bevel.measure(), bevel.amount(), false);
            double[] weights = taken.weights();
            out = StripWidths.of(
                    e -> widths.start[in.adjacency().edgeCorner(e, 0)] * (weights == null ? 1 : weights[e]));
        }
        if (bevel.taper() == 1) return out;
        double[] taper = Taper.along(in, taken.elements(), bevel.taper());
        return out.tapering(v -> taper[v]);
    }

    /** How wide strips can be before they meet, for a bevel of the width 1. */
    static WidestBevels.Known widest(Mesh in, Bevel unit, BevelledElements taken) {
        BitSet edges = taken.elements();
        StripWidths widths = widths(in, unit, taken);
        // Stations are chosen for strips that are narrow on this body, whatever its size.
        double narrow = NARROW * in.bounds().diagonal();
        EdgeRounding.Widest found = EdgeRounding.widest(in, edges, widths.times(narrow));
        List<Guide> rails = new ArrayList<>();
        boolean shown = edges.cardinality() <= SHOWN;
        for (int i = 0; shown && i < found.rails().size(); i += 2)
            rails.add(new Guide(found.rails().get(i), found.rails().get(i + 1)));
        return new WidestBevels.Known(narrow * found.times(), rails);
    }
}
