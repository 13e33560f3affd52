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

    private final int n;
    /** The vertices, three values each; once the plane is known, also within it: along x, y and the normal. */
    private final double[] p;

    private final boolean closed;
    private boolean round;
    /** The plane: two directions in it and its normal, three values each, and the circle's centre. */
    private final double[] axes = new double[9];

    private final double[] centre = new double[3];
    /** On a circle: the direction of each vertex from the centre, two values each, and how far round the last is. */
    private double[] way;

    private double sweep;
    private double[] radius;
    private double[] height;
    private double[] length;

    RailCurve(Mesh mesh, IntArrayList vertices, boolean closed) {
        n = vertices.size();
        p = new double[3 * n];
        for (int i = 0; i < n; i++) System.arraycopy(mesh.xyz(), 3 * vertices.getInt(i), p, 3 * i, 3);
        this.closed = closed;
        fit();
        if (!round) measure();
    }

    boolean isRound() {
        return round;
    }

    /** The places between the ends, or between the first vertex and itself: 1 to m - 1 of m. @return three values each */
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
        double step = sweep / m, cos = Math.cos(step), sin = Math.sin(step), x = way[0], y = way[1];
        int at = 0;
        for (int i = 1; i < m; i++) {
            double fx = x, fy = y, c = cos, s = sin;
            if (i % AFRESH == 0) {
                fx = way[0];
                fy = way[1];
                c = Math.cos(i * step);
                s = Math.sin(i * step);
            }
            x = fx * c - fy * s;
            y = fx * s + fy * c;
            while (at + 1 < n && way[2 * at + 2] * y - way[2 * at + 3] * x >= 0) at++;
            onCircle(at, x, y, out, 3 * (i - 1));
        }
    }

    private void fit() {
        if (n < 3) return;
        double mx = 0, my = 0, mz = 0;
        for (int i = 0; i < 3 * n; i += 3) {
            mx += p[i] / n;
            my += p[i + 1] / n;
            mz += p[i + 2] / n;
        }
        double sx = 0, sy = 0, sz = 0;
        for (int i = 0; i < n; i++) {
            int a = 3 * i, b = 3 * ((i + 1) % n);
            double ax = p[a] - mx, ay = p[a + 1] - my, az = p[a + 2] - mz;
            double bx = p[b] - mx, by = p[b + 1] - my, bz = p[b + 2] - mz;
            sx += ay * bz - az * by;
            sy += az * bx - ax * bz;
            sz += ax * by - ay * bx;
        }
        Vec3 normal = new Vec3(sx, sy, sz).unit(), mean = new Vec3(mx, my, mz);
        if (normal.equals(Vec3.ZERO)) return;
        Vec3 x = new Vec3(p[0], p[1], p[2]).minus(mean);
        x = x.minus(normal.times(x.dot(normal))).unit();
        Vec3 y = normal.cross(x);
        for (int k = 0; k < 3; k++) {
            axes[k] = x.get(k);
            axes[3 + k] = y.get(k);
            axes[6 + k] = normal.get(k);
        }
        double[] flat = new double[3 * n];
        for (int i = 0; i < 3 * n; i += 3) {
            double dx = p[i] - mx, dy = p[i + 1] - my, dz = p[i + 2] - mz;
            for (int k = 0; k < 3; k++) flat[i + k] = dx * axes[3 * k] + dy * axes[3 * k + 1] + dz * axes[3 * k + 2];
        }
        double[] c = circle(flat);
        if (c == null) return;
        Vec3 middle = mean.plus(x.times(c[0])).plus(y.times(c[1]));
        for (int k = 0; k < 3; k++) centre[k] = middle.get(k);
        polar(flat, c);
    }

    /** Directions, radii and heights about the centre; round where they go one way round and are alike. */
    private void polar(double[] flat, double[] c) {
        way = new double[2 * n];
        radius = new double[n];
        height = new double[n];
        double mid = 0;
        for (int i = 0; i < n; i++) {
            double u = flat[3 * i] - c[0], v = flat[3 * i + 1] - c[1], r = Math.sqrt(u * u + v * v);
            if (r == 0) return;
            radius[i] = r;
            height[i] = flat[3 * i + 2];
            way[2 * i] = u / r;
            way[2 * i + 1] = v / r;
            mid += r / n;
            if (i == 0) continue;
            double cross = way[2 * i - 2] * way[2 * i + 1] - way[2 * i - 1] * way[2 * i];
            double dot = way[2 * i - 2] * way[2 * i] + way[2 * i - 1] * way[2 * i + 1];
            // A circle is gone round one way; half a turn at once is still that.
            if (cross < 0 || cross == 0 && dot > 0) return;
            if (!closed) sweep += Math.atan2(cross, dot);
        }
        if (closed) sweep = 2 * Math.PI;
        for (double r : radius) if (Math.abs(r - mid) > ROUND * mid) return;
        round = true;
    }

    /** Solves the normal equations of u² + v² = 2 a u + 2 b v + c, with the mean as origin. @return a and b, or null */
    private double[] circle(double[] flat) {
        double xx = 0, xy = 0, yy = 0, xz = 0, yz = 0, z = 0;
        for (int i = 0; i < 3 * n; i += 3) z += (flat[i] * flat[i] + flat[i + 1] * flat[i + 1]) / n;
        for (int i = 0; i < 3 * n; i += 3) {
            double u = flat[i], v = flat[i + 1], w = u * u + v * v - z;
            xx += u * u;
            xy += u * v;
            yy += v * v;
            xz += u * w / 2;
            yz += v * w / 2;
        }
        double det = xx * yy - xy * xy;
        if (!(det > 1e-12 * (xx + yy) * (xx + yy))) return null;
        return new double[] {(xz * yy - yz * xy) / det, (yz * xx - xz * xy) / det};
    }

    private void onCircle(int i, double x, double y, double[] out, int at) {
        int j = (i + 1) % n;
        double before = way[2 * i] * y - way[2 * i + 1] * x, behind = x * way[2 * j + 1] - y * way[2 * j];
        double s = before + behind > 0 ? Math.clamp(before / (before + behind), 0, 1) : 0;
        // What little the vertices are off the circle or its plane is kept.
        double r = radius[i] + s * (radius[j] - radius[i]), h = height[i] + s * (height[j] - height[i]);
        double u = r * x, v = r * y;
        for (int k = 0; k < 3; k++) out[at + k] = centre[k] + u * axes[k] + v * axes[3 + k] + h * axes[6 + k];
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
