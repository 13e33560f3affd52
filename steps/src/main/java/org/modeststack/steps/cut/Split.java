package org.modeststack.steps.cut;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Divides picked faces evenly without changing their shape. */
@StepInfo(
        type = "split",
        title = "Split",
        family = Family.FACES,
        help = "Divides picked faces evenly where they lie: quads into a grid, triangles into triangles, others into"
                + " quads from their middle.",
        words = "faces subdivide divide simple plain grid tessellate detail")
public record Split(
        @Param(label = "Faces", help = "The faces to divide.", def = "faces")
        Pick faces,

        @Param(label = "Parts", help = "Into how many parts each side is cut.", min = 2, max = 1000, def = "2")
        int parts)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        Limits.checkFaces(in.faceCount() + (double) picked.size() * parts * parts);
        PlainSplit split = new PlainSplit(in, picked.elements(), parts);
        Mesh out = split.build(context.seed(), context.madeTag());
        int whole = split.leftWhole();
        if (whole > 0)
            context.remark(
                    Remark.Level.REMARK,
                    whole + " of " + picked.size()
                            + (picked.size() == 1 ? " face" : " faces")
                            + " got new corners only: five sides or more take an even number of parts.");
        return out;
    }

    @Override
    public String sentence() {
        return "*Split* {faces} into {parts} parts a side.";
    }
}
