package org.modeststack.mesh;

/** What an element gets from several that it takes the place of or lies between, by what share each has in it. */
public enum CarryRule {
    /** The mean, by their shares. */
    MEAN,
    /** That of the one with the greatest share; the first where they have equal ones. */
    COPY,
    /** The greatest there is, number by number. */
    GREATEST,
    /** That of the first. */
    FIRST,
    /**
     * Three numbers that are a direction of the surface, of unit length, or all 0 where none is known: turned as the
     * surface is, and carried only to corners that are said to be at the same place of it.
     */
    DIRECTION
}
