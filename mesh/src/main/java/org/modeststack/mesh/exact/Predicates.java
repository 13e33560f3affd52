package org.modeststack.mesh.exact;

/**
 * Orientation tests whose sign is always right: a floating-point filter first, exact expansions where it cannot tell.
 *
 * <p>Source: J. R. Shewchuk, Discrete &amp; Computational Geometry 18, 1997; the filter constants are his {@code
 * ccwerrboundA} and {@code o3derrboundA}.
 */
public final class Predicates {
    private static final double EPS = 0x1p-53;
    private static final double BOUND_2D = (3 + 16 * EPS) * EPS;
    private static final double BOUND_3D = (7 + 56 * EPS) * EPS;

    private Predicates() {}

    /** Positive if a, b, c turn counter-clockwise, negative if clockwise, 0 exactly when they are on one line. */
    public static int orient2d(double ax, double ay, double bx, double by, double cx, double cy) {
        double l = (ax - cx) * (by - cy);
        double r = (ay - cy) * (bx - cx);
        double det = l - r;
        double bound = BOUND_2D * (Math.abs(l) + Math.abs(r));
        if (det > bound) return 1;
        if (-det > bound) return -1;
        double[] exact = Expansion.sum(
                Expansion.product(Expansion.difference(ax, cx), Expansion.difference(by, cy)),
                Expansion.negated(Expansion.product(Expansion.difference(ay, cy), Expansion.difference(bx, cx))));
        return Expansion.sign(exact);
    }

    /** Whether three places in space are on one line, exactly; each is where its three coordinates begin. */
    public static boolean areOnOneLine(double[] p, int a, int b, int c) {
        for (int u = 0; u < 3; u++) {
            int v = (u + 1) % 3;
            if (orient2d(p[a + u], p[a + v], p[b + u], p[b + v], p[c + u], p[c + v]) != 0) return false;
        }
        return true;
    }

    /**
     * On which side of the plane through a, b, c the point d lies: positive if on the side from which a, b, c run
     * counter-clockwise (the side the normal points to), negative on the other, 0 exactly when on the plane. Each
     * argument is the place in its array where three coordinates begin.
     */
    public static int orient3d(double[] p, int a, double[] q, int b, double[] r, int c, double[] s, int d) {
        double dx = s[d], dy = s[d + 1], dz = s[d + 2];
        double adx = p[a] - dx, ady = p[a + 1] - dy, adz = p[a + 2] - dz;
        double bdx = q[b] - dx, bdy = q[b + 1] - dy, bdz = q[b + 2] - dz;
        double cdx = r[c] - dx, cdy = r[c + 1] - dy, cdz = r[c + 2] - dz;
        double bdxcdy = bdx * cdy, cdxbdy = cdx * bdy;
        double cdxady = cdx * ady, adxcdy = adx * cdy;
        double adxbdy = adx * bdy, bdxady = bdx * ady;
        double det = adz * (bdxcdy - cdxbdy) + bdz * (cdxady - adxcdy) + cdz * (adxbdy - bdxady);
        double permanent = (Math.abs(bdxcdy) + Math.abs(cdxbdy)) * Math.abs(adz)
                + (Math.abs(cdxady) + Math.abs(adxcdy)) * Math.abs(bdz)
                + (Math.abs(adxbdy) + Math.abs(bdxady)) * Math.abs(cdz);
        double bound = BOUND_3D * permanent;
        // Shewchuk's determinant is positive below the plane; ours is positive above it.
        if (det > bound) return -1;
        if (-det > bound) return 1;
        return -orient3dExact(p, a, q, b, r, c, s, d);
    }

    private static int orient3dExact(double[] p, int a, double[] q, int b, double[] r, int c, double[] s, int d) {
        double[] adx = Expansion.difference(p[a], s[d]);
        double[] ady = Expansion.difference(p[a + 1], s[d + 1]);
        double[] adz = Expansion.difference(p[a + 2], s[d + 2]);
        double[] bdx = Expansion.difference(q[b], s[d]);
        double[] bdy = Expansion.difference(q[b + 1], s[d + 1]);
        double[] bdz = Expansion.difference(q[b + 2], s[d + 2]);
        double[] cdx = Expansion.difference(r[c], s[d]);
        double[] cdy = Expansion.difference(r[c + 1], s[d + 1]);
        double[] cdz = Expansion.difference(r[c + 2], s[d + 2]);
        double[] x = Expansion.product(adz, minor(bdx, cdy, cdx, bdy));
        double[] y = Expansion.product(bdz, minor(cdx, ady, adx, cdy));
        double[] z = Expansion.product(cdz, minor(adx, bdy, bdx, ady));
        return Expansion.sign(Expansion.sum(Expansion.sum(x, y), z));
    }

    /** a b - c d. */
    private static double[] minor(double[] a, double[] b, double[] c, double[] d) {
        return Expansion.sum(Expansion.product(a, b), Expansion.negated(Expansion.product(c, d)));
    }
}
