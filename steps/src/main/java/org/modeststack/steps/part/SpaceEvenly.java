package org.modeststack.steps.part;

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
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Puts the vertices of picked chains evenly apart along the way they lie on, and straightens it where asked. */
@StepInfo(
        type = "space-evenly",
        title = "Space evenly",
        family = Family.FACES,
        help = "Puts the vertices along picked edges evenly apart on the line they make, and relaxes that line.",
        words = "even spacing distribute relax straighten loop")
public record SpaceEvenly(
        @Param(label = "Chains", help = "Edges in a row; for faces, their outline.", def = "edges")
        Pick chains,

        @Param(label = "Relax", help = "How often bends are smoothed out.", min = 0, max = 1000, def = "0")
        int relax,

        @Param(
                label = "Share",
                help = "How much of the way: 1 is quite even.",
                unit = Unit.FACTOR,
                min = 0,
                max = 1,
                def = "1")
        double share)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = chains.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, "edges", context);
        Chain.Found found = Outlines.of(in, picked);
        double[] out = in.xyz().clone();
        for (Chain c : found.chains()) {
            Vec3[] p = new Vec3[c.size()];
            for (int i = 0; i < p.length; i++) p[i] = in.point(c.at(i));
            for (int k = 0; k < relax; k++) p = relaxed(p, c.closed());
            p = even(p, c.closed());
            for (int i = 0; i < p.length; i++) {
                Vec3 was = in.point(c.at(i)), to = was.plus(p[i].minus(was).times(share));
                out[3 * c.at(i)] = to.x();
                out[3 * c.at(i) + 1] = to.y();
                out[3 * c.at(i) + 2] = to.z();
            }
        }
        if (found.branching() > 0)
            context.remark(Remark.Level.REMARK, "Picked edges that branch have no order and were left as they are.");
        return in.withPositions(out);
    }

    /** Each vertex half way to the middle of its neighbours; ends stay. */
    private static Vec3[] relaxed(Vec3[] p, boolean closed) {
        int n = p.length;
        Vec3[] out = p.clone();
        for (int i = closed ? 0 : 1; i < (closed ? n : n - 1); i++) {
            Vec3 mid = p[(i + n - 1) % n].plus(p[(i + 1) % n]).times(0.5);
            out[i] = p[i].plus(mid).times(0.5);
        }
        return out;
    }

    /** Along the way through the points, at equal lengths; the first stays, and the last where there are ends. */
    private static Vec3[] even(Vec3[] p, boolean closed) {
        int n = p.length, parts = closed ? n : n - 1;
        double[] at = new double[parts + 1];
        for (int i = 0; i < parts; i++)
            at[i + 1] = at[i] + p[(i + 1) % n].minus(p[i]).length();
        Vec3[] out = p.clone();
        int seg = 0;
        for (int i = 1; i < parts; i++) {
            double wish = at[parts] * i / parts;
            while (seg < parts - 1 && at[seg + 1] < wish) seg++;
            double l = at[seg + 1] - at[seg], t = l > 0 ? (wish - at[seg]) / l : 0;
            out[i] = p[seg].plus(p[(seg + 1) % n].minus(p[seg]).times(t));
        }
        return out;
    }

    @Override
    public String sentence() {
        return "*Space evenly* {chains}" + (relax > 0 ? ", relaxed {relax} times" : "")
                + (share == 1 ? "" : ", {share} of the way") + ".";
    }
}
