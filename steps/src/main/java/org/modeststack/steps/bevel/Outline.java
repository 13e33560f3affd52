package org.modeststack.steps.bevel;

import java.util.stream.IntStream;
import org.modeststack.mesh.exact.Predicates;

/** Whether a polygon in the plane crosses itself. */
final class Outline {
    private Outline() {}

    /**
     * Compares the sides whose extents along x overlap.
     *
     * @param q x and y of each corner; sides without length are passed over
     */
    static boolean isSimple(double[] q) {
        int n = q.length / 2;
        int[] order = IntStream.range(0, n)
                .filter(i -> q[2 * i] != q[2 * next(i, n)] || q[2 * i + 1] != q[2 * next(i, n) + 1])
                .boxed()
                .sorted((i, j) -> Double.compare(low(q, i, n), low(q, j, n)))
                .mapToInt(Integer::intValue)
                .toArray();
        for (int i = 0; i < order.length; i++) {
            double end = Math.max(q[2 * order[i]], q[2 * next(order[i], n)]);
            for (int j = i + 1; j < order.length && low(q, order[j], n) <= end; j++)
                if (cross(q, order[i], order[j], n)) return false;
        }
        return true;
    }

    private static int next(int i, int n) {
        return i + 1 == n ? 0 : i + 1;
    }

    private static double low(double[] q, int i, int n) {
        return Math.min(q[2 * i], q[2 * next(i, n)]);
    }

    /** Whether two sides pass through each other; sides that touch in a corner do not. */
    private static boolean cross(double[] q, int i, int j, int n) {
        int a = 2 * i, b = 2 * next(i, n), c = 2 * j, d = 2 * next(j, n);
        int s = side(q, a, b, c), t = side(q, a, b, d), u = side(q, c, d, a), v = side(q, c, d, b);
        return s * t < 0 && u * v < 0;
    }

    private static int side(double[] q, int a, int b, int c) {
        return Predicates.orient2d(q[a], q[a + 1], q[b], q[b + 1], q[c], q[c + 1]);
    }
}
