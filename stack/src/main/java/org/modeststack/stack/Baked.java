package org.modeststack.stack;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;

/**
 * The frozen result of steps, which are kept so that they can be unbaked.
 *
 * @param mesh what they made
 * @param from the steps
 * @param input which mesh they were given
 */
@StepInfo(
        type = "baked",
        title = "Baked",
        family = Family.SHAPE,
        help = "The frozen result of steps. Unbake it to have the steps back.",
        words = "freeze apply")
public record Baked(
        @Param(label = "Mesh", help = "The frozen result.") Mesh mesh, List<Entry> from, BakedInput input)
        implements Step {
    public Baked {
        from = List.copyOf(from);
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        if (!isSource() && !input.is(in)) {
            context.remark(
                    Remark.Level.REMARK,
                    "Something below has changed since this was baked; the baked result is kept. Unbake to follow it.");
        }
        return mesh;
    }

    @Override
    public boolean isSource() {
        return !from.isEmpty() && from.getFirst().step().isSource();
    }

    @Override
    public String sentence() {
        String n = from.size() == 1 ? "1 step" : from.size() + " steps";
        return isSource() ? "Start with the *baked* result of " + n + "." : "Take the *baked* result of " + n + ".";
    }
}
