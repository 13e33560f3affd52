package org.modeststack.steps.mend;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.FaultLimits;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.clean.Welding;

/** Takes out edges and faces that are too small or thin to be meant. */
@StepInfo(
        type = "collapse-slivers",
        title = "Collapse slivers",
        family = Family.CLEAN,
        help = "Merges the ends of short edges and takes out triangles as thin as a line.",
        words = "degenerate short edge needle thin zero area decimate")
public record CollapseSmall(
        @Param(
                label = "Shorter than",
                help = "Edges shorter than this vanish; 0 for a hundredth of a usual edge.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0")
        double shorterThan,

        @Param(
                label = "Thinner than",
                help = "Triangles whose height is less than this share of their longest side vanish.",
                min = 0,
                max = 0.5,
                def = "0.02")
        double thinnerThan)
        implements Step {

    private static final int ROUNDS = 6;

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        double limit = shorterThan > 0 ? shorterThan : FaultLimits.suggested(in).shortEdge();
        Mesh now = in;
        int edges = 0, triangles = 0;
        for (int round = 0; round < ROUNDS; round++) {
            context.progress((double) round / ROUNDS);
            SmallEdges small = new SmallEdges(now);
            Mesh merged = Welding.collapse(now, small.targets(limit, thinnerThan));
            FlatTriangles flat = new FlatTriangles(merged, thinnerThan);
            if (small.merged() + flat.count() == 0 || merged.isEmpty()) break;
            edges += small.merged();
            triangles += flat.count();
            now = flat.takenOut();
        }
        if (edges + triangles == 0) {
            context.remark(Remark.Level.NOTE, "Nothing is that short or thin, so nothing changes.");
            return in;
        }
        context.remark(
                Remark.Level.NOTE,
                edges + (edges == 1 ? " edge and " : " edges and ") + triangles
                        + (triangles == 1 ? " triangle" : " triangles") + " taken out.");
        return now;
    }

    @Override
    public String sentence() {
        return "*Collapse* slivers thinner than {thinnerThan}"
                + (shorterThan > 0 ? " and edges below {shorterThan}." : ".");
    }
}
