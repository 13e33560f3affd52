package org.modeststack.steps.part;

import java.util.BitSet;
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

/** Brings closed loops of picked edges onto a circle. */
@StepInfo(
        type = "loop-to-circle",
        title = "Loop to circle",
        family = Family.FACES,
        help = "Brings each closed loop of picked edges onto a circle in the plane that fits it best.",
        words = "round circular ring circle loop")
public record LoopToCircle(
        @Param(label = "Loops", help = "Edges that make closed loops; for faces, their outline.", def = "edges")
        Pick loops,

        @Param(
                label = "Size",
                help = "The mean distance of the loop from its middle, or a given diameter.",
                def = "mean")
        Size size,

        @Param(label = "Diameter", help = "The given diameter.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "20")
        double diameter,

        @Param(label = "Spacing", help = "Vertices evenly apart, or each at the angle where it is.", def = "even")
        Spacing spacing,

        @Param(
                label = "Share",
                help = "How much of the way: 1 is quite round.",
                unit = Unit.FACTOR,
                min = 0,
                max = 1,
                def = "1")
        double share)
        implements Step {

    /** How large the circle is. */
    public enum Size {
        MEAN,
        GIVEN
    }

    /** Where on the circle the vertices are. */
    public enum Spacing {
        EVEN,
        KEPT
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = loops.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, "edges", context);
        Chain.Found found = Outlines.of(in, picked);
        double[] out = in.xyz().clone();
        int left = found.branching();
        for (Chain c : found.chains()) {
            if (!c.closed() || !round(in, c, out)) left++;
        }
        if (left > 0) {
            context.remark(
                    Remark.Level.REMARK,
                    left + (left == 1 ? " chain of edges was" : " chains of edges were")
                            + " left as found: only closed loops that do not branch can become circles.");
        }
        return in.withPositions(out);
    }

    private boolean round(Mesh in, Chain c, double[] out) {
        BitSet vertices = new BitSet();
        for (int i = 0; i < c.size(); i++) vertices.set(c.at(i));
        FitPlane fit = FitPlane.of(in, vertices);
        if (fit.normal().equals(Vec3.ZERO)) return false;
        Vec3 m = fit.middle(), n = fit.normal();
        Vec3 x = flat(in.point(c.at(0)).minus(m), n);
        if (x.length() == 0) return false;
        x = x.unit();
        Vec3 y = n.cross(x);
        int count = c.size();
        double radius = 0, turned = 0;
        double[] angle = new double[count];
        for (int i = 0; i < count; i++) {
            Vec3 d = in.point(c.at(i)).minus(m);
            radius += Math.hypot(d.dot(x), d.dot(y)) / count;
            angle[i] = Math.atan2(d.dot(y), d.dot(x));
            if (i > 0) turned += Math.IEEEremainder(angle[i] - angle[i - 1], 2 * Math.PI);
        }
        if (size == Size.GIVEN) radius = diameter / 2;
        double way = turned >= 0 ? 1 : -1, shift = 0;
        // The even circle is turned so that vertices move as little as they can, all in all.
        for (int i = 0; i < count; i++)
            shift += Math.IEEEremainder(angle[i] - way * 2 * Math.PI * i / count, 2 * Math.PI) / count;
        for (int i = 0; i < count; i++) {
            double a = spacing == Spacing.EVEN ? shift + way * 2 * Math.PI * i / count : angle[i];
            Vec3 p = in.point(c.at(i));
            Vec3 q = m.plus(x.times(radius * Math.cos(a))).plus(y.times(radius * Math.sin(a)));
            Vec3 to = p.plus(q.minus(p).times(share));
            out[3 * c.at(i)] = to.x();
            out[3 * c.at(i) + 1] = to.y();
            out[3 * c.at(i) + 2] = to.z();
        }
        return true;
    }

    private static Vec3 flat(Vec3 d, Vec3 n) {
        return d.minus(n.times(d.dot(n)));
    }

    @Override
    public String sentence() {
        return "*Make round* {loops}" + (size == Size.GIVEN ? ", {diameter} across" : "")
                + (spacing == Spacing.KEPT ? ", spacing {spacing}" : "") + (share == 1 ? "" : ", {share} of the way")
                + ".";
    }
}
