package org.modeststack.mesh.validity;

/**
 * A look at two triangles that is quick and never wrong when it says that they are apart: a plane parts them, all but the
 * vertices that they share, by more than rounding could hide. Most pairs whose boxes overlap are neighbours in a smooth
 * or flat surface, for which exact decisions are dear, since so many orientations are zero there.
 */
final class QuickParting {
    /** More than rounding can make of a product of lengths, as a share of it. */
    private static final double ROUNDING = 1e-13;

    /** The sine of the least angle of a triangle at a plane along its side, and how far beyond it the other must be. */
    private static final double THICK = 1e-6;

    private static final double BEYOND = 1e-8;

    private final double[] xyz;
    private final double[] way = new double[3];

    /** @param xyz three coordinates a vertex */
    QuickParting(double[] xyz) {
        this.xyz = xyz;
    }

    /**
     * @param triangles three vertices a triangle
     * @param s where the vertices of one triangle begin
     * @param t and those of the other
     * @return whether they surely have nothing in common beside the vertices that they share
     */
    boolean areApart(int[] triangles, int s, int t) {
        int first = -1, other = -1, shared = 0;
        for (int i = 0; i < 3; i++)
            for (int j = 0; j < 3; j++) {
                if (triangles[s + i] != triangles[t + j]) continue;
                shared++;
                first = i;
                other = j;
            }
        return switch (shared) {
            case 0 -> partsAll(triangles, s, t);
            case 1 ->
                partsBeside(
                        3 * triangles[s + first],
                        3 * triangles[s + (first + 1) % 3],
                        3 * triangles[s + (first + 2) % 3],
                        3 * triangles[t + (other + 1) % 3],
                        3 * triangles[t + (other + 2) % 3]);
            case 2 -> unfolds(triangles, s, t);
            default -> false;
        };
    }

    /** With a side in common: they can only cover each other, which they do not if the other vertices lie on different sides of it. */
    private boolean unfolds(int[] triangles, int s, int t) {
        int i = alone(triangles, s, t), j = alone(triangles, t, s);
        int u = 3 * triangles[s + (i + 1) % 3], v = 3 * triangles[s + (i + 2) % 3];
        int a = 3 * triangles[s + i], d = 3 * triangles[t + j];
        double ee = 0, ae = 0, de = 0, ad = 0, aa = 0, dd = 0;
        for (int k = 0; k < 3; k++) {
            double e = xyz[v + k] - xyz[u + k], x = xyz[a + k] - xyz[u + k], y = xyz[d + k] - xyz[u + k];
            ee += e * e;
            ae += x * e;
            de += y * e;
            ad += x * y;
            aa += x * x;
            dd += y * y;
        }
        return ad - ae * de / ee < -ROUNDING * Math.sqrt(aa * dd);
    }

    private static int alone(int[] triangles, int s, int t) {
        for (int i = 0; i < 3; i++) {
            int v = triangles[s + i];
            if (v != triangles[t] && v != triangles[t + 1] && v != triangles[t + 2]) return i;
        }
        return 0;
    }

    /** With one vertex in common, by a plane through it. */
    private boolean partsBeside(int v, int a, int b, int c, int d) {
        double la = 1 / far(v, a), lb = 1 / far(v, b), lc = 1 / far(v, c), ld = 1 / far(v, d);
        // Square to the way from the one to the other, or along a side of one of them.
        for (int k = 0; k < 3; k++) {
            double p = xyz[v + k];
            way[k] = (xyz[a + k] - p) * la + (xyz[b + k] - p) * lb - (xyz[c + k] - p) * lc - (xyz[d + k] - p) * ld;
        }
        return areBeside(v, a, b, la, lb, c, d, lc, ld)
                || areBeyond(v, a, b, lb, c, d, lc, ld)
                || areBeyond(v, b, a, la, c, d, lc, ld)
                || areBeyond(v, c, d, ld, a, b, la, lb)
                || areBeyond(v, d, c, lc, a, b, la, lb);
    }

    private boolean areBeside(int v, int a, int b, double la, double lb, int c, int d, double lc, double ld) {
        double margin = ROUNDING * length();
        return along(v, a) * la > margin
                && along(v, b) * lb > margin
                && along(v, c) * lc < -margin
                && along(v, d) * ld < -margin;
    }

