package org.modeststack.steps.mend;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.steps.Family;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;

/** Parts surfaces that meet in one edge or touch in one vertex. */
@StepInfo(
        type = "part-at-bad-edges",
        title = "Part at bad edges",
        family = Family.CLEAN,
        help =
                "Gives surfaces vertices of their own where three or more faces meet in an edge, or surfaces only touch in"
                        + " a vertex. Of the faces at an edge those with solid between them stay together.",
        words = "manifold split edge vertex separate non-manifold")
public record PartSurfaces() implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Faults faults = Faults.quick(in);
        int edges = faults.count(FaultKind.BRANCHING_EDGE), vertices = faults.count(FaultKind.JOINED_FANS);
        if (edges + vertices == 0) {
            context.remark(Remark.Level.NOTE, "No surfaces meet in one edge or vertex, so nothing changes.");
            return in;
        }
        Mesh out = new SurfaceParting(in).parted(context.seed());
        int open = Faults.quick(out).count(FaultKind.OPEN_EDGE) - faults.count(FaultKind.OPEN_EDGE);
        context.remark(
                Remark.Level.NOTE,
                "Parted at " + edges + (edges == 1 ? " edge and " : " edges and ") + vertices
                        + (vertices == 1 ? " vertex" : " vertices")
                        + (open > 0 ? "; " + open + (open == 1 ? " edge is" : " edges are") + " open now." : "."));
        return out;
    }

    @Override
    public String sentence() {
        return "*Part* surfaces that meet in one edge or vertex.";
    }
}
