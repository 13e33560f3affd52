package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.math.BigInteger;
import java.util.Arrays;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.exact.Predicates;

/**
 * All points of an arrangement: the vertices of the operands, and the places where an edge meets a plane, an edge meets
 * an edge, or three planes meet. A new point is held as what it is made of, so that it can be judged exactly; beside it
 * stand rounded coordinates with a bound of their error, which settle nearly every question. Two points at the very same
 * place are one, however they were made.
 *
 * <p>Source of the scheme (filter first, exact evaluation of implicit points where it cannot tell): M. Attene, "Indirect
 * Predicates for Geometric Constructions", CAD 126, 2020. The exact stage uses whole numbers of any size: all
 * coordinates are multiples of one power of two.
 */
final class Points {
    /** No number of a cell is farther from 0. */
    private static final double FARTHEST_CELL = 0x1p62;

    private static final double EPS = 0x1p-53;
    private static final byte EDGE_PLANE = 1;
    private static final byte EDGE_EDGE = 2;
    private static final byte PLANES = 3;

    private final Soup soup;
    private final int old;
    private double[] xyz;
    private double[] error;
    private int count;
    /** For points that turned out to be another one, which. */
    private int[] standsFor;

    private byte[] kind = new byte[64];
    private int[] made = new int[3 * 64];
    private BigInteger[][] exact = new BigInteger[64][];
    private final Long2IntOpenHashMap byMaking = new Long2IntOpenHashMap();

    private final Long2IntOpenHashMap cells = new Long2IntOpenHashMap();
    private int[] nextInCell;
    private final boolean[] placed;
    private final double cell;
    private final double near;
    private int shift = Integer.MIN_VALUE;

    Points(Soup soup) {
        this.soup = soup;
        old = soup.vertexCount;
        count = old;
        xyz = Arrays.copyOf(soup.xyz, 3 * old + 192);
        error = new double[old + 64];
        standsFor = new int[old + 64];
        Arrays.setAll(standsFor, i -> i);
        nextInCell = new int[old + 64];
        placed = new boolean[old];
        byMaking.defaultReturnValue(-1);
        cells.defaultReturnValue(-1);
        double far = 0;
        for (double d : soup.xyz) far = Math.max(far, Math.abs(d));
        int e = far == 0 ? 0 : Math.getExponent(far);
        cell = Math.scalb(1.0, e - 30);
        near = Math.scalb(1.0, e - 44);
    }

    int count() {
        return count;
    }

    boolean isNew(int p) {
        return p >= old;
    }

    double coordinate(int p, int k) {
        return xyz[3 * p + k];
    }

    /** The point that this one turned out to be. */
    int find(int p) {
        while (standsFor[p] != p) p = standsFor[p] = standsFor[standsFor[p]];
        return p;
    }

    /** The point of a vertex that takes part in a contact. */
    int ofVertex(int v) {
        if (!placed[v]) {
            placed[v] = true;
            place(v);
        }
        return find(v);
    }

    // ---- making

    /** The point where an edge passes through the plane of a triangle. */
    int edgePlane(int edge, int triangle) {
        return add(EDGE_PLANE, edge, triangle, 0);
    }

    /** The point where two edges of one plane cross, which is looked at along an axis. */
    int edgeEdge(int e, int f, int axis) {
        return add(EDGE_EDGE, Math.min(e, f), Math.max(e, f), axis);
    }

    /** The point where the planes of three triangles meet. */
    int planes(int r, int s, int t) {
        int a = Math.min(r, Math.min(s, t)), c = Math.max(r, Math.max(s, t));
        int b = r != a && r != c ? r : s != a && s != c ? s : t;
        return add(PLANES, a, b, c);
    }

