package org.modeststack.steps.source;

import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;

/** Starts from another body's result, and changes with it. */
@StepInfo(
        type = "linked-copy",
        title = "Linked copy",
        family = Family.SOURCE,
        help = "Starts from another body's result and changes with it.",
        words = "instance reference copy of body")
public record Linked(
        @Param(label = "Of", help = "The body to start from.")
        Bodies of) implements PartStep {

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        if (of.ids().size() != 1) throw StepException.asking("Choose the one body to start from.");
        return context.geometry(of.ids().getFirst());
    }

    @Override
    public String sentence() {
        return "Start with a *copy* of {of}.";
    }
}
