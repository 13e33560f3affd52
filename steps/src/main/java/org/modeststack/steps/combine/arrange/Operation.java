package org.modeststack.steps.combine.arrange;

/** What is kept of two solids. */
public enum Operation {
    /** Everything that is in either. */
    UNION,
    /** What is in the first and not in the second. */
    DIFFERENCE,
    /** What is in both. */
    INTERSECTION
}
