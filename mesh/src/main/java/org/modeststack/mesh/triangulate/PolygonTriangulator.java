package org.modeststack.mesh.triangulate;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.work.Work;

/**
 * Cuts one polygon with any number of corners, convex or not, into triangles without new vertices, by clipping ears.
 * The polygon is looked at along the coordinate axis closest to its normal, so that coordinates stay what they are and
 * every turn is decided exactly.
 *
 * <p>A simple polygon of n corners gives n - 2 triangles that cover it once. One that crosses itself also gives n - 2
 * triangles, which then may overlap: it is never refused. Ears with corners on one line are left for last, so that a
 * triangle has no area only where the polygon forces it; and so are those that are on one line but for rounding, since
 * a triangle as thin as that may lean any way and run through its neighbours.
 *
 * <p>Source: ear clipping after G. H. Meisters, "Polygons Have Ears", American Mathematical Monthly 82, 1975; only
 * reflex corners are tested against an ear, which makes convex polygons linear, and of many corners only those near it
 * ({@link CornerGrid}).
 */
public final class PolygonTriangulator {
    /** A corner so near the line between others, as a share of the largest coordinate, is off it by rounding only. */
    static final double ROUNDING = 0x1p-46;

    /** From so many corners on these are looked for by their place. */
    private static final int MANY = 128;

    /** From so many corners on a polygon with hollows is cut by a sweep. */
    private static final int VERY_MANY = 1 << 12;

    /** So many corners are asked for each ear, in the mean, before ears are no longer looked into. */
    private static final long WORK_EACH = 500;

    private static final long MOST_WORK = 300_000_000;

    private double[] u = new double[16];
    private double[] w = new double[16];
    private int[] prev = new int[16];
    private int[] next = new int[16];
    private boolean[] reflex = new boolean[16];
    /** How many corners the last question looked at. */
    private int asked;

    /** Which corners are cut off already. */
    private boolean[] gone = new boolean[16];
    /** The corners by place, for polygons with many; null where it is not worth it or not made yet. */
    private @Nullable CornerGrid grid;

    /** How near a line, in mm, a corner counts as on it; 0 where only exactly. */
    private double slack;

    /**
     * @param corners vertices of the polygon at {@code from} to {@code to - 1}
     * @param out receives {@code 3 * (to - from - 2)} places of corners, as indices into {@code corners}
     * @param outAt where in {@code out} to begin
     */
    public void triangulate(double[] xyz, int[] corners, int from, int to, int[] out, int outAt) {
        int n = to - from;
        if (n == 3) {
            put(out, outAt, from, from + 1, from + 2);
            return;
        }
        if (n == 4) {
            if (!PlainQuad.cut(xyz, corners, from, out, outAt)) quad(xyz, corners, from, out, outAt);
            return;
        }
        load(xyz, corners, from, n);
        clip(n, from, out, outAt);
    }

    private void load(double[] xyz, int[] corners, int from, int n) {
        if (n > u.length) {
            int size = Math.max(n, 2 * u.length);
            u = new double[size];
            w = new double[size];
            prev = new int[size];
            next = new int[size];
            reflex = new boolean[size];
            gone = new boolean[size];
        }
        double nx = 0, ny = 0, nz = 0;
        int o = 3 * corners[from];
        double ox = xyz[o], oy = xyz[o + 1], oz = xyz[o + 2];
        for (int i = 1; i + 1 < n; i++) {
            int a = 3 * corners[from + i], b = 3 * corners[from + i + 1];
            double ax = xyz[a] - ox, ay = xyz[a + 1] - oy, az = xyz[a + 2] - oz;
            double bx = xyz[b] - ox, by = xyz[b + 1] - oy, bz = xyz[b + 2] - oz;
            nx += ay * bz - az * by;
            ny += az * bx - ax * bz;
            nz += ax * by - ay * bx;
        }
        double x = Math.abs(nx), y = Math.abs(ny), z = Math.abs(nz);
        int drop = x > y && x > z ? 0 : y > z ? 1 : 2;
        boolean positive = (drop == 0 ? nx : drop == 1 ? ny : nz) >= 0;
        int first = (drop + 1) % 3, second = (drop + 2) % 3;
        if (!positive) {
            int t = first;
            first = second;
            second = t;
        }
        double far = 0;
        for (int i = 0; i < n; i++) {
            int v = 3 * corners[from + i];
            u[i] = xyz[v + first];
            w[i] = xyz[v + second];
            far = Math.max(far, Math.max(Math.abs(u[i]), Math.abs(w[i])));
        }
        slack = ROUNDING * far;
    }

    private int turn(int a, int b, int c) {
        return Predicates.orient2d(u[a], w[a], u[b], w[b], u[c], w[c]);
    }

    /** Whether b turns to the left by more than rounding. */
    private boolean isConvex(int a, int b, int c) {
        return turn(a, b, c) > 0 && !(slack > 0 && isNearLine(a, b, c));
    }

    /** Whether b is within the slack of the line through a and c. */
    private boolean isNearLine(int a, int b, int c) {
        double du = u[c] - u[a], dw = w[c] - w[a];
        double area = du * (w[b] - w[a]) - dw * (u[b] - u[a]);
        return area * area <= slack * slack * (du * du + dw * dw);
    }

    /** Whether b lies between a and c, within the slack of the line. */
    private boolean isBetween(int a, int b, int c) {
        double du = u[c] - u[a], dw = w[c] - w[a];
        double along = du * (u[b] - u[a]) + dw * (w[b] - w[a]);
        return along > 0 && along < du * du + dw * dw && isNearLine(a, b, c);
    }

