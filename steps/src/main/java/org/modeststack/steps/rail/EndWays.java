package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;

/**
 * In which directions the rails lie at the end of a chain: along sharp edges that are about square to it, or else square. All
 * angles are counted round the end over the surface, in radians, from the edge of the chain on.
 *
 * @param out where the rail is on the left of where the walk goes out
 * @param alongOut whether a sharp edge leaves there
 * @param in and on the left of where the walk comes in
 * @param isClosed whether the strip is closed by a face, since the surface behind has no place for its profile
 */
record EndWays(double out, boolean alongOut, double in, boolean alongIn, boolean isClosed) {
    /** A way is no longer than this, as a multiple of the width. */
    static final double LONGEST = 2;

    /** No more lies behind the end of a strip whose profile is cut into the surface there. */
    private static final double BEHIND = 0.97 * Math.PI;

    /** Where more lies behind, and the rails lie on sharp edges, it is a corner, and the strip is closed. */
    private static final double CORNER = 1.1 * Math.PI;

    /** It is closed too where about half a turn lies behind, */
    private static final double HALF = Math.toRadians(150);

    /** and a sharp edge goes on there, so far from the rails. */
    private static final double ONWARD = Math.toRadians(30);

    /** A rail lies on a sharp edge that is this near to square. */
    private static final double SQUARE = Math.toRadians(60);

    /**
     * @param sharp where sharp edges leave, ascending
     * @param whole where the edge of the chain is again
     * @param ends where the profile may lie
     */
    static EndWays of(DoubleArrayList sharp, double whole, StationRule.Ends ends) {
        double square = Math.min(Math.PI / 2, 0.49 * whole);
        EndWays ways = nearTo(square, sharp, whole);
        if (ends == StationRule.Ends.CLOSED && ways.hasNoPlace(sharp))
            return new EndWays(ways.out, ways.alongOut, ways.in, ways.alongIn, true);
        // Where more than half of a turn lies behind, the straight way would go through the edge itself.
        boolean isTooMuch = ends != StationRule.Ends.BESIDE && whole - 2 * square > BEHIND;
        return isTooMuch ? nearTo((whole - BEHIND) / 2, sharp, whole) : ways;
    }

    /** @param square the angle from the edge that is wanted */
    private static EndWays nearTo(double square, DoubleArrayList sharp, double whole) {
        double out = WalkSide.nearest(sharp, square), in = WalkSide.nearest(sharp, whole - square);
        boolean hasOut = out >= 0 && Math.abs(out - square) < SQUARE && isShort(out);
        boolean hasIn = in >= 0 && Math.abs(whole - square - in) < SQUARE && isShort(whole - in);
        if (hasOut && hasIn && out >= in) {
            // Where there is just one it is for the side that it is nearer to being square to.
            hasOut = out == in && Math.abs(out - square) < Math.abs(whole - square - in);
            hasIn = out == in && !hasOut;
        }
        return new EndWays(hasOut ? out : square, hasOut, hasIn ? in : whole - square, hasIn, false);
    }

    /** Whether a way is as far from the edge as wanted before it is too long. */
    private static boolean isShort(double fromEdge) {
        return Math.abs(Math.sin(fromEdge)) * LONGEST > 1;
    }

    private boolean hasNoPlace(DoubleArrayList sharp) {
        double behind = in - out;
        if (behind > CORNER && (alongIn || alongOut)) return true;
        return behind > HALF && sharp.doubleStream().anyMatch(a -> a > out + ONWARD && a < in - ONWARD);
    }
}
