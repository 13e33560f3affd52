package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.math.BigInteger;
import org.jspecify.annotations.Nullable;

/**
 * How often each operand winds round the two sides of a fragment. A ray from the fragment's middle runs along the axis
 * closest to its normal and counts the triangles it passes; the ray is thought shifted sideways by an infinitely small
 * step and an infinitely smaller one, so that it never meets an edge. Exact: the middle is held in whole numbers where
 * floating point cannot tell.
 *
 * <p>Source: winding number vectors of Q. Zhou, E. Grinspun, D. Zorin, A. Jacobson, "Mesh Arrangements for Solid
 * Geometry", SIGGRAPH 2016.
 */
final class Winding {
    private static final double EPS = 0x1p-53;

    private final Fragments fragments;
    private final Soup soup;
    private final Points points;
    private final Contacts contacts;
    /** After {@link #at}: for each operand, how often it winds round the front and the back. */
    final int[] front;

    final int[] back;
    /** After {@link #at}: the triangles in one plane with the fragment that cover it. */
    final IntArrayList covering = new IntArrayList();

    private final double[] middle = new double[3];
    private double error;
    private BigInteger @Nullable [] whole;
    private int fragment;
    private int axis;

    Winding(Fragments fragments, Contacts contacts) {
        this.fragments = fragments;
        this.contacts = contacts;
        soup = fragments.soup;
        points = fragments.points;
        front = new int[soup.solids.length];
        back = new int[soup.solids.length];
    }

    /** Works out both sides of a fragment. */
    void at(int f) {
        fragment = f;
        int t = fragments.triangleOf(f);
        axis = soup.axis(t);
        cover(t);
        middleOf(f);
        boolean frontAhead = soup.turn(t) > 0;
        int[] ahead = frontAhead ? front : back, behind = frontAhead ? back : front;
        for (int o = 0; o < soup.solids.length; o++) {
            int base = soup.triangleBase(o);
            int[] sum = {0};
            soup.solids[o].tree.along(axis, middle, error, local -> {
                int s = local + base;
                if (s != t && !covering.contains(s)) sum[0] += crossing(s);
            });
            ahead[o] = sum[0];
            behind[o] = sum[0];
        }
        // Going through a surface from front to back winds once more.
        int way = frontAhead ? 1 : -1;
        behind[soup.operandOfTriangle(t)] += way;
        for (int i = 0; i < covering.size(); i++) {
            int s = covering.getInt(i);
            behind[soup.operandOfTriangle(s)] += soup.sameWay(t, s) ? way : -way;
        }
    }

    private void cover(int t) {
        covering.clear();
        IntArrayList partners = contacts.coplanar(t);
        if (partners == null) return;
        for (int i = 0; i < partners.size(); i++) if (covers(partners.getInt(i))) covering.add(partners.getInt(i));
    }

    /** A fragment lies wholly in a triangle of its plane or wholly beside it, since edges of either are cut into both. */
    private boolean covers(int s) {
        int a = soup.vertex(s, 0), b = soup.vertex(s, 1), c = soup.vertex(s, 2);
        int turn = soup.turn(a, b, c, axis);
        for (int i = 0; i < 3; i++) {
            int p = fragments.corner(fragment, i);
            if (points.orient(a, b, p, axis) * turn < 0
                    || points.orient(b, c, p, axis) * turn < 0
                    || points.orient(c, a, p, axis) * turn < 0) return false;
        }
        return true;
    }

    private void middleOf(int f) {
        whole = null;
        error = 0;
        for (int k = 0; k < 3; k++) {
            double sum = 0, size = 0;
            for (int i = 0; i < 3; i++) {
                double x = points.coordinate(fragments.corner(f, i), k);
                sum += x;
                size = Math.max(size, Math.abs(x));
            }
            middle[k] = sum / 3;
            error = Math.max(error, 8 * EPS * size);
        }
        for (int i = 0; i < 3; i++) error += points.error(fragments.corner(f, i));
    }

    private int crossing(int s) {
        int a = soup.vertex(s, 0), b = soup.vertex(s, 1), c = soup.vertex(s, 2);
        int side = side(a, b);
        if (side == 0 || side(b, c) != side || side(c, a) != side) return 0;
        return above(a, b, c) == -side ? side : 0;
    }

