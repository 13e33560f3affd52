package org.modeststack.steps.source;

import java.util.ArrayList;
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

/** A cone or a frustum along Z. */
@StepInfo(
        type = "cone",
        title = "Cone",
        family = Family.SOURCE,
        help = "A cone along Z, or a frustum where its top is not a point.",
        words = "frustum taper spike")
public record Cone(
        @Param(
                label = "Diameter",
                help = "Distance between opposite corners at the bottom.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e6,
                def = "60")
        double diameter,

        @Param(
                label = "Top diameter",
                help = "Distance between opposite corners at the top; 0 makes a point.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0")
        double topDiameter,

        @Param(label = "Height", help = "Size along Z.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "60")
        double height,

        @SidesRoundAxis int sides,

        @SegmentsAlongAxis int segments,

        @SeatOrigin Seat origin)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        double low = origin.bottom(height);
        return new Revolution(context.seed(), sides)
                .point(diameter / 2, low, 1)
                .lineTo(topDiameter / 2, low + height, segments, 2)
                .open();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        double low = origin.bottom(height);
        List<Handle> all = new ArrayList<>();
        all.add(new Handle("diameter", new Vec3(0, 0, low), new Vec3(diameter / 2, 0, low), 2));
        if (topDiameter > 0) {
            all.add(new Handle(
                    "topDiameter", new Vec3(0, 0, low + height), new Vec3(topDiameter / 2, 0, low + height), 2));
        }
        all.add(Seat.height(low, height, origin));
        return all;
    }

    @Override
    public String sentence() {
        return topDiameter == 0
                ? "Start with a *cone* {diameter} across, {height} tall, with {sides} sides."
                : "Start with a *cone* {diameter} across, {topDiameter} at the top, {height} tall, with {sides} sides.";
    }
}
