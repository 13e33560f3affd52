package org.modeststack.steps;

/** What the three numbers of a vector mean, so that they can be taken from the view. */
public enum Role {
    /** Distances or factors along three axes. */
    NUMBERS,
    /** A place. */
    POINT,
    /** A way to look or go; its length does not matter. */
    DIRECTION
}
