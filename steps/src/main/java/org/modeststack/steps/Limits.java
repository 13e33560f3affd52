package org.modeststack.steps;

import java.util.Locale;

/** How large a mesh a step may make, so that a slip of the keyboard does not exhaust the memory. */
public final class Limits {
    public static final long MAX_FACES = 20_000_000;

    private Limits() {}

    /** @throws StepException if a step would make more faces than there is room for */
    public static void checkFaces(double faces) throws StepException {
        if (faces > MAX_FACES) {
            throw new StepException(String.format(
                    Locale.ROOT,
                    "This would make %,.0f faces; the most is %,d. Use smaller numbers.",
                    faces,
                    MAX_FACES));
        }
    }
}
