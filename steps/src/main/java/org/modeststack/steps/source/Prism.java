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

/** A bar along Z with few flat sides. */
@StepInfo(
        type = "prism",
        title = "Prism",
        family = Family.SOURCE,
        help = "A bar along Z with flat sides, measured across the flats as a spanner would.",
        words = "hexagon nut polygon bar")
public record Prism(
        @Param(
                label = "Across flats",
                help = "Twice the distance from the axis to a side.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e6,
                def = "40")
        double acrossFlats,

        @Param(label = "Height", help = "Size along Z.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "30")
        double height,

        @Param(label = "Sides", help = "Faces round the axis.", min = 3, max = 1000, def = "6")
        int sides,

        @SegmentsAlongAxis int segments,

        @SeatOrigin Seat origin)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        double r = acrossFlats / 2 / Math.cos(Math.PI / sides), low = origin.bottom(height);
        return new Revolution(context.seed(), sides)
                .phase(0.5)
                .point(r, low, 1)
                .lineTo(r, low + height, segments, 2)
                .open();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        double low = origin.bottom(height);
        // The first corner lies on X, so the middle of the first flat lies half a side's turn further on.
        double a = Math.PI / sides, r = acrossFlats / 2;
        return List.of(
                new Handle(
                        "acrossFlats",
                        new Vec3(0, 0, low + height),
                        new Vec3(r * Math.cos(a), r * Math.sin(a), low + height),
                        2),
                Seat.height(low, height, origin));
    }

    @Override
    public String sentence() {
        return "Start with a *prism* of {sides} sides, {acrossFlats} across flats, {height} tall.";
    }
}
