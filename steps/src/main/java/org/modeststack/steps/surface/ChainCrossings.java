package org.modeststack.steps.surface;

import org.modeststack.mesh.Vec3;

/**
 * Where chains in the plane of a face cross each other, by their places as they are in doubles: good enough to say what is to
 * blame, not to decide whether anything is. In time of the product of their sizes.
 */
final class ChainCrossings {
    /** Receives two segments that cross, each by the number of its second place. */
    @FunctionalInterface
    interface Sink {
        void cross(int ofOne, int ofOther);
    }

    private final double[] one;
    private final double[] other;

    private ChainCrossings(double[] one, double[] other) {
        this.one = one;
        this.other = other;
    }

    /** @param normal of the plane */
    static void find(Vec3[] one, Vec3[] other, Vec3 normal, Sink to) {
        new ChainCrossings(flat(one, normal), flat(other, normal)).find(one == other, to);
    }

    /** Without the coordinate along which the plane is least steep; what crosses there crosses in the plane. */
    private static double[] flat(Vec3[] chain, Vec3 normal) {
        double x = Math.abs(normal.x()), y = Math.abs(normal.y()), z = Math.abs(normal.z());
        int axis = x > y && x > z ? 0 : y > z ? 1 : 2;
        double[] out = new double[2 * chain.length];
        for (int i = 0; i < chain.length; i++) {
            out[2 * i] = chain[i].get((axis + 1) % 3);
            out[2 * i + 1] = chain[i].get((axis + 2) % 3);
        }
        return out;
    }

    private void find(boolean isSame, Sink to) {
        for (int i = 1; 2 * i < one.length; i++)
            for (int k = isSame ? i + 2 : 1; 2 * k < other.length; k++) if (cross(2 * i, 2 * k)) to.cross(i, k);
    }

    private boolean cross(int i, int k) {
        return overlap(i, k)
                && overlap(i + 1, k + 1)
                && turn(one, i - 2, i, other, k - 2) * turn(one, i - 2, i, other, k) <= 0
                && turn(other, k - 2, k, one, i - 2) * turn(other, k - 2, k, one, i) <= 0;
    }

    /** Whether the segments have some of one coordinate in common, as they need not have where they lie on one line. */
    private boolean overlap(int i, int k) {
        return Math.max(one[i - 2], one[i]) >= Math.min(other[k - 2], other[k])
                && Math.max(other[k - 2], other[k]) >= Math.min(one[i - 2], one[i]);
    }

    private static double turn(double[] line, int a, int b, double[] of, int p) {
        return (line[b] - line[a]) * (of[p + 1] - line[a + 1]) - (line[b + 1] - line[a + 1]) * (of[p] - line[a]);
    }
}
