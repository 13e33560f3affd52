package org.modeststack.steps.combine;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;

/** Keeps one of the pieces that hang together, and drops the others. */
@StepInfo(
        type = "keep-one-shell",
        title = "Keep one shell",
        family = Family.COMBINE,
        help = "Keeps one of the pieces that hang together along edges and drops the others. Shells are counted in the"
                + " order of the mesh.",
        words = "separate take apart split loose parts piece")
public record OneShell(
        @Param(label = "Shell", help = "Which one, counted from 1.", min = 1, max = 100000, def = "1")
        int shell) implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        int[] shellOf = new int[in.faceCount()];
        int shells = Measures.shellOfFaces(in, shellOf);
        if (shell > shells) {
            throw new StepException(
                    "There is no shell " + shell + ": the mesh has " + (shells == 1 ? "only 1" : shells) + ".");
        }
        return MeshBuilder.only(in, f -> shellOf[f] == shell - 1);
    }

    @Override
    public String sentence() {
        return "*Keep* shell {shell} alone.";
    }
}
