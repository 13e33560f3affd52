package org.modeststack.steps.bevel;

/** What the rails of a strip go by. */
public enum Rails {
    /** The width, over as many faces as that takes; how a surface is divided does not matter. */
    OVER,
    /** The edges and faces beside the old edge, which they do not leave. */
    BESIDE
}
