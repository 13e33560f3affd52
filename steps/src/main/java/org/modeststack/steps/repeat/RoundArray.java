package org.modeststack.steps.repeat;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Placement;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;
import org.modeststack.steps.clean.Onward;
import org.modeststack.steps.place.AxisTurn;

/** Copies round an axis. */
@StepInfo(
        type = "round-array",
        title = "Repeat round an axis",
        family = Family.REPEAT,
        help = "A polar array: copies of everything so far, turned about an axis in equal parts.",
        words = "array polar circular radial copies bolt circle pattern")
public record RoundArray(
        @Param(label = "Count", help = "How many there are in all.", min = 1, max = 100000, def = "6")
        int count,

        @Param(label = "Axis", help = "The axis to turn round.", def = "z")
        Axis axis,

        @Param(
                label = "Angle",
                help = "The turn they share out; a full turn has no second copy at its end.",
                unit = Unit.ANGLE,
                min = -36000,
                max = 36000,
                def = "360")
        double angle,

        @Param(
                label = "Centre",
                help = "A point on the axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT)
        Vec3 center,

        @Param(
                label = "Rise",
                help = "How far each copy is moved along the axis from the last.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0")
        double rise,

        @WeldWithin double weld,

        @WithoutWalls boolean withoutWalls,

        @Onward boolean onward)
        implements PartStep {

    /** Walls stay. */
    public RoundArray(int count, Axis axis, double angle, Vec3 center, double rise, double weld) {
        this(count, axis, angle, center, rise, weld, false, false);
    }

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        return Copies.of(in, count, this::place, weld, withoutWalls, onward, context);
    }

    private Placement place(int copy) {
        double cos, sin;
        if (angle != 0 && angle % 360 == 0) {
            long turns = Math.round(angle / 360);
            cos = Trig.cos(copy * turns, count);
            sin = Trig.sin(copy * turns, count);
        } else {
            double a = angle * copy / (count - 1);
            cos = Trig.cosDegrees(a);
            sin = Trig.sinDegrees(a);
        }
        return new AxisTurn(axis, cos, sin, center, rise * copy);
    }

    @Override
    public boolean uses(String param) {
        return weld > 0 || !param.equals("withoutWalls") && !param.equals("onward");
    }

    @Override
    public String sentence() {
        String s = "*Repeat* {count} times round {axis}";
        if (angle != 360) s += " over {angle}";
        if (!center.equals(Vec3.ZERO)) s += " through {center}";
        if (rise != 0) s += ", rising {rise} each";
        return s + Copies.howWelded(weld, withoutWalls, onward);
    }
}
