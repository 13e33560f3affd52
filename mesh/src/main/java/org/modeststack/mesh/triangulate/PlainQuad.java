package org.modeststack.mesh.triangulate;

/**
 * Cuts quads of which rounded numbers tell for certain that their shorter diagonal is good, as nearly all are: for speed alone,
 * since {@link PolygonTriangulator} cuts them in the same way.
 */
final class PlainQuad {
    /**
     * A turn that is larger than this share of the products it is a difference of has the sign that it shows.
     *
     * <p>Source: J. R. Shewchuk, "Adaptive Precision Floating-Point Arithmetic and Fast Robust Geometric Predicates",
     * Discrete & Computational Geometry 18, 1997: (3 + 16 ε) ε with ε = 2⁻⁵³.
     */
    private static final double CERTAIN = (3 + 16 * 0x1p-53) * 0x1p-53;

    private PlainQuad() {}

    /** @return false where it is not certain, and nothing was written */
    static boolean cut(double[] xyz, int[] corners, int from, int[] out, int at) {
        int a = 3 * corners[from], b = 3 * corners[from + 1], c = 3 * corners[from + 2], d = 3 * corners[from + 3];
        double ox = xyz[a], oy = xyz[a + 1], oz = xyz[a + 2];
        double bx = xyz[b] - ox, by = xyz[b + 1] - oy, bz = xyz[b + 2] - oz;
        double cx = xyz[c] - ox, cy = xyz[c + 1] - oy, cz = xyz[c + 2] - oz;
        double dx = xyz[d] - ox, dy = xyz[d + 1] - oy, dz = xyz[d + 2] - oz;
        double nx = by * cz - bz * cy + (cy * dz - cz * dy);
        double ny = bz * cx - bx * cz + (cz * dx - cx * dz);
        double nz = bx * cy - by * cx + (cx * dy - cy * dx);
        double x = Math.abs(nx), y = Math.abs(ny), z = Math.abs(nz);
        int u, w;
        if (x > y && x > z) {
            u = nx >= 0 ? 1 : 2;
            w = 3 - u;
        } else if (y > z) {
            u = ny >= 0 ? 2 : 0;
            w = 2 - u;
        } else {
            u = nz >= 0 ? 0 : 1;
            w = 1 - u;
        }
        double au = xyz[a + u], aw = xyz[a + w], bu = xyz[b + u], bw = xyz[b + w];
        double cu = xyz[c + u], cw = xyz[c + w], du = xyz[d + u], dw = xyz[d + w];
        double far = Math.max(
                Math.max(Math.max(Math.abs(au), Math.abs(aw)), Math.max(Math.abs(bu), Math.abs(bw))),
                Math.max(Math.max(Math.abs(cu), Math.abs(cw)), Math.max(Math.abs(du), Math.abs(dw))));
        double slack = PolygonTriangulator.ROUNDING * far;
        boolean first = PolygonTriangulator.length(xyz, corners, from, 0, 2)
                <= PolygonTriangulator.length(xyz, corners, from, 1, 3) * (1 + 1e-9);
        boolean good = first
                ? isConvex(au, aw, bu, bw, cu, cw, slack) && isConvex(au, aw, cu, cw, du, dw, slack)
                : isConvex(au, aw, bu, bw, du, dw, slack) && isConvex(bu, bw, cu, cw, du, dw, slack);
        if (good) PolygonTriangulator.putQuad(out, at, from, first);
        return good;
    }

    /** Whether q certainly turns to the left on the way from p to r, by more than the slack. */
    private static boolean isConvex(double pu, double pw, double qu, double qw, double ru, double rw, double slack) {
        double left = (pu - ru) * (qw - rw), right = (pw - rw) * (qu - ru);
        if (!(left - right > CERTAIN * (Math.abs(left) + Math.abs(right)))) return false;
        double du = ru - pu, dw = rw - pw, area = du * (qw - pw) - dw * (qu - pu);
        return area * area > slack * slack * (du * du + dw * dw);
    }
}
