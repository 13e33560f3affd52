package org.modeststack.steps.profile;

/** Where the cross-section of a bevel comes from: the profile's number, a ready-made moulding, or a curve of one's own. */
public enum Shape {
    /** From hollow to full, by a number. */
    NUMBER,
    /** Stairs, as many as there are segments. */
    STEPS,
    /** A quarter round hollow between two ledges. */
    COVE,
    /** A quarter round between two ledges. */
    BEAD,
    /** Hollow first and round then, in one line. */
    OGEE,
    /** Through points of one's own. */
    OWN
}
