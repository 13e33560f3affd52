package org.modeststack.steps.bevel;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Guide;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.round.EdgeRounding;

/** Rounds edges over as many faces as that takes, by the numbers of a bevel. */
final class EdgesOver {
    private static final double NARROW = 1e-3;

    /** Of more edges no rails are shown. */
    private static final int SHOWN = 200;

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

    /** How wide strips can be before they meet, for a bevel of the width 1. */
    static WidestBevels.Known widest(Mesh in, Bevel unit, BevelledElements taken) {
        BitSet edges = taken.elements();
        EdgeWidths widths = new EdgeWidths(in, edges, unit.measure(), unit.amount(), false);
        double[] weights = taken.weights();
        // Stations are chosen for strips that are narrow on this body, whatever its size.
        double narrow = NARROW * in.bounds().diagonal();
        EdgeRounding.Widest found = EdgeRounding.widest(
                in,
                edges,
                e -> narrow * widths.start[in.adjacency().edgeCorner(e, 0)] * (weights == null ? 1 : weights[e]));
        List<Guide> rails = new ArrayList<>();
        boolean shown = edges.cardinality() <= SHOWN;
        for (int i = 0; shown && i < found.rails().size(); i += 2)
            rails.add(new Guide(found.rails().get(i), found.rails().get(i + 1)));
        return new WidestBevels.Known(narrow * found.times(), rails);
    }
}
