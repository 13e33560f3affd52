package org.modeststack.mesh.validity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumMap;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * Against reckoning on whole numbers: T. Möller, "A Fast Triangle-Triangle Intersection Test", Journal of Graphics Tools
 * 2(2), 1997, for triangles in different planes, and I. E. Sutherland, G. W. Hodgman, "Reentrant Polygon Clipping",
 * Communications of the ACM 17(1), 1974, for those in one. On a small grid every special position comes up.
 */
class TrianglePairPropertiesTest {
    private static final int[] PAIR = {0, 1, 2, 3, 4, 5};

    @Property(tries = 300)
    void asReckonedOnWholeNumbers(@ForAll Random random) {
        Map<TrianglePair.Relation, Integer> seen = new EnumMap<>(TrianglePair.Relation.class);
        for (int i = 0; i < 300; i++) {
            int grid = 2 + random.nextInt(3);
            boolean flat = random.nextInt(4) == 0;
            double[] p = new double[18];
            for (int k = 0; k < 18; k++) p[k] = flat && k % 3 == 2 ? 0 : random.nextInt(grid);
            if (normal(p, 0) == null || normal(p, 9) == null) continue;
            TrianglePair.Relation got = new TrianglePair(p).relation(PAIR, 0, 3);
            seen.merge(got, 1, Integer::sum);
            String where = java.util.Arrays.toString(p);
            assertEquals(crosses(p), got == TrianglePair.Relation.CROSSING, where);
            assertEquals(commonArea(p) > 1e-9, got == TrianglePair.Relation.OVERLAPPING, where);
            TrianglePair.Relation back = new TrianglePair(p).relation(PAIR, 3, 0);
            assertEquals(got, back, where);
        }
        assertTrue(seen.size() == 4, "all came up: " + seen);
    }

    private static long[] normal(double[] p, int o) {
        long ux = (long) (p[o + 3] - p[o]), uy = (long) (p[o + 4] - p[o + 1]), uz = (long) (p[o + 5] - p[o + 2]);
        long vx = (long) (p[o + 6] - p[o]), vy = (long) (p[o + 7] - p[o + 1]), vz = (long) (p[o + 8] - p[o + 2]);
        long[] n = {uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx};
        return n[0] == 0 && n[1] == 0 && n[2] == 0 ? null : n;
    }

    /** Whether the two have a stretch of the line of their planes in the inside of both. */
    private static boolean crosses(double[] p) {
        long[] n = normal(p, 0), m = normal(p, 9);
        long[] d = {n[1] * m[2] - n[2] * m[1], n[2] * m[0] - n[0] * m[2], n[0] * m[1] - n[1] * m[0]};
        double[] a = interval(p, 0, m, 9, d), b = interval(p, 9, n, 0, d);
        // Whole numbers below 1,000 over whole numbers below 1,000 are far enough apart for doubles.
        return a != null && b != null && Math.min(a[1], b[1]) - Math.max(a[0], b[0]) > 1e-9;
    }

    private static double[] interval(double[] p, int own, long[] plane, int other, long[] along) {
        long[] side = new long[3], at = new long[3];
        for (int i = 0; i < 3; i++) {
            for (int k = 0; k < 3; k++) {
                side[i] += plane[k] * (long) (p[own + 3 * i + k] - p[other + k]);
                at[i] += along[k] * (long) p[own + 3 * i + k];
            }
        }
        boolean above = side[0] > 0 || side[1] > 0 || side[2] > 0, below = side[0] < 0 || side[1] < 0 || side[2] < 0;
        if (!above || !below) return null;
        double low = Double.POSITIVE_INFINITY, high = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < 3; i++) {
            int j = (i + 1) % 3;
            if (side[i] == 0) {
                low = Math.min(low, (double) at[i]);
                high = Math.max(high, (double) at[i]);
            }
            if (side[i] > 0 && side[j] < 0 || side[i] < 0 && side[j] > 0) {
                double t = (double) (at[i] * side[j] - at[j] * side[i]) / (side[j] - side[i]);
                low = Math.min(low, t);
                high = Math.max(high, t);
            }
        }
        return new double[] {low, high};
    }

    /** The area that two triangles of one plane have in common, seen along an axis; 0 for different planes. */
    private static double commonArea(double[] p) {
        long[] n = normal(p, 0);
        for (int i = 3; i < 6; i++) {
            long away = 0;
            for (int k = 0; k < 3; k++) away += n[k] * (long) (p[3 * i + k] - p[k]);
            if (away != 0) return 0;
        }
        int drop = n[0] != 0 ? 0 : n[1] != 0 ? 1 : 2, u = (drop + 1) % 3, v = (drop + 2) % 3;
        double[][] left = {{p[u], p[v]}, {p[3 + u], p[3 + v]}, {p[6 + u], p[6 + v]}};
        double sign = Math.signum((double) n[drop]);
        double[][] clip = {{p[9 + u], p[9 + v]}, {p[12 + u], p[12 + v]}, {p[15 + u], p[15 + v]}};
        double turn = Math.signum(cross(clip[0], clip[1], clip[2]));
        for (int i = 0; i < 3 && left.length > 0; i++) left = cut(left, clip[i], clip[(i + 1) % 3], turn);
        double area = 0;
        for (int i = 1; i + 1 < left.length; i++) area += cross(left[0], left[i], left[i + 1]);
        return Math.abs(area * sign);
    }

    private static double[][] cut(double[][] polygon, double[] a, double[] b, double turn) {
        java.util.List<double[]> out = new java.util.ArrayList<>();
        for (int i = 0; i < polygon.length; i++) {
            double[] p = polygon[i], q = polygon[(i + 1) % polygon.length];
            double s = turn * cross(a, b, p), t = turn * cross(a, b, q);
            if (s >= 0) out.add(p);
            if (s > 0 && t < 0 || s < 0 && t > 0) {
                double r = s / (s - t);
                out.add(new double[] {p[0] + r * (q[0] - p[0]), p[1] + r * (q[1] - p[1])});
            }
        }
        return out.toArray(new double[0][]);
    }

    private static double cross(double[] a, double[] b, double[] c) {
        return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
    }
}
