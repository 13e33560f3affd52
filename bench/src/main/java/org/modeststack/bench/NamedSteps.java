package org.modeststack.bench;

import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;

/** Steps in a few words. */
public final class NamedSteps {
    private NamedSteps() {}

    /** @param pairs names of parameters and their values by turns; others are as usual */
    public static Step step(String type, Object... pairs) {
        StepDescriptor d = Steps.byType(type);
        if (d == null) throw new IllegalArgumentException(type);
        Step s = d.createDefault();
        for (int i = 0; i < pairs.length; i += 2) s = d.with(s, (String) pairs[i], pairs[i + 1]);
        return s;
    }
}
