package org.modeststack.steps.part;

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
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Brings picked elements into one plane. */
@StepInfo(
        type = "flatten",
        title = "Flatten",
        family = Family.FACES,
        help = "Brings picked vertices, edges or faces into one plane: the one that fits best, or one across an axis.",
        words = "planar plane level align straighten mirror seam")
public record Flatten(
        @Param(label = "What", help = "What becomes flat.", def = "faces")
        Pick what,

        @Param(label = "Plane", help = "The plane that fits best, or one square to an axis.", def = "best")
        Plane plane,

        @Param(
                label = "Through",
                help = "The middle of what is picked, or a given position on the axis.",
                def = "middle")
        Through through,

        @Param(
                label = "Position",
                help = "Where on the axis, for planes across one; 0 is the middle plane of the body's axes.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0")
        double position,

        @Param(
                label = "Share",
                help = "How much of the way: 1 is quite flat.",
                unit = Unit.FACTOR,
                min = 0,
                max = 1,
                def = "1")
        double share)
        implements Step {

    /** Which way the plane looks. */
    public enum Plane {
        BEST,
        ACROSS_X,
        ACROSS_Y,
        ACROSS_Z
    }

    /** What the plane goes through. */
    public enum Through {
        MIDDLE,
        POSITION
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(what.kind()), context);
        BitSet vertices = picked.to(in, ElementKind.VERTEX).elements();
        double[] out = in.xyz().clone();
        if (plane != Plane.BEST) {
            int axis = plane.ordinal() - 1;
            double to = through == Through.POSITION
                    ? position
                    : FitPlane.middle(in, vertices).get(axis);
            // All get the same number, to the last digit.
            vertices.stream()
                    .forEach(v ->
                            out[3 * v + axis] = share == 1 ? to : out[3 * v + axis] + share * (to - out[3 * v + axis]));
            return in.withPositions(out);
        }
        FitPlane fit = FitPlane.of(in, vertices);
        if (fit.normal().equals(Vec3.ZERO)) {
            context.remark(Remark.Level.REMARK, "What is picked lies on one line, so no plane fits it best.");
            return in;
        }
        vertices.stream().forEach(v -> {
            Vec3 p = in.point(v);
            Vec3 q = p.minus(fit.normal().times(share * p.minus(fit.middle()).dot(fit.normal())));
            out[3 * v] = q.x();
            out[3 * v + 1] = q.y();
            out[3 * v + 2] = q.z();
        });
        return in.withPositions(out);
    }

    @Override
    public String sentence() {
        String how = plane == Plane.BEST ? "" : through == Through.MIDDLE ? " {plane}" : " {plane} at {position}";
        return "*Flatten* {what}" + how + (share == 1 ? "" : ", {share} of the way") + ".";
    }
}
