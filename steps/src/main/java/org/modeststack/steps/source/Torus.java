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

/** A round ring about Z. */
@StepInfo(
        type = "torus",
        title = "Torus",
        family = Family.SOURCE,
        help = "A round ring about Z.",
        words = "ring doughnut donut")
public record Torus(
        @Param(
                label = "Diameter",
                help = "Across the ring, from middle of the bar to middle of the bar.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e6,
                def = "60")
        double diameter,

        @Param(
                label = "Thickness",
                help = "Diameter of the bar.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e6,
                def = "16")
        double thickness,

        @SidesRoundAxis int sides,

        @Param(label = "Bar sides", help = "Faces round the bar.", min = 3, max = 10000, def = "16")
        int barSides,

        @SeatOrigin Seat origin)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        double ring = diameter / 2, bar = thickness / 2;
        if (bar >= ring)
            throw new StepException("The bar must be thinner than the ring is wide, or it runs through itself.");
        double middle = origin == Seat.STANDING ? bar : 0;
        Revolution shape = new Revolution(context.seed(), sides);
        for (int j = 0; j < barSides; j++) {
            double r = ring + bar * Trig.cos(j, barSides);
            shape.point(r, middle + bar * Trig.sin(j, barSides), Keys.fraction(j, barSides));
        }
        return shape.closed();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        double middle = origin == Seat.STANDING ? thickness / 2 : 0;
        Vec3 bar = new Vec3(0, -diameter / 2, middle);
        return List.of(
                new Handle("diameter", new Vec3(0, 0, middle), new Vec3(diameter / 2, 0, middle), 2),
                // A standing ring grows upwards only.
                new Handle(
                        "thickness",
                        bar,
                        new Vec3(0, -diameter / 2, middle + thickness / 2),
                        origin == Seat.STANDING ? 1 : 2));
    }

    @Override
    public String sentence() {
        return "Start with a *torus* {diameter} across, {thickness} thick, with {sides} by {barSides} sides.";
    }
}