    private int add(byte what, int a, int b, int c) {
        long making = Keys.mix(Keys.mix(Keys.mix(what) ^ a) ^ b) ^ (what == PLANES ? c : 0);
        int known = byMaking.get(making);
        if (known >= 0) return find(known);
        int i = count - old;
        if (i == kind.length) {
            kind = Arrays.copyOf(kind, 2 * i);
            made = Arrays.copyOf(made, 6 * i);
            exact = Arrays.copyOf(exact, 2 * i);
        }
        if (count == error.length) {
            int size = count + Math.max(64, count / 2);
            error = Arrays.copyOf(error, size);
            xyz = Arrays.copyOf(xyz, 3 * size);
            standsFor = Arrays.copyOf(standsFor, size);
            nextInCell = Arrays.copyOf(nextInCell, size);
        }
        kind[i] = what;
        made[3 * i] = a;
        made[3 * i + 1] = b;
        made[3 * i + 2] = c;
        standsFor[count] = count;
        byMaking.put(making, count);
        if (what != EDGE_PLANE || !quickly(count, a, b)) {
            BigInteger[] h = homogeneous(count);
            double far = 0;
            for (int k = 0; k < 3; k++) {
                xyz[3 * count + k] = rounded(h[k], h[3]);
                far = Math.max(far, Math.abs(xyz[3 * count + k]));
            }
            error[count] = 2 * EPS * far;
        }
        int p = count++;
        place(p);
        return find(p);
    }

    /**
     * Works out an edge's point in a plane in floating point.
     *
     * @return whether that is good enough
     */
    private boolean quickly(int point, int edge, int t) {
        int p0 = 3 * soup.edgeLow(edge), p1 = 3 * soup.edgeHigh(edge);
        double[] p = soup.xyz;
        int x = 3 * soup.vertex(t, 0), y = 3 * soup.vertex(t, 1), z = 3 * soup.vertex(t, 2);
        double ax = p[x], ay = p[x + 1], az = p[x + 2];
        double ux = p[y] - ax, uy = p[y + 1] - ay, uz = p[y + 2] - az;
        double vx = p[z] - ax, vy = p[z + 1] - ay, vz = p[z + 2] - az;
        double nx = uy * vz - uz * vy, ny = uz * vx - ux * vz, nz = ux * vy - uy * vx;
        double sx = Math.abs(uy * vz) + Math.abs(uz * vy);
        double sy = Math.abs(uz * vx) + Math.abs(ux * vz);
        double sz = Math.abs(ux * vy) + Math.abs(uy * vx);
        double ex = p[p0] - ax, ey = p[p0 + 1] - ay, ez = p[p0 + 2] - az;
        double fx = p[p1] - ax, fy = p[p1 + 1] - ay, fz = p[p1 + 2] - az;
        double n0 = nx * ex + ny * ey + nz * ez, n1 = nx * fx + ny * fy + nz * fz;
        double b0 = 8 * EPS * (sx * Math.abs(ex) + sy * Math.abs(ey) + sz * Math.abs(ez));
        double b1 = 8 * EPS * (sx * Math.abs(fx) + sy * Math.abs(fy) + sz * Math.abs(fz));
        if (!(Math.abs(n0) > 2 * b0 && Math.abs(n1) > 2 * b1 && n0 > 0 != n1 > 0)) return false;
        double s = n0 / (n0 - n1), r = n1 / (n1 - n0);
        double sError = s * r * 2 * (b0 / Math.abs(n0) + b1 / Math.abs(n1)) + 4 * EPS;
        double size = 0, far = 0;
        for (int k = 0; k < 3; k++) {
            double d = p[p1 + k] - p[p0 + k];
            // From the nearer end, so that a point close to an end keeps its digits.
            xyz[3 * point + k] = s <= 0.5 ? p[p0 + k] + s * d : p[p1 + k] - r * d;
            size = Math.max(size, Math.abs(d));
            far = Math.max(far, Math.max(Math.abs(p[p0 + k]), Math.abs(p[p1 + k])));
        }
        error[point] = size * sError + 4 * EPS * far;
        return error[point] <= 16 * EPS * far;
    }