    /**
     * Whether two vertices lie on the other side of a plane than a third. The plane runs through the shared vertex and, but for
     * rounding, along the side of the third's triangle from there to its end. Directions of the triangle are on the wrong side by less than
     * rounding over its angle at the vertex, those of the other on their own by more than that.
     */
    private boolean areBeyond(int v, int end, int third, double lt, int c, int d, double lc, double ld) {
        across(v, end, third, v, end);
        double length = length(), side = along(v, third) * lt, margin = BEYOND * length;
        if (side > THICK * length) return along(v, c) * lc < -margin && along(v, d) * ld < -margin;
        return side < -THICK * length && along(v, c) * lc > margin && along(v, d) * ld > margin;
    }

    /** Sets the way square to a line in the plane of a triangle. */
    private void across(int o, int p, int q, int from, int to) {
        double ux = xyz[p] - xyz[o], uy = xyz[p + 1] - xyz[o + 1], uz = xyz[p + 2] - xyz[o + 2];
        double vx = xyz[q] - xyz[o], vy = xyz[q + 1] - xyz[o + 1], vz = xyz[q + 2] - xyz[o + 2];
        double nx = uy * vz - uz * vy, ny = uz * vx - ux * vz, nz = ux * vy - uy * vx;
        double ex = xyz[to] - xyz[from], ey = xyz[to + 1] - xyz[from + 1], ez = xyz[to + 2] - xyz[from + 2];
        way[0] = ny * ez - nz * ey;
        way[1] = nz * ex - nx * ez;
        way[2] = nx * ey - ny * ex;
    }

    private double length() {
        return Math.sqrt(way[0] * way[0] + way[1] * way[1] + way[2] * way[2]);
    }

    /** With nothing in common, by a plane square to the way from the middle of the one to that of the other, or along a side. */
    private boolean partsAll(int[] triangles, int s, int t) {
        int o = 3 * triangles[s];
        double size = 0;
        for (int i = 0; i < 3; i++)
            size = Math.max(size, Math.max(far(o, 3 * triangles[s + i]), far(o, 3 * triangles[t + i])));
        for (int k = 0; k < 3; k++) {
            way[k] = 0;
            for (int i = 0; i < 3; i++) way[k] += xyz[3 * triangles[t + i] + k] - xyz[3 * triangles[s + i] + k];
        }
        return areParted(triangles, s, t, size)
                || partsAlongSides(triangles, s, s, t, size)
                || partsAlongSides(triangles, t, s, t, size);
    }

    private boolean partsAlongSides(int[] triangles, int of, int s, int t, double size) {
        int a = 3 * triangles[of], b = 3 * triangles[of + 1], c = 3 * triangles[of + 2];
        for (int i = 0; i < 3; i++) {
            across(a, b, c, 3 * triangles[of + i], 3 * triangles[of + (i + 1) % 3]);
            if (areParted(triangles, s, t, size)) return true;
        }
        return false;
    }

    private boolean areParted(int[] triangles, int s, int t, double size) {
        int o = 3 * triangles[s];
        double least = 0, most = 0, otherLeast = Double.POSITIVE_INFINITY, otherMost = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < 3; i++) {
            double p = along(o, 3 * triangles[s + i]), q = along(o, 3 * triangles[t + i]);
            least = Math.min(least, p);
            most = Math.max(most, p);
            otherLeast = Math.min(otherLeast, q);
            otherMost = Math.max(otherMost, q);
        }
        double margin = ROUNDING * size * length();
        return otherLeast - most > margin || least - otherMost > margin;
    }

    private double far(int v, int p) {
        double x = xyz[p] - xyz[v], y = xyz[p + 1] - xyz[v + 1], z = xyz[p + 2] - xyz[v + 2];
        return Math.sqrt(x * x + y * y + z * z);
    }

    private double along(int v, int p) {
        return (xyz[p] - xyz[v]) * way[0] + (xyz[p + 1] - xyz[v + 1]) * way[1] + (xyz[p + 2] - xyz[v + 2]) * way[2];
    }
}
