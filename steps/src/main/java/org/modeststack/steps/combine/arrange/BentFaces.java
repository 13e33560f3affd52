package org.modeststack.steps.combine.arrange;

import java.util.BitSet;

/**
 * Faces that leave their plane, and which of them are followed: what is left of these stays divided along the diagonals by
 * which the face was cut into triangles, where it is bent along them, so that the surface is exactly what it was. Of the
 * others pieces are joined across the diagonals, which leaves an even rim and moves the surface a little.
 */
final class BentFaces {
    private final Soup soup;
    private final boolean all;
    private final BitSet[] needed;
    private final FacePlanes exact;
    private final FacePlanes meant;

    /** @param all whether every face is followed that is bent by more than rounding in files */
    BentFaces(Soup soup, boolean all) {
        this.soup = soup;
        this.all = all;
        needed = new BitSet[soup.solids.length];
        for (int o = 0; o < needed.length; o++) needed[o] = new BitSet();
        exact = new FacePlanes(soup, false);
        meant = new FacePlanes(soup, true);
    }

    /** Follows a face however little it is bent. @return whether it was not followed like that before */
    boolean follow(int operand, int face) {
        if (needed[operand].get(face)) return false;
        needed[operand].set(face);
        return true;
    }

    /** Fragments of a face are joined only if this is the same for the triangles that they come from. */
    int joined(int operand, int face, int triangle) {
        if (soup.solids[operand].mesh.sides(face) == 3) return triangle;
        if (needed[operand].get(face)) return exact.of(triangle);
        return all ? meant.of(triangle) : 0;
    }

    /** Whether a face is bent between two of its triangles. */
    boolean isBent(int triangle, int other) {
        return exact.of(triangle) != exact.of(other);
    }
}