    private int side(int a, int b) {
        int u = (axis + 1) % 3, v = (axis + 2) % 3;
        double[] x = soup.xyz;
        double au = x[3 * a + u] - middle[u], av = x[3 * a + v] - middle[v];
        double bu = x[3 * b + u] - middle[u], bv = x[3 * b + v] - middle[v];
        double l = au * bv, r = av * bu, det = l - r;
        double bound = 1.01 * error * (Math.abs(au) + Math.abs(av) + Math.abs(bu) + Math.abs(bv) + 2 * error)
                + 6 * EPS * (Math.abs(l) + Math.abs(r));
        if (det > bound) return 1;
        if (-det > bound) return -1;
        int s = sideExactly(a, b, u, v);
        if (s != 0) return s;
        double dv = x[3 * a + v] - x[3 * b + v];
        if (dv != 0) return dv > 0 ? 1 : -1;
        return (int) Math.signum(x[3 * b + u] - x[3 * a + u]);
    }

    private int sideExactly(int a, int b, int u, int v) {
        BigInteger[] m = wholeMiddle();
        BigInteger au = points.wholeCoordinate(a, u).multiply(m[3]).subtract(m[u]);
        BigInteger av = points.wholeCoordinate(a, v).multiply(m[3]).subtract(m[v]);
        BigInteger bu = points.wholeCoordinate(b, u).multiply(m[3]).subtract(m[u]);
        BigInteger bv = points.wholeCoordinate(b, v).multiply(m[3]).subtract(m[v]);
        return au.multiply(bv).subtract(av.multiply(bu)).signum();
    }

    /** The middle in whole numbers: x, y, z, w. */
    private BigInteger[] wholeMiddle() {
        BigInteger[] middle = whole;
        if (middle == null) {
            BigInteger[] p = points.homogeneous(fragments.corner(fragment, 0));
            BigInteger[] q = points.homogeneous(fragments.corner(fragment, 1));
            BigInteger[] r = points.homogeneous(fragments.corner(fragment, 2));
            BigInteger qr = q[3].multiply(r[3]), rp = r[3].multiply(p[3]), pq = p[3].multiply(q[3]);
            whole = middle = new BigInteger[4];
            for (int k = 0; k < 3; k++) {
                middle[k] = p[k].multiply(qr).add(q[k].multiply(rp)).add(r[k].multiply(pq));
            }
            middle[3] = p[3].multiply(qr).multiply(BigInteger.valueOf(3));
        }
        return middle;
    }

    /** On which side of a triangle's plane the middle lies. */
    private int above(int a, int b, int c) {
        double[] x = soup.xyz;
        int p = 3 * a, q = 3 * b, r = 3 * c;
        double ux = x[q] - x[p], uy = x[q + 1] - x[p + 1], uz = x[q + 2] - x[p + 2];
        double vx = x[r] - x[p], vy = x[r + 1] - x[p + 1], vz = x[r + 2] - x[p + 2];
        double wx = middle[0] - x[p], wy = middle[1] - x[p + 1], wz = middle[2] - x[p + 2];
        double nx = uy * vz - uz * vy, ny = uz * vx - ux * vz, nz = ux * vy - uy * vx;
        double sx = Math.abs(uy * vz) + Math.abs(uz * vy);
        double sy = Math.abs(uz * vx) + Math.abs(ux * vz);
        double sz = Math.abs(ux * vy) + Math.abs(uy * vx);
        double det = nx * wx + ny * wy + nz * wz;
        double bound = 1.01
                * (error * (sx + sy + sz) + 10 * EPS * (sx * Math.abs(wx) + sy * Math.abs(wy) + sz * Math.abs(wz)));
        if (det > bound) return 1;
        if (-det > bound) return -1;
        BigInteger[] m = wholeMiddle(), d = new BigInteger[3], e = new BigInteger[3], f = new BigInteger[3];
        for (int k = 0; k < 3; k++) {
            BigInteger o = points.wholeCoordinate(a, k);
            d[k] = points.wholeCoordinate(b, k).subtract(o);
            e[k] = points.wholeCoordinate(c, k).subtract(o);
            f[k] = m[k].subtract(o.multiply(m[3]));
        }
        return d[1].multiply(e[2])
                .subtract(d[2].multiply(e[1]))
                .multiply(f[0])
                .add(d[2].multiply(e[0]).subtract(d[0].multiply(e[2])).multiply(f[1]))
                .add(d[0].multiply(e[1]).subtract(d[1].multiply(e[0])).multiply(f[2]))
                .signum();
    }
}
