package org.modeststack.steps.segment;

import java.util.Arrays;
import org.modeststack.mesh.Vec3;

/**
 * The curve that the vertices of a rail lie on: a circle or an arc where they lie on one, otherwise the line from vertex
 * to vertex. The circle is the one that fits best in the algebraic sense (I. Kåsa, "A Circle Fitting Procedure and Its
 * Error Analysis", 1976) within the plane of the area that the rail encloses.
 */
final class RailCurve {
    /** Vertices farther from the circle than this share of its radius do not lie on one. */
    private static final double ROUND = 0.01;

    private final Vec3[] p;
    private final boolean closed;
    private boolean round;
    private Vec3 centre;
    private Vec3 x;
    private Vec3 y;
    private Vec3 normal;
    private double[] angle;
    private double[] radius;
    private double[] height;
    private double[] length;

    RailCurve(Vec3[] points, boolean closed) {
        p = points;
        this.closed = closed;
        fit();
        if (!round) measure();
    }

    boolean isRound() {
        return round;
    }

    /** The place i of n along the curve: 0 is the first vertex, n the last, or the first again. */
    Vec3 at(int i, int n) {
        if (i == 0) return p[0];
        if (i == n) return closed ? p[0] : p[p.length - 1];
        return round ? onCircle((double) i / n) : onLine((double) i / n);
    }

    private void fit() {
        int n = p.length;
        if (n < 3) return;
        Vec3 sum = Vec3.ZERO, mean = Vec3.ZERO;
        for (Vec3 q : p) mean = mean.plus(q.times(1.0 / n));
        for (int i = 0; i < n; i++) sum = sum.plus(p[i].minus(mean).cross(p[(i + 1) % n].minus(mean)));
        normal = sum.unit();
        if (normal.equals(Vec3.ZERO)) return;
        x = p[0].minus(mean);
        x = x.minus(normal.times(x.dot(normal))).unit();
        y = normal.cross(x);
        if (!circle(mean)) return;
        angle = new double[n];
        radius = new double[n];
        height = new double[n];
        double mid = 0;
        for (int i = 0; i < n; i++) {
            Vec3 d = p[i].minus(centre);
            double u = d.dot(x), v = d.dot(y);
            radius[i] = Math.sqrt(u * u + v * v);
            height[i] = d.dot(normal);
            mid += radius[i] / n;
            double a = Math.atan2(v, u), turn = i == 0 ? 0 : a - angle[i - 1];
            angle[i] = i == 0 ? a : angle[i - 1] + turn - 2 * Math.PI * Math.rint(turn / (2 * Math.PI));
            // A circle is gone round one way.
            if (i > 0 && angle[i] <= angle[i - 1]) return;
        }
        for (double r : radius) if (Math.abs(r - mid) > ROUND * mid) return;
        round = true;
    }

    /** Solves the normal equations of x² + y² = 2 a x + 2 b y + c, with the mean as origin. */
    private boolean circle(Vec3 mean) {
        double xx = 0, xy = 0, yy = 0, xz = 0, yz = 0, z = 0;
        int n = p.length;
        for (Vec3 q : p) {
            Vec3 d = q.minus(mean);
            double u = d.dot(x), v = d.dot(y);
            z += (u * u + v * v) / n;
        }
        for (Vec3 q : p) {
            Vec3 d = q.minus(mean);
            double u = d.dot(x), v = d.dot(y), w = u * u + v * v - z;
            xx += u * u;
            xy += u * v;
            yy += v * v;
            xz += u * w / 2;
            yz += v * w / 2;
        }
        double det = xx * yy - xy * xy;
        if (!(det > 1e-12 * (xx + yy) * (xx + yy))) return false;
        centre = mean.plus(x.times((xz * yy - yz * xy) / det)).plus(y.times((yz * xx - xz * xy) / det));
        return true;
    }

    private Vec3 onCircle(double t) {
        int n = p.length;
        double last = closed ? angle[0] + 2 * Math.PI : angle[n - 1];
        double a = angle[0] + t * (last - angle[0]);
        int i = atOrBefore(angle, n, a);
        double end = i + 1 < n ? angle[i + 1] : last;
        int j = (i + 1) % n;
        double s = end > angle[i] ? Math.clamp((a - angle[i]) / (end - angle[i]), 0, 1) : 0;
        // What little the vertices are off the circle or its plane is kept.
        double r = radius[i] + s * (radius[j] - radius[i]), h = height[i] + s * (height[j] - height[i]);
        return centre.plus(x.times(r * Math.cos(a)))
                .plus(y.times(r * Math.sin(a)))
                .plus(normal.times(h));
    }

    /** The last of the first n ascending values that is not above a value; 0 where all are. */
    private static int atOrBefore(double[] values, int n, double value) {
        int at = Arrays.binarySearch(values, 0, n, value);
        return Math.max(0, at >= 0 ? at : -at - 2);
    }

    private void measure() {
        int parts = closed ? p.length : p.length - 1;
        length = new double[parts + 1];
        for (int i = 0; i < parts; i++)
            length[i + 1] = length[i] + p[(i + 1) % p.length].minus(p[i]).length();
    }

    private Vec3 onLine(double t) {
        double wish = t * length[length.length - 1];
        int i = atOrBefore(length, length.length - 1, wish);
        double l = length[i + 1] - length[i], s = l > 0 ? (wish - length[i]) / l : 0;
        return p[i].plus(p[(i + 1) % p.length].minus(p[i]).times(s));
    }
}
