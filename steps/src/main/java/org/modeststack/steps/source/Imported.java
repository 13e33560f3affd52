package org.modeststack.steps.source;

import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;

/** A mesh that was read from a file and is kept in the document. */
@StepInfo(
        type = "imported-mesh",
        title = "Imported mesh",
        family = Family.SOURCE,
        help = "A mesh read from a file. The document keeps its own copy.",
        words = "import file open")
public record Imported(
        @Param(label = "File", help = "Where it came from. It is read again only when asked to.")
        String file,

        @Param(label = "Scale", help = "Factor for all sizes.", unit = Unit.FACTOR, min = 1e-9, max = 1e9, def = "1")
        double scale,

        @Param(label = "Mesh", help = "The mesh as it was read.")
        Mesh mesh)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        if (mesh.isEmpty()) throw new StepException("There is no mesh in this source; import one from a file.");
        if (scale == 1) return mesh;
        double[] out = mesh.xyz().clone();
        for (int i = 0; i < out.length; i++) out[i] *= scale;
        return mesh.withPositions(out);
    }

    @Override
    public String sentence() {
        return scale == 1 ? "Start with the mesh *{file}*." : "Start with the mesh *{file}*, {scale} its size.";
    }
}
