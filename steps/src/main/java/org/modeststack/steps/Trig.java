package org.modeststack.steps;

/**
 * Sines and cosines that are exact where they can be and symmetric everywhere: a quarter turn is a quarter turn, and the
 * points of a ring mirror each other to the last bit, so that halves weld and opposite faces stay parallel.
 */
public final class Trig {
    private Trig() {}

    /**
     * Cosine of i/n of a full turn.
     *
     * @param n greater than 0
     */
    public static double cos(long i, long n) {
        return part(Math.floorMod(i, n), n, 0);
    }

    /**
     * Sine of i/n of a full turn.
     *
     * @param n greater than 0
     */
    public static double sin(long i, long n) {
        return part(Math.floorMod(i, n), n, 1);
    }

    /** Folds i/n of a turn into the first eighth, and takes cosine (0) or sine (1) there. */
    private static double part(long i, long n, int which) {
        double sc = 1, ss = 1;
        long eighth = 8 * i;
        if (eighth > 4 * n) {
            i = n - i;
            ss = -1;
            eighth = 8 * i;
        }
        boolean second = eighth > 2 * n;
        // In halves of a turn from here on, so that n/2 need not be whole: angle = (2 i / 2 n) turns.
        long twice = 2 * i;
        if (second) {
            twice = n - twice;
            sc = -1;
        }
        if (4 * twice == n) return (which == 0 ? sc : ss) * Math.sqrt(0.5);
        boolean swap = 4 * twice > n;
        double angle = swap ? Math.PI * (n - 2 * twice) / (2.0 * n) : Math.PI * twice / n;
        double c = swap ? Math.sin(angle) : Math.cos(angle);
        double s = swap ? Math.cos(angle) : Math.sin(angle);
        return which == 0 ? sc * c : ss * s;
    }

    public static double cosDegrees(double a) {
        double r = a % 360;
        if (r == Math.rint(r)) return cos((long) r, 360);
        return Math.cos(Math.toRadians(r));
    }

    public static double sinDegrees(double a) {
        double r = a % 360;
        if (r == Math.rint(r)) return sin((long) r, 360);
        return Math.sin(Math.toRadians(r));
    }
}
