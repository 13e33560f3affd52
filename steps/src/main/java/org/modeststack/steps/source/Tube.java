package org.modeststack.steps.source;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;

/** A pipe along Z. */
@StepInfo(
        type = "tube",
        title = "Tube",
        family = Family.SOURCE,
        help = "A round pipe along Z with a wall of even thickness.",
        words = "pipe ring sleeve hollow")
public record Tube(
        @Param(
                label = "Diameter",
                help = "Distance between opposite outer corners.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e6,
                def = "60")
        double diameter,

        @Param(label = "Wall", help = "Thickness of the wall.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "6")
        double wall,

        @Param(label = "Height", help = "Size along Z.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "40")
        double height,

        @SidesRoundAxis int sides,

        @SegmentsAlongAxis int segments,

        @SeatOrigin Seat origin)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        double outer = diameter / 2, inner = outer - wall, low = origin.bottom(height), high = low + height;
        if (inner <= 0)
            throw new StepException("The wall leaves no room inside: it must be less than half the diameter.");
        return new Revolution(context.seed(), sides)
                .point(outer, low, 1)
                .lineTo(outer, high, segments, 2)
                .point(inner, high, 3)
                .lineTo(inner, low, segments, 4)
                .closed();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        double low = origin.bottom(height);
        return List.of(
                new Handle("diameter", new Vec3(0, 0, low + height), new Vec3(diameter / 2, 0, low + height), 2),
                new Handle(
                        "wall",
                        new Vec3(0, diameter / 2, low + height),
                        new Vec3(0, diameter / 2 - wall, low + height),
                        1),
                Seat.height(low, height, origin));
    }

    @Override
    public String sentence() {
        return "Start with a *tube* {diameter} across with a wall of {wall}, {height} tall, with {sides} sides.";
    }
}
