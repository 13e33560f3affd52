package org.modeststack.steps.source;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;

/** A block along the axes. */
@StepInfo(
        type = "box",
        title = "Box",
        family = Family.SOURCE,
        help = "A block along the axes, with as many faces along each as you want.",
        words = "cube block cuboid")
public record Box(
        @Param(label = "Width", help = "Size along X.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "60")
        double width,

        @Param(label = "Depth", help = "Size along Y.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "40")
        double depth,

        @Param(label = "Height", help = "Size along Z.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "30")
        double height,

        @Param(label = "Segments X", help = "Faces along X.", min = 1, max = 5000, def = "1")
        int segmentsX,

        @Param(label = "Segments Y", help = "Faces along Y.", min = 1, max = 5000, def = "1")
        int segmentsY,

        @Param(label = "Segments Z", help = "Faces along Z.", min = 1, max = 5000, def = "1")
        int segmentsZ,

        @SeatOrigin Seat origin)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        int[] n = {segmentsX, segmentsY, segmentsZ};
        Limits.checkFaces(2.0 * n[0] * n[1] + 2.0 * n[1] * n[2] + 2.0 * n[2] * n[0]);
        double[] size = {width, depth, height};
        double[] low = {-width / 2, -depth / 2, origin.bottom(height)};
        Lattice lattice = new Lattice(context.seed(), n, low, size);
        for (int axis = 0; axis < 3; axis++) {
            lattice.sheet(axis, 0);
            lattice.sheet(axis, n[axis]);
        }
        return lattice.build();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        double low = origin.bottom(height), middle = low + height / 2;
        Vec3 center = new Vec3(0, 0, middle);
        return List.of(
                new Handle("width", center, new Vec3(width / 2, 0, middle), 2),
                new Handle("depth", center, new Vec3(0, -depth / 2, middle), 2),
                Seat.height(low, height, origin));
    }

    @Override
    public String sentence() {
        return "Start with a *box* {width} wide, {depth} deep and {height} tall.";
    }
}
