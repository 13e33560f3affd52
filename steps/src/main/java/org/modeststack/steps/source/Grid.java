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

/** A flat sheet in the XY plane. */
@StepInfo(
        type = "grid",
        title = "Grid",
        family = Family.SOURCE,
        help = "A flat open sheet in the XY plane, facing up.",
        words = "plane sheet flat ground")
public record Grid(
        @Param(label = "Width", help = "Size along X.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "100")
        double width,

        @Param(label = "Depth", help = "Size along Y.", unit = Unit.LENGTH, min = 1e-6, max = 1e6, def = "100")
        double depth,

        @Param(label = "Segments X", help = "Faces along X.", min = 1, max = 5000, def = "4")
        int segmentsX,

        @Param(label = "Segments Y", help = "Faces along Y.", min = 1, max = 5000, def = "4")
        int segmentsY)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Limits.checkFaces((double) segmentsX * segmentsY);
        int[] n = {segmentsX, segmentsY, 1};
        double[] size = {width, depth, 0};
        double[] low = {-width / 2, -depth / 2, 0};
        Lattice lattice = new Lattice(context.seed(), n, low, size);
        lattice.sheet(2, 1);
        return lattice.build();
    }

    @Override
    public List<Handle> handles(Mesh in) {
        return List.of(
                new Handle("width", Vec3.ZERO, new Vec3(width / 2, 0, 0), 2),
                new Handle("depth", Vec3.ZERO, new Vec3(0, -depth / 2, 0), 2));
    }

    @Override
    public String sentence() {
        return "Start with a *grid* {width} by {depth}, {segmentsX} by {segmentsY} faces.";
    }
}
