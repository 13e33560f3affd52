package org.modeststack.steps.part;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
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

        @Param(label = "Axes", help = "The body's axes, or Z along the normal, or X along the edges.", def = "body")
        Axes axes,

        @Param(label = "Pivot", help = "Through which point the axis goes.", def = "middle")
        Pivot pivot,

        @Param(label = "Point", help = "The given pivot.", unit = Unit.LENGTH, min = -1e9, max = 1e9, def = "0 0 0")
        Vec3 point,

        @Param(
                label = "Reach",
                help = "How far around it fades out; 0 turns only what is picked.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0")
        double reach,

        @Param(label = "Fade", help = "How it fades out.", def = "smooth")
        Fade fade)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        Axes.Frame frame = axes.of(in, picked);
        Vec3 k = frame.axis(axis.ordinal()), center = pivot.of(frame, point);
        return Moved.of(in, what, picked, fade, reach, context, (p, w) -> {
            double cos = Trig.cosDegrees(angle * w), sin = Trig.sinDegrees(angle * w);
            Vec3 d = p.minus(center);
            double along = d.dot(k);
            Vec3 across = d.minus(k.times(along));
            return center.plus(k.times(along))
                    .plus(across.times(cos))
                    .plus(k.cross(across).times(sin));
        });
    }

    @Override
    public String sentence() {
        return "*Turn* {what} by {angle} round {axis}" + pivot.words() + Moved.tail(axes, reach);
    }
}
