package org.modeststack.steps.bevel;

/** What the width of a bevel is measured along. */
public enum Measure {
    /** From the old edge along the faces, square to it. */
    ALONG,
    /** From rail to rail across the new strip, as if it were flat. */
    ACROSS,
    /** From the old edge down to the flat strip. */
    DEEP,
    /** The radius of a ball that rolls along the edge and touches the faces on both sides. */
    RADIUS,
    /** As a share of the shortest edge beside it. */
    SHARE,
    /** Along the edges that are left whole, from their ends, whatever their angle. */
    SAME
}
