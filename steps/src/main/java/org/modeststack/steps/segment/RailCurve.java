package org.modeststack.steps.segment;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * The curve that the vertices of a rail lie on: a circle or an arc where they lie on one, otherwise the line from vertex
 * to vertex. The circle is the one that fits best in the algebraic sense (I. Kåsa, "A Circle Fitting Procedure and Its
 * Error Analysis", 1976) within the plane of the area that the rail encloses.
 */
final class RailCurve {
    /** Vertices farther from the circle than this share of its radius do not lie on one. */
    private static final double ROUND = 0.01;
    /** After so many turns the next is made from the beginning. */
    private static final int AFRESH = 32;
    /** A new vertex nearer to an old one than this angle, in rad, lies at it: where both counts are the same, all do. */
    private static final double AT = 1e-11;

    private final int n;
    /** The vertices, three values each. */
    private final double[] p;

    private final boolean closed;
    private boolean round;
    /** The circle: its centre, two directions in its plane, and the normal. */
    @SuppressWarnings("NullAway.Init")
    private Vec3 centre;

    @SuppressWarnings("NullAway.Init")
    private Vec3 x;

    @SuppressWarnings("NullAway.Init")
    private Vec3 y;

    @SuppressWarnings("NullAway.Init")
    private Vec3 normal;
    /** How far round the last vertex of an arc is, in rad. */
    private double sweep;
    /** On a line: how far along it each vertex is. */
    @SuppressWarnings("NullAway.Init")
    private double[] length;

    RailCurve(Mesh mesh, IntArrayList vertices, boolean closed) {
        n = vertices.size();
        p = new double[3 * n];
        double[] xyz = mesh.xyz();
        for (int i = 0; i < n; i++) {
            int from = 3 * vertices.getInt(i), to = 3 * i;
            p[to] = xyz[from];
            p[to + 1] = xyz[from + 1];
            p[to + 2] = xyz[from + 2];
        }
        this.closed = closed;
        round = n >= 3 && circle() && goesRound();
        if (!round) measure();
    }

    boolean isRound() {
        return round;
    }

    /**
     * The places between the ends, or between the first vertex and itself: 1 to m - 1 of m.
     *
     * @return three values each
     */
    double[] between(int m) {
        double[] out = new double[3 * (m - 1)];
        if (round) roundBetween(m, out);
        else straightBetween(m, out);
        return out;
    }

    private void straightBetween(int m, double[] out) {
        double whole = length[length.length - 1];
        int at = 0;
        for (int i = 1; i < m; i++) {
            double wish = (double) i / m * whole;
            // Both go up, so that the next place is found from the one before.
            while (at + 1 < length.length && length[at + 1] <= wish) at++;
            onLine(Math.min(at, length.length - 2), wish, out, 3 * (i - 1));
        }
    }

    /** Turns on by the same angle each time, and now and then from the beginning, so that rounding does not add up. */
    private void roundBetween(int m, double[] out) {
        double[] here = polar(0, new double[4]), there = polar(1, new double[4]);
        double u0 = here[0] / here[2], v0 = here[1] / here[2], u = u0, v = v0;
        double step = sweep / m, cos = Math.cos(step), sin = Math.sin(step);
        double cx = centre.x(), cy = centre.y(), cz = centre.z(), xx = x.x(), xy = x.y(), xz = x.z();
        double yx = y.x(), yy = y.y(), yz = y.z(), nx = normal.x(), ny = normal.y(), nz = normal.z();
        int at = 0, last = closed ? n - 1 : n - 2;
        for (int i = 1, o = 0; i < m; i++, o += 3) {
            double fu = u, fv = v, c = cos, s = sin;
            if (i % AFRESH == 0) {
                fu = u0;
                fv = v0;
                c = Math.cos(i * step);
                s = Math.sin(i * step);
            }
            u = fu * c - fv * s;
            v = fu * s + fv * c;
            double behind = u * there[1] - v * there[0];
            while (behind <= there[2] * AT && at < last) {
                double[] free = here;
                here = there;
                at++;
                there = polar((at + 1) % n, free);
                behind = u * there[1] - v * there[0];
            }
            // What little the vertices are off the circle or its plane is kept.
            double before = here[0] * v - here[1] * u;
            double t = before > 0 && behind > 0 ? before / (before + behind) : 0;
            double r = here[2] + t * (there[2] - here[2]), h = here[3] + t * (there[3] - here[3]);
            double a = r * u, b = r * v;
            out[o] = cx + a * xx + b * yx + h * nx;
            out[o + 1] = cy + a * xy + b * yy + h * ny;
            out[o + 2] = cz + a * xz + b * yz + h * nz;
        }
    }

    /** A vertex about the centre: along x and along y, its distance from the axis, and its height over the plane. */
    private double[] polar(int i, double[] out) {
        double dx = p[3 * i] - centre.x(), dy = p[3 * i + 1] - centre.y(), dz = p[3 * i + 2] - centre.z();
        double u = dx * x.x() + dy * x.y() + dz * x.z(), v = dx * y.x() + dy * y.y() + dz * y.z();
        out[0] = u;
        out[1] = v;
        out[2] = Math.sqrt(u * u + v * v);
        out[3] = dx * normal.x() + dy * normal.y() + dz * normal.z();
        return out;
    }

    /**
     * Finds the plane and in it the circle that fits best.
     *
     * @return whether there is one
     */
    private boolean circle() {
        // From the first vertex, so that places far from the origin lose nothing.
        double ox = p[0], oy = p[1], oz = p[2], mx = 0, my = 0, mz = 0, sx = 0, sy = 0, sz = 0;
        double ax = p[3 * n - 3] - ox, ay = p[3 * n - 2] - oy, az = p[3 * n - 1] - oz;
        for (int i = 0; i < 3 * n; i += 3) {
            double bx = p[i] - ox, by = p[i + 1] - oy, bz = p[i + 2] - oz;
            mx += bx;
            my += by;
            mz += bz;
            sx += ay * bz - az * by;
            sy += az * bx - ax * bz;
            sz += ax * by - ay * bx;
            ax = bx;
            ay = by;
            az = bz;
        }
        normal = new Vec3(sx, sy, sz).unit();
        if (normal.equals(Vec3.ZERO)) return false;
        centre = new Vec3(ox + mx / n, oy + my / n, oz + mz / n);
        x = new Vec3(ox, oy, oz).minus(centre);
        x = x.minus(normal.times(x.dot(normal))).unit();
        y = normal.cross(x);
        return solve();
    }

    /** Solves the normal equations of u² + v² = 2 a u + 2 b v + c, with the mean as origin, and moves the centre there. */
    private boolean solve() {
        double mx = centre.x(), my = centre.y(), mz = centre.z();
        double px = x.x(), py = x.y(), pz = x.z(), qx = y.x(), qy = y.y(), qz = y.z();
        double xx = 0, xy = 0, yy = 0, xz = 0, yz = 0;
        for (int i = 0; i < 3 * n; i += 3) {
            double dx = p[i] - mx, dy = p[i + 1] - my, dz = p[i + 2] - mz;
            double u = dx * px + dy * py + dz * pz, v = dx * qx + dy * qy + dz * qz;
            // The sums of u and v are nothing, so that c falls out.
            double w = (u * u + v * v) / 2;
            xx += u * u;
            xy += u * v;
            yy += v * v;
            xz += u * w;
            yz += v * w;
        }
        double det = xx * yy - xy * xy;
        if (!(det > 1e-12 * (xx + yy) * (xx + yy))) return false;
        centre = centre.plus(x.times((xz * yy - yz * xy) / det)).plus(y.times((yz * xx - xz * xy) / det));
        return true;
    }

    /** Whether the vertices are about as far from the centre and go one way round it; measures how far. */
    private boolean goesRound() {
        double cx = centre.x(), cy = centre.y(), cz = centre.z();
        double px = x.x(), py = x.y(), pz = x.z(), qx = y.x(), qy = y.y(), qz = y.z();
        double least = Double.MAX_VALUE, most = 0, u = 0, v = 0, sum = 0;
        for (int i = 0; i < n; i++) {
            double dx = p[3 * i] - cx, dy = p[3 * i + 1] - cy, dz = p[3 * i + 2] - cz, fu = u, fv = v;
            u = dx * px + dy * py + dz * pz;
            v = dx * qx + dy * qy + dz * qz;
            double rr = u * u + v * v;
            least = Math.min(least, rr);
            most = Math.max(most, rr);
            sum += rr;
            if (i == 0) continue;
            double cross = fu * v - fv * u, dot = fu * u + fv * v;
            // A circle is gone round one way; half a turn at once is still that.
            if (cross < 0 || cross == 0 && dot > 0) return false;
            if (!closed) sweep += Math.atan2(cross, dot);
        }
        if (closed) sweep = 2 * Math.PI;
        double mid = Math.sqrt(sum / n);
        return least > 0 && Math.sqrt(least) >= (1 - ROUND) * mid && Math.sqrt(most) <= (1 + ROUND) * mid;
    }

    private void measure() {
        int parts = closed ? n : n - 1;
        length = new double[parts + 1];
        for (int i = 0; i < parts; i++) {
            int a = 3 * i, b = 3 * ((i + 1) % n);
            double dx = p[b] - p[a], dy = p[b + 1] - p[a + 1], dz = p[b + 2] - p[a + 2];
            length[i + 1] = length[i] + Math.sqrt(dx * dx + dy * dy + dz * dz);
        }
    }

    private void onLine(int i, double wish, double[] out, int at) {
        int j = (i + 1) % n;
        double l = length[i + 1] - length[i], s = l > 0 ? (wish - length[i]) / l : 0;
        for (int k = 0; k < 3; k++) out[at + k] = p[3 * i + k] + s * (p[3 * j + k] - p[3 * i + k]);
    }
}
