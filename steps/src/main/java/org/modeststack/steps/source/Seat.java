package org.modeststack.steps.source;

/** Where a solid's own origin is. */
public enum Seat {
    /** In the middle of its bottom. */
    STANDING,
    /** In its centre. */
    CENTERED;

    /** Height of the bottom of a solid of height h. */
    double bottom(double h) {
        return this == STANDING ? 0 : -h / 2;
    }
}