    /** Puts a point where others at the same place find it; if there is one, the two become one. */
    private void place(int p) {
        double x = xyz[3 * p], y = xyz[3 * p + 1], z = xyz[3 * p + 2];
        long x0 = cellOf(x - near), x1 = cellOf(x + near);
        long y0 = cellOf(y - near), y1 = cellOf(y + near);
        long z0 = cellOf(z - near), z1 = cellOf(z + near);
        for (long i = x0; i <= x1; i++) {
            for (long j = y0; j <= y1; j++) {
                for (long k = z0; k <= z1; k++) {
                    for (int q = cells.get(hash(i, j, k)); q >= 0; q = nextInCell[q]) {
                        if (find(q) != p && same(p, q)) {
                            unite(p, q);
                            return;
                        }
                    }
                }
            }
        }
        long own = hash(cellOf(x), cellOf(y), cellOf(z));
        nextInCell[p] = cells.get(own);
        cells.put(own, p);
    }

    private long cellOf(double d) {
        // What lies beyond the numbers of cells shares the outermost, and loops over cells come to an end.
        return (long) Math.floor(Math.clamp(d / cell, -FARTHEST_CELL, FARTHEST_CELL));
    }

    private static long hash(long i, long j, long k) {
        return Keys.mix(Keys.mix(Keys.mix(i) ^ j) ^ k);
    }

    private boolean same(int p, int q) {
        double e = error[p] + error[q];
        boolean known = e == 0;
        for (int k = 0; k < 3; k++) {
            double d = Math.abs(xyz[3 * p + k] - xyz[3 * q + k]);
            if (d > 1.0001 * e) return false;
        }
        if (known) return true;
        BigInteger[] a = homogeneous(p), b = homogeneous(q);
        for (int k = 0; k < 3; k++) if (!a[k].multiply(b[3]).equals(b[k].multiply(a[3]))) return false;
        return true;
    }

    /** Given vertices stand for made points, and those of the first operands for those of later ones. */
    private void unite(int p, int q) {
        int a = find(p), b = find(q);
        if (a < b) standsFor[b] = a;
        else standsFor[a] = b;
    }

    // ---- what a new point is made of, for its key and its tags

    /** The edge that carries a point, or -1; a crossing of two edges has two (which = 0, 1). */
    int carrier(int p, int which) {
        int i = p - old;
        if (kind[i] == EDGE_PLANE) return which == 0 ? made[3 * i] : -1;
        if (kind[i] == EDGE_EDGE) return made[3 * i + which];
        return -1;
    }

    /** The triangle whose plane makes a point (which = 0 to 2), or -1. */
    int plane(int p, int which) {
        int i = p - old;
        if (kind[i] == EDGE_PLANE) return which == 0 ? made[3 * i + 1] : -1;
        if (kind[i] == PLANES) return made[3 * i + which];
        return -1;
    }

    // ---- judging

    /** The turn of three points seen along an axis: exact, whatever they are. */
    int orient(int p, int q, int r, int axis) {
        int u = (axis + 1) % 3, v = (axis + 2) % 3;
        double pu = xyz[3 * p + u], pv = xyz[3 * p + v];
        double qu = xyz[3 * q + u], qv = xyz[3 * q + v];
        double ru = xyz[3 * r + u], rv = xyz[3 * r + v];
        if (p < old && q < old && r < old) return Predicates.orient2d(pu, pv, qu, qv, ru, rv);
        double e = Math.max(error[p], Math.max(error[q], error[r]));
        double x1 = pu - ru, y1 = qv - rv, x2 = pv - rv, y2 = qu - ru;
        double l = x1 * y1, m = x2 * y2, det = l - m;
        double bound = 2.5 * e * (Math.abs(x1) + Math.abs(y1) + Math.abs(x2) + Math.abs(y2))
                + 10 * e * e
                + 5 * EPS * (Math.abs(l) + Math.abs(m));
        if (det > bound) return 1;
        if (-det > bound) return -1;
        if (p == q || q == r || p == r || onOneEdge(p, q, r)) return 0;
        BigInteger[] a = homogeneous(p), b = homogeneous(q), c = homogeneous(r);
        return a[u].multiply(b[v].multiply(c[3]).subtract(c[v].multiply(b[3])))
                .subtract(a[v].multiply(b[u].multiply(c[3]).subtract(c[u].multiply(b[3]))))
                .add(a[3].multiply(b[u].multiply(c[v]).subtract(c[u].multiply(b[v]))))
                .signum();
    }

