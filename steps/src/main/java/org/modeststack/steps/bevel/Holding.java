package org.modeststack.steps.bevel;

/** What is held back together where strips would cross. */
public enum Holding {
    /** All that hangs together, so that its strips stay as wide as each other. */
    ALIKE,
    /** Each corner by itself, so that strips narrow only towards where there is no room. */
    NEAR
}
