package org.modeststack.steps.smooth;

import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;

/** Smooth subdivision of the whole mesh. */
@StepInfo(
        type = "subdivide",
        title = "Smooth by subdivision",
        family = Family.SMOOTH,
        help = "Catmull–Clark subdivision: each level makes four times as many faces and a rounder shape.",
        words = "subdivision catmull clark smooth refine")
public record Subdivide(
        @Param(label = "Levels", help = "How often every face is divided.", min = 0, max = 8, def = "2")
        int levels) implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Limits.checkFaces(in.cornerCount() * Math.pow(4, levels - 1));
        Mesh mesh = in;
        for (int i = 0; i < levels; i++) mesh = CatmullClark.once(mesh, context);
        return mesh;
    }

    @Override
    public String sentence() {
        return levels == 1 ? "*Smooth* the whole mesh, {levels} level." : "*Smooth* the whole mesh, {levels} levels.";
    }
}
