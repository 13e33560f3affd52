package org.modeststack.stack;

import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Family;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import tools.jackson.databind.JsonNode;

/** A step of a kind, or with values, that this version cannot read. It does nothing and is saved as it was. */
@StepInfo(
        type = "unknown",
        title = "Unknown step",
        family = Family.SHAPE,
        help = "A step from another version of Modest Stack, or a damaged one. It is kept, but not carried out.")
public record UnknownStep(String kind, String why, JsonNode json) implements Step {
    @Override
    public Mesh apply(Mesh in, StepContext context) {
        context.remark(Remark.Level.FAULT, message());
        return in;
    }

    /** What is said of it. */
    public String message() {
        return why + " It is kept as it is, but not carried out.";
    }

    @Override
    public boolean isSource() {
        return false;
    }

    @Override
    public String sentence() {
        return "A step that cannot be read: *" + kind + "*.";
    }
}
