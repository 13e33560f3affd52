package org.modeststack.steps.bevel;

/** How a corner is closed where several strips meet. */
public enum Meeting {
    /** By a grid of quads that goes on where the strips end. */
    GRID,
    /** By one face. */
    CAP
}
