package org.modeststack.steps;

import java.util.Objects;
import org.modeststack.steps.catalog.Steps;

/** Steps in a few words, for tests. */
public final class NamedSteps {
    private NamedSteps() {}

    /** @param pairs names of parameters and their values by turns; others are as usual */
    public static Step step(String type, Object... pairs) {
        StepDescriptor d = Objects.requireNonNull(Steps.byType(type), type);
        return with(d.createDefault(), pairs);
    }

    /** The same with a step that is there. */
    public static Step with(Step step, Object... pairs) {
        StepDescriptor d = StepDescriptor.of(step);
        Step s = step;
        for (int i = 0; i < pairs.length; i += 2) {
            String name = (String) pairs[i];
            if (d.param(name) == null) throw new IllegalArgumentException(d.type() + " has no " + name);
            s = d.with(s, name, pairs[i + 1]);
        }
        return s;
    }

    public static PartStep partStep(String type, Object... pairs) {
        return (PartStep) step(type, pairs);
    }
}
