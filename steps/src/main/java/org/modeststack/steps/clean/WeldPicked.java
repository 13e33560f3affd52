package org.modeststack.steps.clean;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.HandOrder;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Merges picked vertices into one, or those of them that lie close together. */
@StepInfo(
        type = "weld-picked",
        title = "Weld picked",
        family = Family.CLEAN,
        help = "Merges picked vertices into one at the first, the last or their centre, or only those close together.",
        words = "merge collapse join vertices target")
public record WeldPicked(
        @Param(label = "What", help = "The vertices, or edges and faces whose vertices are meant.", def = "vertices")
        Pick what,

        @Param(
                label = "To",
                help = "To the first or last picked one, to their centre, or to the nearest within a distance.",
                def = "centre")
        To to,

        @Param(
                label = "Within",
                help = "For the nearest: how close.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "1")
        double within,

        @Onward boolean onward)
        implements Step {

    /** Nothing moves farther than the distance. */
    public WeldPicked(Pick what, To to, double within) {
        this(what, to, within, false);
    }

    /** What becomes of the picked vertices. */
    public enum To {
        FIRST,
        LAST,
        CENTRE,
        NEAREST
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        BitSet vertices = picked.to(in, ElementKind.VERTEX).elements();
        if (vertices.isEmpty()) return Unpicked.of(in, "vertices", context);
        if (to == To.NEAREST) {
            boolean[] may = new boolean[in.vertexCount()];
            vertices.stream().forEach(v -> may[v] = true);
            return said(in, Welding.within(in, within, onward, may, context), context);
        }
        int[] order = HandOrder.of(in, what, new Selection(ElementKind.VERTEX, vertices));
        int keep = to == To.LAST ? order[order.length - 1] : order[0];
        Mesh placed = in;
        if (to == To.CENTRE) {
            Vec3 sum = Vec3.ZERO;
            for (int v : order) sum = sum.plus(in.point(v));
            Vec3 c = sum.times(1.0 / order.length);
            double[] xyz = in.xyz().clone();
            xyz[3 * keep] = c.x();
            xyz[3 * keep + 1] = c.y();
            xyz[3 * keep + 2] = c.z();
            placed = in.withPositions(xyz);
        }
        int[] target = new int[in.vertexCount()];
        Arrays.setAll(target, v -> vertices.get(v) ? keep : v);
        return said(in, Welding.collapse(placed, target), context);
    }

    private static Mesh said(Mesh in, Mesh out, StepContext context) {
        int gone = in.vertexCount() - out.vertexCount();
        context.remark(Remark.Level.NOTE, gone + (gone == 1 ? " vertex" : " vertices") + " merged away.");
        return out;
    }

    @Override
    public String sentence() {
        return to == To.NEAREST ? "*Weld* {what} within {within}." : "*Weld* {what} to the {to}.";
    }
}
