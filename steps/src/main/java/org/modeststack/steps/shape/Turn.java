package org.modeststack.steps.shape;

import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;
import org.modeststack.steps.place.AxisTurn;

/** Turns the whole mesh round an axis. */
@StepInfo(
        type = "turn",
        title = "Turn",
        family = Family.SHAPE,
        help = "Turns everything so far round an axis through a point, counter-clockwise seen from the axis's tip.",
        words = "rotate spin angle")
public record Turn(
        @Param(label = "Axis", help = "The axis to turn round.", def = "z")
        Axis axis,

        @Param(label = "Angle", help = "How far.", unit = Unit.ANGLE, min = -36000, max = 36000, def = "90")
        double angle,

        @Param(
                label = "About",
                help = "A point on the axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT)
        Vec3 about)
        implements PartStep {

    @Override
    public Geometry apply(Geometry in, StepContext context) {
        return in.placed(new AxisTurn(axis, Trig.cosDegrees(angle), Trig.sinDegrees(angle), about, 0));
    }

    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty()) return List.of();
        Bounds b = in.bounds();
        Vec3 k = axis.direction(),
                centre = about.plus(k.times(b.center().minus(about).dot(k)));
        Vec3 way = Axis.values()[(axis.ordinal() + 1) % 3].direction().times(0.5 * b.diagonal());
        return List.of(Handle.turning("angle", centre, carry(centre.plus(way)), k), Handle.point("about", about));
    }

    @Override
    public Vec3 carry(Vec3 point) {
        double[] p = {point.x(), point.y(), point.z()};
        axis.turn(p, 0, 3, Trig.cosDegrees(angle), Trig.sinDegrees(angle), about);
        return new Vec3(p[0], p[1], p[2]);
    }

    @Override
    public String sentence() {
        return about.equals(Vec3.ZERO)
                ? "*Turn* by {angle} round {axis}."
                : "*Turn* by {angle} round {axis} through {about}.";
    }
}
