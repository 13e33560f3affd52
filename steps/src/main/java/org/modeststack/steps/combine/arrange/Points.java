package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Arrays;
import org.modeststack.mesh.exact.Predicates;

/**
 * All points of an arrangement of two operands: the vertices of the first, those of the second (one that coincides with
 * a vertex of the first stands for it), and the points where an edge of one meets an edge or a triangle of the other.
 *
 * <p>A new point is held as what it is, an edge and the ratio n0 : n1 in which its ends lie from a plane or line, so
 * that it can be judged exactly; beside it stand rounded coordinates with a bound of their error, which settle nearly
 * every question. Point = (n0 P1 - n1 P0) / (n0 - n1).
 *
 * <p>Source of the scheme (filter, then exact evaluation of implicit points): M. Attene, "Indirect Predicates for
 * Geometric Constructions", CAD 126, 2020.
 */
final class Points {
    private static final double EPS = 0x1p-53;

    final Operand a;
    final Operand b;
    private final int na;
    private final int old;
    private final int[] standsFor;
    private final Long2IntOpenHashMap byPair = new Long2IntOpenHashMap();

    private double[] xyz;
    private double[] error;
    private int count;
    // For new points, by id - old: the carrying edges (-1 if none), the triangle (-1 if edge meets edge in a plane).
    private int[] edgeA = new int[64];
    private int[] edgeB = new int[64];
    private int[] triangle = new int[64];
    // What is needed to work a point out exactly: the plane's triangle, or the axis where there is none.
    private int[] planeOf = new int[64];
    private byte[] axisOf = new byte[64];
    private byte[] cutEdgeOf = new byte[64];
    private BigDecimal[][] exact = new BigDecimal[64][];

    Points(Operand a, Operand b) {
        this.a = a;
        this.b = b;
        na = a.mesh.vertexCount();
        old = na + b.mesh.vertexCount();
        count = old;
        xyz = new double[3 * old + 192];
        error = new double[old + 64];
        System.arraycopy(a.xyz, 0, xyz, 0, 3 * na);
        System.arraycopy(b.xyz, 0, xyz, 3 * na, 3 * (old - na));
        standsFor = new int[old];
        Arrays.setAll(standsFor, i -> i);
        byPair.defaultReturnValue(-1);
    }

    int count() {
        return count;
    }

    int firstNew() {
        return old;
    }

    /** The point of a vertex of the first (which = 0) or second operand. */
    int ofVertex(int which, int v) {
        return standsFor[which == 0 ? v : na + v];
    }

    /** The vertex of B coincides with one of A. */
    void coincide(int va, int vb) {
        standsFor[na + vb] = va;
    }

    double coordinate(int p, int k) {
        return xyz[3 * p + k];
    }

    boolean isNew(int p) {
        return p >= old;
    }

    /** The edge of an operand that carries a new point, or -1. */
    int carrier(int which, int p) {
        return which == 0 ? edgeA[p - old] : edgeB[p - old];
    }

    /** The triangle that a new point's edge pierces, or -1 where edge meets edge. */
    int pierced(int p) {
        return triangle[p - old];
    }

    /** The point where an edge of one operand passes through the inside of a triangle of the other. */
    int edgeInTriangle(int which, int edge, int tri) {
        long key = (which == 0 ? 1L : 2L) << 62 | (long) edge << 31 | tri;
        int known = byPair.get(key);
        if (known >= 0) return known;
        return add(key, which == 0 ? edge : -1, which == 0 ? -1 : edge, tri, which, edge, tri, -1);
    }

    /**
     * The point where two edges cross.
     *
     * @param which the operand whose edge runs through the plane
     * @param plane the other operand's triangle with that plane, or -1 where both edges lie in one plane
     * @param axis the axis to look along in that case
     */
    int edgeOnEdge(int ea, int eb, int which, int plane, int axis) {
        long key = (long) ea << 31 | eb;
        int known = byPair.get(key);
        if (known >= 0) return known;
        return add(key, ea, eb, -1, which, which == 0 ? ea : eb, plane, axis);
    }

