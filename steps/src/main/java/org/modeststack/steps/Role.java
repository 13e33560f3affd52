package org.modeststack.steps;

/** What the numbers of a vector or a text mean, so that they can be set in another way than by typing. */
public enum Role {
    /** Distances or factors along three axes. */
    NUMBERS,
    /** A place. */
    POINT,
    /** A way to look or go; its length does not matter. */
    DIRECTION,
    /** Of a text: the cross-section of a bevel, point by point. */
    PROFILE,
    /** Of a text: the name of a material of the document. */
    MATERIAL,
    /** Of a pick: the edges that the cut above has made, where nothing else is picked. */
    CUT
}
