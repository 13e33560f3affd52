package org.modeststack.steps.source;

import java.util.List;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Trig;
import org.modeststack.steps.Unit;

/** A ball of rings and sides. */
@StepInfo(
        type = "uv-sphere",
        title = "UV sphere",
        family = Family.SOURCE,
        help = "A ball of rings and sides with a pole at either end of Z.",
        words = "ball globe")
public record UvSphere(
        @Param(
                label = "Diameter",
                help = "Distance from pole to pole.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e6,
                def = "60")
        double diameter,

        @Param(label = "Sides", help = "Faces round the axis.", min = 3, max = 10000, def = "32")
        int sides,

        @Param(label = "Rings", help = "Faces from pole to pole.", min = 2, max = 10000, def = "16")
        int rings,

        @Param(label = "Origin", help = "Whether the origin is at the lower pole or in the centre.", def = "centred")
        Seat origin)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        double r = diameter / 2, middle = origin == Seat.STANDING ? r : 0;
        Revolution shape = new Revolution(context.seed(), sides).point(0, middle - r, 0);
        for (int j = 1; j < rings; j++) {
            double radius = r * Trig.sin(j, 2L * rings);
            shape.point(radius, middle - r * Trig.cos(j, 2L * rings), Keys.fraction(j, rings));
        }
        return shape.point(0, middle + r, 1).open();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        double middle = origin == Seat.STANDING ? diameter / 2 : 0;
        return List.of(new Handle("diameter", new Vec3(0, 0, middle), new Vec3(diameter / 2, 0, middle), 2));
    }

    @Override
    public String sentence() {
        return "Start with a *UV sphere* {diameter} across, with {sides} sides and {rings} rings.";
    }
}