    private int add(long key, int ea, int eb, int pierced, int which, int edge, int plane, int axis) {
        int i = count - old;
        if (i == edgeA.length) {
            edgeA = Arrays.copyOf(edgeA, 2 * i);
            edgeB = Arrays.copyOf(edgeB, 2 * i);
            triangle = Arrays.copyOf(triangle, 2 * i);
            planeOf = Arrays.copyOf(planeOf, 2 * i);
            axisOf = Arrays.copyOf(axisOf, 2 * i);
            cutEdgeOf = Arrays.copyOf(cutEdgeOf, 2 * i);
            exact = Arrays.copyOf(exact, 2 * i);
        }
        if (count == error.length) {
            error = Arrays.copyOf(error, 2 * count);
            xyz = Arrays.copyOf(xyz, 6 * count);
        }
        edgeA[i] = ea;
        edgeB[i] = eb;
        triangle[i] = pierced;
        planeOf[i] = plane;
        axisOf[i] = (byte) axis;
        cutEdgeOf[i] = (byte) which;
        Operand mine = which == 0 ? a : b, other = which == 0 ? b : a;
        int p0 = 3 * mine.edges.edgeLow(edge), p1 = 3 * mine.edges.edgeHigh(edge);
        double[] p = mine.xyz, q = other.xyz;
        double[] n0 = new double[2], n1 = new double[2];
        if (plane >= 0) {
            int[] t = other.triangles;
            int x = 3 * t[3 * plane], y = 3 * t[3 * plane + 1], z = 3 * t[3 * plane + 2];
            height(q, x, y, z, p, p0, n0);
            height(q, x, y, z, p, p1, n1);
        } else {
            int u = (axis + 1) % 3, v = (axis + 2) % 3;
            int x = 3 * b.edges.edgeLow(eb), y = 3 * b.edges.edgeHigh(eb);
            turn(q, x, y, p, p0, u, v, n0);
            turn(q, x, y, p, p1, u, v, n1);
        }
        boolean sure = Math.abs(n0[0]) > 2 * n0[1] && Math.abs(n1[0]) > 2 * n1[1] && n0[0] > 0 != n1[0] > 0;
        double t = n0[0] / (n0[0] - n1[0]);
        double tError = sure ? t * (1 - t) * 2 * (n0[1] / Math.abs(n0[0]) + n1[1] / Math.abs(n1[0])) + 4 * EPS : 1;
        double size = 0, far = 0;
        for (int k = 0; k < 3; k++) {
            double d = p[p1 + k] - p[p0 + k];
            // From the nearer end, so that a point close to an end keeps its digits.
            xyz[3 * count + k] = t <= 0.5 ? p[p0 + k] + t * d : p[p1 + k] - (n1[0] / (n1[0] - n0[0])) * d;
            size = Math.max(size, Math.abs(d));
            far = Math.max(far, Math.max(Math.abs(p[p0 + k]), Math.abs(p[p1 + k])));
        }
        error[count] = size * tError + 4 * EPS * far;
        if (!sure || error[count] > 1e-14 * far) {
            BigDecimal[] h = exactly(mine, edge, plane, axis, other, eb);
            exact[i] = h;
            for (int k = 0; k < 3; k++)
                xyz[3 * count + k] = h[k].divide(h[3], MathContext.DECIMAL64).doubleValue();
            error[count] = 4 * EPS * far;
        }
        byPair.put(key, count);
        return count++;
    }

    /** Homogeneous coordinates x, y, z, w of a point, w greater than 0. */
    private BigDecimal[] homogeneous(int p) {
        if (p < old) {
            return new BigDecimal[] {
                new BigDecimal(xyz[3 * p]),
                new BigDecimal(xyz[3 * p + 1]),
                new BigDecimal(xyz[3 * p + 2]),
                BigDecimal.ONE
            };
        }
        int i = p - old;
        if (exact[i] == null) {
            boolean first = cutEdgeOf[i] == 0;
            exact[i] =
                    exactly(first ? a : b, first ? edgeA[i] : edgeB[i], planeOf[i], axisOf[i], first ? b : a, edgeB[i]);
        }
        return exact[i];
    }

    private static BigDecimal[] exactly(Operand mine, int edge, int plane, int axis, Operand other, int edgeB) {
        int p0 = 3 * mine.edges.edgeLow(edge), p1 = 3 * mine.edges.edgeHigh(edge);
        BigDecimal n0, n1;
        if (plane >= 0) {
            int[] t = other.triangles;
            int x = 3 * t[3 * plane], y = 3 * t[3 * plane + 1], z = 3 * t[3 * plane + 2];
            n0 = heightExact(other.xyz, x, y, z, mine.xyz, p0);
            n1 = heightExact(other.xyz, x, y, z, mine.xyz, p1);
        } else {
            int u = (axis + 1) % 3, v = (axis + 2) % 3;
            int x = 3 * other.edges.edgeLow(edgeB), y = 3 * other.edges.edgeHigh(edgeB);
            n0 = turnExact(other.xyz, x, y, mine.xyz, p0, u, v);
            n1 = turnExact(other.xyz, x, y, mine.xyz, p1, u, v);
        }
        BigDecimal w = n0.subtract(n1);
        if (w.signum() < 0) {
            n0 = n0.negate();
            n1 = n1.negate();
            w = w.negate();
        }
        BigDecimal[] h = new BigDecimal[4];
        for (int k = 0; k < 3; k++) {
            h[k] = n0.multiply(new BigDecimal(mine.xyz[p1 + k]))
                    .subtract(n1.multiply(new BigDecimal(mine.xyz[p0 + k])));
        }
        h[3] = w;
        return h;
    }

