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
import org.modeststack.steps.Unit;

/** A round bar along Z. */
@StepInfo(
        type = "cylinder",
        title = "Cylinder",
        family = Family.SOURCE,
        help = "A round bar along Z. Eight sides is the least that still reads as round.",
        words = "round bar rod disc")
public record Cylinder(
        @Param(
                label = "Diameter",
                help = "Distance between opposite corners.",
                unit = Unit.LENGTH,
                min = 1e-6,
                max = 1e6,
                def = "60")
        double diameter,

        @Param(label = "Height", help = "Size along Z.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "40")
        double height,

        @SidesRoundAxis int sides,

        @SegmentsAlongAxis int segments,

        @Param(
                label = "Cap rings",
                help = "Rings of faces on each end; 0 leaves one polygon.",
                min = 0,
                max = 10000,
                def = "0")
        int capRings,

        @SeatOrigin Seat origin)
        implements Step {

    private static final long BOTTOM = 1;
    private static final long SIDE = 2;
    private static final long TOP = 3;

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        double r = diameter / 2, low = origin.bottom(height), high = low + height;
        Revolution shape = new Revolution(context.seed(), sides);
        if (capRings == 0) {
            shape.point(r, low, BOTTOM);
        } else {
            shape.point(0, low, Keys.of(BOTTOM, 0)).lineTo(r, low, capRings, BOTTOM);
        }
        shape.lineTo(r, high, segments, SIDE);
        if (capRings > 0) shape.lineTo(0, high, capRings, TOP);
        return shape.open();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        double low = origin.bottom(height);
        return List.of(
                new Handle("diameter", new Vec3(0, 0, low + height), new Vec3(diameter / 2, 0, low + height), 2),
                Seat.height(low, height, origin));
    }

    @Override
    public String sentence() {
        return "Start with a *cylinder* {diameter} across, {height} tall, with {sides} sides.";
    }
}