    /** On which side of the plane of three points another lies, all taken as rounded. */
    int roundedSide(int p, int q, int r, int s) {
        return Predicates.orient3d(xyz, 3 * p, xyz, 3 * q, xyz, 3 * r, xyz, 3 * s);
    }

    /** Points on one edge need no reckoning to be known to lie on a line. */
    private boolean onOneEdge(int p, int q, int r) {
        int s = isNew(p) ? p : isNew(q) ? q : r;
        for (int which = 0; which < 2; which++) {
            int e = carrier(s, which);
            if (e >= 0 && on(e, p) && on(e, q) && on(e, r)) return true;
        }
        return false;
    }

    private boolean on(int edge, int p) {
        if (isNew(p)) return carrier(p, 0) == edge || carrier(p, 1) == edge;
        return find(soup.edgeLow(edge)) == p || find(soup.edgeHigh(edge)) == p;
    }

    // ---- exactly

    private BigInteger whole(double d) {
        if (shift == Integer.MIN_VALUE) {
            int low = 0;
            for (double c : soup.xyz) {
                if (c == 0) continue;
                long bits = Double.doubleToRawLongBits(c);
                int exponent = Math.max(1, (int) (bits >>> 52 & 0x7FF)) - 1075;
                long mantissa = (bits & 0xFFFFFFFFFFFFFL) | ((bits >>> 52 & 0x7FF) == 0 ? 0 : 0x10000000000000L);
                low = Math.min(low, exponent + Long.numberOfTrailingZeros(mantissa));
            }
            shift = -low;
        }
        if (d == 0) return BigInteger.ZERO;
        long bits = Double.doubleToRawLongBits(d);
        int exponent = Math.max(1, (int) (bits >>> 52 & 0x7FF)) - 1075;
        long mantissa = (bits & 0xFFFFFFFFFFFFFL) | ((bits >>> 52 & 0x7FF) == 0 ? 0 : 0x10000000000000L);
        int zeros = Long.numberOfTrailingZeros(mantissa);
        BigInteger b = BigInteger.valueOf(d < 0 ? -(mantissa >>> zeros) : mantissa >>> zeros)
                .shiftLeft(exponent + zeros + shift);
        return b;
    }

    private BigInteger[] vertex(int v) {
        return new BigInteger[] {whole(soup.xyz[3 * v]), whole(soup.xyz[3 * v + 1]), whole(soup.xyz[3 * v + 2])};
    }

    /** Homogeneous coordinates x, y, z, w of a point in whole numbers, w greater than 0. */
    BigInteger[] homogeneous(int p) {
        if (p < old) {
            BigInteger[] v = vertex(p);
            return new BigInteger[] {v[0], v[1], v[2], BigInteger.ONE};
        }
        int i = p - old;
        if (exact[i] == null) {
            exact[i] = switch (kind[i]) {
                case EDGE_PLANE -> onLine(made[3 * i], plane(made[3 * i + 1]));
                case EDGE_EDGE -> onLine(made[3 * i], upright(made[3 * i + 1], made[3 * i + 2]));
                default -> ofPlanes(plane(made[3 * i]), plane(made[3 * i + 1]), plane(made[3 * i + 2]));
            };
        }
        return exact[i];
    }

    /** The plane of a triangle: a, b, c, d with a x + b y + c z + d = 0. */
    private BigInteger[] plane(int t) {
        BigInteger[] p = vertex(soup.vertex(t, 0)), q = vertex(soup.vertex(t, 1)), r = vertex(soup.vertex(t, 2));
        return through(p, minus(q, p), minus(r, p));
    }

