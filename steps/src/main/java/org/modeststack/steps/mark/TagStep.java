package org.modeststack.steps.mark;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Gives picked elements a name and a weight, for later steps to pick them by. */
@StepInfo(
        type = "tag",
        title = "Tag",
        family = Family.FACES,
        help = "Gives picked elements a name, with a weight from 0 to 1; steps below pick them by it.",
        words = "name group set selection weight mark")
public record TagStep(
        @Param(label = "What", help = "What gets the name.", def = "edges")
        Pick what,

        @Param(label = "Name", help = "The name.", def = "rim")
        String name,

        @Param(
                label = "Weight",
                help = "How strongly it is meant; 0 takes out of the tag.",
                min = 0,
                max = 1,
                def = "1")
        double weight)
        implements EachAlike {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        if (name.isBlank()) throw new StepException("A tag needs a name.");
        if (name.startsWith(StepContext.MADE))
            throw new StepException("Names that begin with \"made:\" belong to the steps.");
        Selection picked = what.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(what.kind()), context);
        return TaggedElements.put(in, name, picked, weight);
    }

    @Override
    public String sentence() {
        return "*Tag* {what} as {name}" + (weight == 1 ? "" : " with weight {weight}") + ".";
    }
}
