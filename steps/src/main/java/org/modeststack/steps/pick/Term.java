package org.modeststack.steps.pick;

/** One part of a pick: a rule that adds or takes away, or a change to what is picked so far. */
public sealed interface Term {
    /** How a rule joins what is picked so far. */
    enum How {
        AND,
        WITHIN,
        WITHOUT
    }

    record Where(How how, Rule rule) implements Term {}

    /** What a change does. */
    enum Kind {
        GROW,
        SHRINK,
        LOOP,
        RING,
        CONNECTED,
        FLUSH,
        RIM,
        INVERT
    }

    /** @param amount how often to grow or shrink, at least 1; the angle of flush, in degrees; otherwise 0 */
    record Change(Kind kind, double amount) implements Term {}

    static Where where(Rule rule) {
        return new Where(How.AND, rule);
    }
}
