package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.IntList;

/**
 * A piece of a strip between two stations of which one has no room, so long that it would be narrow where there is room.
 *
 * @param vertices of the chain, from the one station to the other
 * @param width of the strip where it is not narrow, mm
 */
public record LongPiece(IntList vertices, double width) {
    /** In widths. */
    private static final double LONG = 1.5;

    static boolean isLong(double length, double width) {
        return length > LONG * width;
    }

    /** Into how many parts as long as the strip is wide an edge of it is divided; 1 where it is not longer. */
    public int parts(double length) {
        return isLong(length, width) ? (int) Math.clamp(Math.rint(length / width), 2, 16) : 1;
    }
}
