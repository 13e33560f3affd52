package org.modeststack.steps.part;

import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
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

        @Param(
                label = "Plane",
                help = "The plane that fits best, one square to an axis, or that of another body's nearest face.",
                def = "best")
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
        double share,

        @Param(label = "Body", help = "The other body whose nearest face gives the plane.")
        Bodies body)
        implements Step {

    public Flatten(Pick what, Plane plane, Through through, double position, double share) {
        this(what, plane, through, position, share, Bodies.NONE);
    }

    /** Which way the plane looks. */
    public enum Plane {
        BEST,
        ACROSS_X,
        ACROSS_Y,
        ACROSS_Z,
        OF_BODY
    }

    /** What the plane goes through. */
    public enum Through {
        MIDDLE,
        POSITION
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = what.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(what.kind()), context);
        BitSet vertices = picked.to(in, ElementKind.VERTEX).elements();
        double[] out = in.xyz().clone();
        if (isAcross()) {
            int axis = axis();
            double to = position(in, vertices);
            // All get the same number, to the last digit.
            vertices.stream()
                    .forEach(v ->
                            out[3 * v + axis] = share == 1 ? to : out[3 * v + axis] + share * (to - out[3 * v + axis]));
            return in.withPositions(out);
        }
        FitPlane fit = plane == Plane.OF_BODY ? ofBody(in, vertices, context) : FitPlane.of(in, vertices);
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

    private boolean isAcross() {
        return plane == Plane.ACROSS_X || plane == Plane.ACROSS_Y || plane == Plane.ACROSS_Z;
    }

    private int axis() {
        return plane.ordinal() - Plane.ACROSS_X.ordinal();
    }

    private double position(Mesh in, BitSet vertices) {
        return through == Through.POSITION
                ? position
                : FitPlane.middle(in, vertices).get(axis());
    }

    /** The plane of the face of another body that comes nearest to the middle of what is picked. */
    private FitPlane ofBody(Mesh in, BitSet vertices, StepContext context) throws StepException {
        if (body.ids().size() != 1) throw StepException.asking("Choose the one body whose face gives the plane.");
        Mesh other = context.body(body.ids().getFirst());
        SurfacePoint nearest = SurfacePoint.nearest(other, FitPlane.middle(in, vertices));
        if (nearest == null) throw new StepException(context.bodyName(body.ids().getFirst()) + " has no faces.");
        return new FitPlane(nearest.at(), FaceFrames.of(other).normal(nearest.face()));
    }

    @Override
    public List<Handle> handles(Mesh in) {
        Selection picked = what.on(in).selection();
        if (!isAcross() || through != Through.POSITION || picked.isEmpty()) return List.of();
        BitSet vertices = picked.to(in, ElementKind.VERTEX).elements();
        Vec3 middle = FitPlane.middle(in, vertices), way = Axis.values()[axis()].direction();
        Vec3 at = middle.plus(way.times(position - middle.get(axis())));
        return List.of(
                new Handle("position", at.minus(way.times(0.2 * in.bounds().diagonal())), at, 1));
    }

    @Override
    public boolean hasTools() {
        return false;
    }

    @Override
    public String sentence() {
        String how = plane == Plane.BEST
                ? ""
                : plane == Plane.OF_BODY
                        ? " onto the nearest face of {body}"
                        : through == Through.MIDDLE ? " {plane}" : " {plane} at {position}";
        return "*Flatten* {what}" + how + (share == 1 ? "" : ", {share} of the way") + ".";
    }
}