    /** The plane through an edge along an axis. */
    private BigInteger[] upright(int edge, int axis) {
        BigInteger[] p = vertex(soup.edgeLow(edge)), q = vertex(soup.edgeHigh(edge));
        BigInteger[] along = {BigInteger.ZERO, BigInteger.ZERO, BigInteger.ZERO};
        along[axis] = BigInteger.ONE;
        return through(p, minus(q, p), along);
    }

    private static BigInteger[] through(BigInteger[] p, BigInteger[] u, BigInteger[] v) {
        BigInteger[] n = {
            u[1].multiply(v[2]).subtract(u[2].multiply(v[1])),
            u[2].multiply(v[0]).subtract(u[0].multiply(v[2])),
            u[0].multiply(v[1]).subtract(u[1].multiply(v[0])),
            null
        };
        n[3] = n[0].multiply(p[0])
                .add(n[1].multiply(p[1]))
                .add(n[2].multiply(p[2]))
                .negate();
        return n;
    }

    private static BigInteger[] minus(BigInteger[] p, BigInteger[] q) {
        return new BigInteger[] {p[0].subtract(q[0]), p[1].subtract(q[1]), p[2].subtract(q[2])};
    }

    private BigInteger[] onLine(int edge, BigInteger[] plane) {
        BigInteger[] p = vertex(soup.edgeLow(edge)), q = vertex(soup.edgeHigh(edge));
        BigInteger n0 = value(plane, p), n1 = value(plane, q);
        BigInteger w = n0.subtract(n1);
        if (w.signum() < 0) {
            n0 = n0.negate();
            n1 = n1.negate();
            w = w.negate();
        }
        BigInteger[] h = new BigInteger[4];
        for (int k = 0; k < 3; k++) h[k] = n0.multiply(q[k]).subtract(n1.multiply(p[k]));
        h[3] = w;
        return h;
    }

    private static BigInteger value(BigInteger[] plane, BigInteger[] p) {
        return plane[0].multiply(p[0])
                .add(plane[1].multiply(p[1]))
                .add(plane[2].multiply(p[2]))
                .add(plane[3]);
    }

    /** Cramer's rule. */
    private static BigInteger[] ofPlanes(BigInteger[] a, BigInteger[] b, BigInteger[] c) {
        BigInteger[] h = new BigInteger[4];
        h[3] = det(a, b, c, 0, 1, 2);
        h[0] = det(a, b, c, 3, 1, 2).negate();
        h[1] = det(a, b, c, 0, 3, 2).negate();
        h[2] = det(a, b, c, 0, 1, 3).negate();
        if (h[3].signum() < 0) for (int k = 0; k < 4; k++) h[k] = h[k].negate();
        return h;
    }

    private static BigInteger det(BigInteger[] a, BigInteger[] b, BigInteger[] c, int i, int j, int k) {
        return a[i].multiply(b[j].multiply(c[k]).subtract(b[k].multiply(c[j])))
                .subtract(a[j].multiply(b[i].multiply(c[k]).subtract(b[k].multiply(c[i]))))
                .add(a[k].multiply(b[i].multiply(c[j]).subtract(b[j].multiply(c[i]))));
    }

    /** The double nearest to n / w, taken back from whole numbers. */
    private double rounded(BigInteger n, BigInteger w) {
        if (n.signum() == 0) return 0;
        // Seventy bits of the quotient are more than a double holds.
        int up = Math.max(0, 70 - (n.bitLength() - w.bitLength()));
        BigInteger q = n.shiftLeft(up).divide(w);
        return Math.scalb(scaled(q), -up - shift);
    }

    /** Keeps a quotient within what a double can hold before it is scaled down. */
    private static double scaled(BigInteger q) {
        int over = q.bitLength() - 900;
        return over <= 0 ? q.doubleValue() : Math.scalb(q.shiftRight(over).doubleValue(), over);
    }

    double error(int p) {
        return error[p];
    }

    /** A vertex's coordinate in the whole numbers of {@link #homogeneous}. */
    BigInteger wholeCoordinate(int vertex, int k) {
        return whole(soup.xyz[3 * vertex + k]);
    }
}
