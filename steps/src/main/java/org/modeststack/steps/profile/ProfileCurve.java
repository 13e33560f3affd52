package org.modeststack.steps.profile;

import java.util.Arrays;

/**
 * The cross-section of a bevel from one rail to the other, in coordinates that fit edges of any angle: a place is
 * {@code corner + a · (first rail − corner) + b · (second rail − corner)}, where the corner is on the old edge.
 *
 * <p>Round is the arc of a circle that touches both faces; hollow is its mirror image at the chord; full follows the old
 * faces. Every other profile lies between two of these, place by place.
 */
public final class ProfileCurve {
    /** The four profiles that those by number are mixed of, and the one that is given place by place. */
    public enum Pure {
        HOLLOW,
        FLAT,
        ROUND,
        FULL,
        GIVEN
    }

    /** Faces that turn by less than this many radians have no arc between them that could be told from its chord. */
    private static final double STRAIGHT = 1e-7;

    /** Turns that are looked at for all, radians. */
    private static final double[] TURNS = {0.3, 1.6, 2.8};

    /** Twice the area between the edge and a part of the profile is at least this, of the square of the width. */
    private static final double SEEN = 1e-3;

    private final int segments;
    /** Shares and heights; null for a profile by number. */
    private final double[] places;

    private final Pure low;
    private final Pure high;
    private final double mix;
    private final boolean squareIn;

    /** @param places as {@link Moulding} gives them */
    public ProfileCurve(double[] places) {
        this.places = places;
        segments = places.length / 2 - 1;
        low = Pure.GIVEN;
        high = Pure.GIVEN;
        mix = 0;
        double[] ab = new double[2 * (segments + 1)];
        at(Pure.GIVEN, 0, ab);
        squareIn = Arrays.stream(ab, 2, 2 * segments).anyMatch(x -> x > 1 - 1e-9);
    }

    /** @param profile -1 hollow, 0 flat, 1 round, 2 full */
    public ProfileCurve(double profile, int segments) {
        this.segments = segments;
        places = new double[0];
        squareIn = false;
        low = profile < 0 ? Pure.FLAT : profile <= 1 ? Pure.FLAT : Pure.ROUND;
        high = profile < 0 ? Pure.HOLLOW : profile <= 1 ? Pure.ROUND : Pure.FULL;
        mix = profile < 0 ? -profile : profile <= 1 ? profile : profile - 1;
    }

    /** Whether it leaves a rail square to its face, or farther out, rather than towards the other rail. */
    public boolean goesSquareIn() {
        return squareIn;
    }

    public int segments() {
        return segments;
    }

    /** The pure profile that has the share 1 − {@link #mix}. */
    public Pure low() {
        return low;
    }

    public Pure high() {
        return high;
    }

    public double mix() {
        return mix;
    }

    /**
     * Both coordinates of all places from the first rail to the second.
     *
     * @param turn by how much the faces turn at the edge, radians
     * @param out receives a and b of each of the segments + 1 places
     */
    public void at(double turn, double[] out) {
        at(low, turn, out);
        if (mix == 0) return;
        double[] other = new double[out.length];
        at(high, turn, other);
        for (int i = 0; i < 2 * (segments + 1); i++) out[i] += mix * (other[i] - out[i]);
    }

    /** Of one of the pure profiles. */
    public void at(Pure pure, double turn, double[] out) {
        for (int i = 0; i <= segments; i++) place(pure, turn, (double) i / segments, out, 2 * i);
    }

    /** Whether the old edge sees all of it, so that a face from there to the profile has an area and no crossings. */
    public boolean leavesTheEdge() {
        double[] ab = new double[2 * (segments + 1)];
        for (double turn : TURNS) {
            at(turn, ab);
            for (int i = 0; i < 2 * segments; i += 2)
                if (ab[i] * ab[i + 3] - ab[i + 1] * ab[i + 2] < SEEN / segments) return false;
        }
        return true;
    }

    /** How high a profile by places is in its middle: 0 flat, 1 up to the old edge. */
    public double middleHeight() {
        return Moulding.heightAt(places, 0.5);
    }

    /**
     * At a share of the way, counted in segments.
     *
     * @param at where a and b go in {@code out}
     */
    public void place(Pure pure, double turn, double share, double[] out, int at) {
        switch (pure) {
            case GIVEN -> {
                int i = (int) Math.floor(share * segments);
                if (i >= segments) i = segments - 1;
                double t = share * segments - i;
                double s = places[2 * i] + t * (places[2 * i + 2] - places[2 * i]);
                double h = places[2 * i + 1] + t * (places[2 * i + 3] - places[2 * i + 1]);
                set(out, at, 1 - s - h / 2, s - h / 2);
            }
            case FLAT -> set(out, at, 1 - share, share);
            case FULL -> set(out, at, Math.max(0, 1 - 2 * share), Math.max(0, 2 * share - 1));
            case ROUND -> round(turn, share, out, at);
            case HOLLOW -> {
                round(turn, share, out, at);
                double a = out[at], b = out[at + 1];
                set(out, at, 1 - b, 1 - a);
            }
        }
    }

    /** The circle that touches both faces where the rails are, both at the distance 1 from the corner. */
    private static void round(double turn, double share, double[] out, int at) {
        if (share == 0 || share == 1 || turn < STRAIGHT) {
            set(out, at, 1 - share, share);
            return;
        }
        double radius = 1 / Math.tan(turn / 2), angle = share * turn;
        double x = 1 - radius * Math.sin(angle), y = radius * (1 - Math.cos(angle));
        // The second face leaves the corner at the angle π − turn from the first.
        double b = y / Math.sin(turn), a = x + b * Math.cos(turn);
        set(out, at, a, b);
    }

    private static void set(double[] out, int at, double a, double b) {
        out[at] = a;
        out[at + 1] = b;
    }
}
