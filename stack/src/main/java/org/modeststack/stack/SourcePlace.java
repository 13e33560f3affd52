package org.modeststack.stack;

import org.jspecify.annotations.Nullable;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;

/** A body begins with a source and has one; a document that was written by hand may have it otherwise. */
public final class SourcePlace {
    private SourcePlace() {}

    /**
     * What is wrong with a step where it stands: a fault where it cannot be carried out there.
     *
     * @param index among the steps of its body, counted from 0
     * @return null where nothing is
     */
    public static @Nullable Remark remark(Step step, int index) {
        if (step instanceof UnknownStep || step instanceof Baked || step.isSource() == (index == 0)) return null;
        return index == 0
                ? new Remark(
                        Remark.Level.FAULT,
                        "A body begins with a source, such as a box; there is nothing yet for this step.",
                        null)
                : new Remark(
                        Remark.Level.REMARK, "This is a second source: what the steps above it made is lost.", null);
    }
}