    /** Six times the volume over triangle x y z up to point d, and a bound of its error. */
    private static void height(double[] q, int x, int y, int z, double[] p, int d, double[] out) {
        double ax = q[x] - p[d], ay = q[x + 1] - p[d + 1], az = q[x + 2] - p[d + 2];
        double bx = q[y] - p[d], by = q[y + 1] - p[d + 1], bz = q[y + 2] - p[d + 2];
        double cx = q[z] - p[d], cy = q[z + 1] - p[d + 1], cz = q[z + 2] - p[d + 2];
        out[0] = ax * (by * cz - bz * cy) + bx * (cy * az - cz * ay) + cx * (ay * bz - az * by);
        double size = Math.abs(ax) * (Math.abs(by * cz) + Math.abs(bz * cy))
                + Math.abs(bx) * (Math.abs(cy * az) + Math.abs(cz * ay))
                + Math.abs(cx) * (Math.abs(ay * bz) + Math.abs(az * by));
        out[1] = 8 * EPS * size;
    }

    private static BigDecimal heightExact(double[] q, int x, int y, int z, double[] p, int d) {
        BigDecimal[] a = minus(q, x, p, d), b = minus(q, y, p, d), c = minus(q, z, p, d);
        return a[0].multiply(b[1].multiply(c[2]).subtract(b[2].multiply(c[1])))
                .add(b[0].multiply(c[1].multiply(a[2]).subtract(c[2].multiply(a[1]))))
                .add(c[0].multiply(a[1].multiply(b[2]).subtract(a[2].multiply(b[1]))));
    }

    private static BigDecimal[] minus(double[] q, int x, double[] p, int d) {
        BigDecimal[] r = new BigDecimal[3];
        for (int k = 0; k < 3; k++) r[k] = new BigDecimal(q[x + k]).subtract(new BigDecimal(p[d + k]));
        return r;
    }

    private static void turn(double[] q, int x, int y, double[] p, int d, int u, int v, double[] out) {
        double l = (q[x + u] - p[d + u]) * (q[y + v] - p[d + v]);
        double r = (q[x + v] - p[d + v]) * (q[y + u] - p[d + u]);
        out[0] = l - r;
        out[1] = 4 * EPS * (Math.abs(l) + Math.abs(r));
    }

    private static BigDecimal turnExact(double[] q, int x, int y, double[] p, int d, int u, int v) {
        BigDecimal[] a = minus(q, x, p, d), b = minus(q, y, p, d);
        return a[u].multiply(b[v]).subtract(a[v].multiply(b[u]));
    }

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
        if (onOneEdge(p, q, r)) return 0;
        BigDecimal[] hp = homogeneous(p), hq = homogeneous(q), hr = homogeneous(r);
        return hp[u].multiply(hq[v].multiply(hr[3]).subtract(hr[v].multiply(hq[3])))
                .subtract(hp[v].multiply(hq[u].multiply(hr[3]).subtract(hr[u].multiply(hq[3]))))
                .add(hp[3].multiply(hq[u].multiply(hr[v]).subtract(hr[u].multiply(hq[v]))))
                .signum();
    }

    private boolean onOneEdge(int p, int q, int r) {
        int s = isNew(p) ? p : isNew(q) ? q : r;
        for (int which = 0; which < 2; which++) {
            int e = carrier(which, s);
            if (e >= 0 && on(which, e, p) && on(which, e, q) && on(which, e, r)) return true;
        }
        return false;
    }

    private boolean on(int which, int edge, int p) {
        if (isNew(p)) return carrier(which, p) == edge;
        Operand o = which == 0 ? a : b;
        return ofVertex(which, o.edges.edgeLow(edge)) == p || ofVertex(which, o.edges.edgeHigh(edge)) == p;
    }
}
