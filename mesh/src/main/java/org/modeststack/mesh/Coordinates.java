package org.modeststack.mesh;

/**
 * How far out a mesh may lie. Exact predicates are proved for magnitudes from 1e-90 to 1e90 ({@code mesh.exact}); lengths,
 * areas and volumes of what lies within these bounds overflow nowhere, with much to spare.
 */
public final class Coordinates {
    /** The farthest from the origin along an axis, mm: a million kilometres. */
    public static final double FARTHEST = 1e12;

    /** What is nearer to zero than this is zero, mm. */
    private static final double NEAREST = 1e-60;

    private Coordinates() {}

    /** Whether a number is finite and not too far out. */
    public static boolean isInReach(double d) {
        return Math.abs(d) <= FARTHEST;
    }

    /** Zero for what is too near to it for exact products. */
    public static double settled(double d) {
        return Math.abs(d) < NEAREST ? 0 : d;
    }
}
