package org.modeststack.steps.patch;

import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.select.Growing;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Joins two openings by a tunnel. */
@StepInfo(
        type = "bridge",
        title = "Bridge",
        family = Family.FACES,
        help = "Joins two rings of open edges by a wall between them; picked faces are opened first.",
        words = "connect loops tunnel join tube loft")
public record Bridge(
        @Param(label = "Between", help = "Two rings of open edges, or two groups of faces.", def = "faces")
        Pick between,

        @Param(label = "Segments", help = "Rows of faces between the two.", min = 1, max = 1000, def = "1")
        int segments,

        @Param(
                label = "Twist",
                help = "By how many edges one ring is turned against the other.",
                min = -1000,
                max = 1000,
                def = "0")
        int twist)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = between.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(between.kind()), context);
        BitSet away = between.kind() == ElementKind.FACE ? picked.elements() : new BitSet();
        Tunnel t = new Tunnel(in, away);
        BitSet edges = (between.kind() == ElementKind.FACE ? Growing.rim(in, picked) : picked.to(in, ElementKind.EDGE))
                .elements();
        int rings = t.find(edges);
        if (rings != 2) {
            context.remark(
                    Remark.Level.REMARK,
                    "A bridge needs two closed rings of open edges; "
                            + (rings == 0 ? "none is" : rings == 1 ? "one is" : rings + " are") + " picked.");
            return in;
        }
        if (t.ringsTouch()) return unchanged(in, "The two rings touch each other", context);
        if (t.isUneven() && segments > 1)
            context.remark(
                    Remark.Level.REMARK,
                    "The rings have different numbers of edges, so triangles fill in, in the row at the second ring.");
        Mesh out = t.build(segments, twist, context);
        Closure before = Closure.of(in), after = Closure.of(out);
        if (after.open() > before.open() || after.branching() > before.branching() || after.turned() > before.turned())
            return unchanged(in, "The wall would lie on edges that are there already; twisted, it may not", context);
        return out;
    }

    private static Mesh unchanged(Mesh in, String why, StepContext context) {
        context.remark(Remark.Level.REMARK, why + ". No bridge was built.");
        return in;
    }

    @Override
    public String sentence() {
        return "*Bridge* {between}" + (segments > 1 ? " in {segments} rows" : "")
                + (twist == 0 ? "" : ", twisted by {twist}") + ".";
    }
}
