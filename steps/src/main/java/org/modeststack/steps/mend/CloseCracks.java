package org.modeststack.steps.mend;

import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.Cracks;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Leads open edges through the open vertices that lie on them. */
@StepInfo(
        type = "close-cracks",
        title = "Close cracks",
        family = Family.CLEAN,
        help =
                "Where the vertices of one border lie on the edges of another, the faces there take them, so that both hang together.",
        words = "t-junction tjunction stitch sew zip gap border")
public record CloseCracks(
        @Param(label = "Borders", help = "Open edges, and the vertices that may lie on them.", def = "edges: border")
        Pick borders,

        @Param(
                label = "Within",
                help = "How far off an edge a vertex may be.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0.01")
        double within)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = borders.on(in, context).to(in, ElementKind.EDGE);
        if (picked.isEmpty()) return Unpicked.of(in, "open edges", context);
        List<Cracks.Side> found = Cracks.of(in, picked.elements(), within);
        CrackClosing closing = new CrackClosing(in, found);
        int n = closing.edges();
        context.remark(
                Remark.Level.NOTE,
                n == 0
                        ? "No open vertex lies on an open edge so that closing it would join faces; nothing changes."
                        : n + (n == 1 ? " edge was" : " edges were") + " led through vertices of the other side.");
        return n == 0 ? in : closing.closed(context.seed());
    }

    @Override
    public String sentence() {
        return "*Close* cracks at {borders}, within {within}.";
    }
}