    /** Any of four corners. */
    void quad(double[] xyz, int[] corners, int from, int[] out, int at) {
        load(xyz, corners, from, 4);
        boolean firstIsShorter = length(xyz, corners, from, 0, 2) <= length(xyz, corners, from, 1, 3) * (1 + 1e-9);
        putQuad(out, at, from, isFirstBetter(firstIsShorter));
    }

    private boolean isFirstBetter(boolean firstIsShorter) {
        int t012 = turn(0, 1, 2), t023 = turn(0, 2, 3), t013 = turn(0, 1, 3), t123 = turn(1, 2, 3);
        boolean first = t012 > 0 && t023 > 0;
        boolean second = t013 > 0 && t123 > 0;
        if (first && second) {
            boolean firstIsThin = !isConvex(0, 1, 2) || !isConvex(0, 2, 3);
            if (firstIsThin != (!isConvex(0, 1, 3) || !isConvex(1, 2, 3))) {
                if (firstIsThin) first = false;
                else second = false;
            }
        }
        if (first && second) return firstIsShorter;
        return first || !second && t012 + t023 >= t013 + t123;
    }

    static void putQuad(int[] out, int at, int from, boolean first) {
        if (first) {
            put(out, at, from, from + 1, from + 2);
            put(out, at + 3, from, from + 2, from + 3);
        } else {
            put(out, at, from, from + 1, from + 3);
            put(out, at + 3, from + 1, from + 2, from + 3);
        }
    }

    static double length(double[] xyz, int[] corners, int from, int i, int j) {
        int a = 3 * corners[from + i], b = 3 * corners[from + j];
        double x = xyz[a] - xyz[b], y = xyz[a + 1] - xyz[b + 1], z = xyz[a + 2] - xyz[b + 2];
        return x * x + y * y + z * z;
    }

    private void clip(int n, int from, int[] out, int at) {
        grid = null;
        for (int i = 0; i < n; i++) {
            gone[i] = false;
            prev[i] = i == 0 ? n - 1 : i - 1;
            next[i] = i == n - 1 ? 0 : i + 1;
        }
        int reflexCount = findReflex(0, n);
        if (n >= VERY_MANY && reflexCount > 0 && new MonotonePieces(u, w, n).triangulate(out, from, at)) return;
        long work = 0, mostWork = Math.min(MOST_WORK, WORK_EACH * n);
        int left = n, i = 0, idle = 0;
        while (left > 3) {
            int p = prev[i], q = next[i];
            // One that crosses itself all over is cut somehow, but soon.
            boolean take = work > mostWork || !reflex[i] && (reflexCount == 0 || !blocked(p, i, q, n));
            work += n < VERY_MANY ? 0 : 1 + asked;
            asked = 0;
            if (!take && slack > 0 && idle > left) {
                // Every ear that is left is as thin as rounding.
                slack = 0;
                reflexCount = findReflex(i, left);
                idle = 0;
            }
            // Nothing was found in a whole round: the polygon is not simple, or what is left lies on a line.
            if (!take && idle > left) take = idle > 2 * left || turn(p, i, q) >= 0;
            if (!take) {
                idle++;
                i = q;
                continue;
            }
            put(out, at, from + p, from + i, from + q);
            at += 3;
            left--;
            idle = 0;
            gone[i] = true;
            next[p] = q;
            prev[q] = p;
            if (reflex[i]) reflexCount--;
            for (int side = 0; side < 2; side++) {
                int v = side == 0 ? p : q;
                boolean now = !isConvex(prev[v], v, next[v]);
                if (now != reflex[v]) {
                    reflex[v] = now;
                    reflexCount += now ? 1 : -1;
                }
            }
            Work.checkpoint(left);
            // Step over the next corner, so that a round polygon does not become a fan of slivers.
            i = next[q];
        }
        put(out, at, from + prev[i], from + i, from + next[i]);
    }

    /** Notes which corners are no ears by their turn, and gives their number. */
    private int findReflex(int from, int count) {
        int found = 0;
        for (int k = 0, i = from; k < count; k++, i = next[i]) {
            reflex[i] = !isConvex(prev[i], i, next[i]);
            if (reflex[i]) found++;
        }
        return found;
    }

    /** @param n how many corners the polygon had at first */
    private boolean blocked(int a, int b, int c, int n) {
        if (n >= MANY) {
            CornerGrid g = grid;
            if (g == null) grid = g = new CornerGrid(u, w, n);
            return g.any(
                    a,
                    b,
                    c,
                    2 * slack,
                    v -> ++asked > 0 && v != a && v != b && v != c && !gone[v] && reflex[v] && blocks(v, a, b, c));
        }
        for (int v = next[c]; v != a; v = next[v]) if (reflex[v] && blocks(v, a, b, c)) return true;
        return false;
    }

    /** Whether a reflex corner keeps an ear from being cut off. */
    private boolean blocks(int v, int a, int b, int c) {
        if (same(v, a) || same(v, b) || same(v, c)) return same(v, b);
        if (turn(a, b, v) >= 0 && turn(b, c, v) >= 0 && turn(c, a, v) >= 0) return true;
        // What is just beyond the cut would be left with a triangle as thin as that.
        return slack > 0 && isBetween(c, v, a);
    }

    private boolean same(int i, int j) {
        return u[i] == u[j] && w[i] == w[j];
    }

    private static void put(int[] out, int at, int a, int b, int c) {
        out[at] = a;
        out[at + 1] = b;
        out[at + 2] = c;
    }
}
