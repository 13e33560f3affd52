package org.modeststack.steps.part;

import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;

/** Turns picked elements round an axis through a pivot. */
@StepInfo(
        type = "turn-picked",
        title = "Turn picked",
        family = Family.FACES,
        help = "Turns picked vertices, edges or faces round an axis through their middle or a given point.",
        words = "rotate spin twist soft proportional")
public record TurnPicked(
        @Param(label = "What", help = "What is turned.", def = "faces")
        Pick what,

        @Param(label = "Angle", help = "How far.", unit = Unit.ANGLE, min = -36000, max = 36000, def = "15")
        double angle,

        @Param(label = "Axis", help = "The axis to turn round, of the axes below.", def = "z")
        Axis axis,

        @PartAxes Axes axes,

        @Param(label = "Pivot", help = "Through which point the axis goes.", def = "middle")
        Pivot pivot,

        @GivenPivot Vec3 point,

        @SoftReach double reach,

        @Fading Fade fade)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        Axes.Frame frame = axes.of(in, picked);
        Vec3 k = frame.axis(axis.ordinal()), center = pivot.of(frame, point);
        return MovedVertices.of(in, what, picked, fade, reach, context, (p, w) -> turned(p, center, k, angle * w));
    }

    private static Vec3 turned(Vec3 p, Vec3 center, Vec3 k, double degrees) {
        Vec3 d = p.minus(center);
        double along = d.dot(k);
        Vec3 across = d.minus(k.times(along));
        return center.plus(k.times(along))
                .plus(across.times(Trig.cosDegrees(degrees)))
                .plus(k.cross(across).times(Trig.sinDegrees(degrees)));
    }

    @Override
    public List<Handle> handles(Mesh in) {
        Selection picked = what.on(in).selection();
        if (picked.isEmpty()) return List.of();
        Axes.Frame frame = axes.of(in, picked);
        Vec3 k = frame.axis(axis.ordinal()), center = pivot.of(frame, point);
        // The arm reaches to the outermost picked vertex, so that it shows what is turned.
        double arm = 0;
        for (int v : picked.to(in, ElementKind.VERTEX).elements().stream().toArray()) {
            Vec3 d = in.point(v).minus(center);
            arm = Math.max(arm, d.minus(k.times(d.dot(k))).length());
        }
        if (arm == 0) arm = 0.1 * in.bounds().diagonal();
        Vec3 at = center.plus(frame.axis((axis.ordinal() + 1) % 3).times(arm));
        Handle turn = Handle.turning("angle", center, turned(at, center, k, angle), k);
        return pivot == Pivot.GIVEN ? List.of(turn, Handle.point("point", point)) : List.of(turn);
    }

    @Override
    public String sentence() {
        return "*Turn* {what} by {angle} round {axis}" + pivot.words() + MovedVertices.tail(axes, reach);
    }
}
