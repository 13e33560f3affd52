package org.modeststack.steps.extrude;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

/**
 * Moves the copies of a group along the surface's normals so that every face ends at the same distance from where it
 * was, as nearly as the faces at a vertex allow.
 *
 * <p>At a vertex the wanted offset solves n·d = distance for the normal n of each face there, weighed by the angle of
 * its corner (weights after G. Thürmer, C. Wüthrich, "Computing Vertex Normals from Polygonal Facets", 1998), in the
 * sense of least squares; along directions that no face determines it does not move.
 */
final class EvenOffset {
    /** Directions in which faces agree better than this (squared sine) do not determine anything. */
    private static final double FLAT = 1e-4;

    private EvenOffset() {}

    static void move(Raising r, int group, double distance, double[] places) {
        int from = r.copyStart[group], n = r.copyStart[group + 1] - from;
        // The normal equations of each copy: six values of a symmetric matrix, three of the right side.
        double[] q = new double[9 * n];
        Mesh m = r.mesh;
        double[] normals = FaceFrames.of(m).normals();
        for (int i = r.groupStart[group]; i < r.groupStart[group + 1]; i++) {
            int f = r.faces[i];
            double x = normals[3 * f], y = normals[3 * f + 1], z = normals[3 * f + 2];
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                double w = angleAt(m, r.adj.cornerNext(), f, c);
                int o = 9 * (r.copyAt[c] - from);
                q[o] += w * x * x;
                q[o + 1] += w * x * y;
                q[o + 2] += w * x * z;
                q[o + 3] += w * y * y;
                q[o + 4] += w * y * z;
                q[o + 5] += w * z * z;
                q[o + 6] += w * x;
                q[o + 7] += w * y;
                q[o + 8] += w * z;
            }
        }
        for (int i = 0; i < n; i++) {
            if (flat(q, 9 * i, distance, places, 3 * (from + i))) continue;
            Vec3 d = solve(q, 9 * i).times(distance);
            int p = 3 * (from + i);
            places[p] += d.x();
            places[p + 1] += d.y();
            places[p + 2] += d.z();
        }
    }

    /** Where all faces at a vertex look one way, which is common, that is the way to go: no equations to solve. */
    private static boolean flat(double[] q, int o, double distance, double[] places, int p) {
        double x = q[o + 6], y = q[o + 7], z = q[o + 8], trace = q[o] + q[o + 3] + q[o + 5];
        double l2 = x * x + y * y + z * z;
        // The sum of weights is the trace, as normals have unit length; shorter sums come from normals that differ.
        if (!(l2 >= trace * trace * (1 - 1e-14))) return false;
        double by = distance / trace;
        places[p] += x * by;
        places[p + 1] += y * by;
        places[p + 2] += z * by;
        return true;
    }

    private static double angleAt(Mesh m, int[] next, int f, int c) {
        double[] p = m.xyz();
        int before = c == m.offsets()[f] ? m.offsets()[f + 1] - 1 : c - 1;
        int o = 3 * m.corners()[c], i = 3 * m.corners()[before], j = 3 * m.corners()[next[c]];
        double ax = p[i] - p[o], ay = p[i + 1] - p[o + 1], az = p[i + 2] - p[o + 2];
        double bx = p[j] - p[o], by = p[j + 1] - p[o + 1], bz = p[j + 2] - p[o + 2];
        double l = Math.sqrt((ax * ax + ay * ay + az * az) * (bx * bx + by * by + bz * bz));
        return l > 0 ? angle((ax * bx + ay * by + az * bz) / l) : 0;
    }

    /**
     * The angle of a cosine, to 7e-5, which is plenty for a weight and much quicker than to the last digit (M.
     * Abramowitz, I. A. Stegun, "Handbook of Mathematical Functions", 1964, 4.4.45).
     */
    private static double angle(double cos) {
        double x = Math.min(1, Math.abs(cos));
        double a = Math.sqrt(1 - x) * (1.5707288 + x * (-0.2121144 + x * (0.0742610 - 0.0187293 * x)));
        return cos < 0 ? Math.PI - a : a;
    }

    /**
     * Least squares of least length: conjugate gradients on the normal equations, which are exact after three steps and
     * never leave the span of the normals.
     */
    private static Vec3 solve(double[] q, int o) {
        Vec3 right = new Vec3(q[o + 6], q[o + 7], q[o + 8]);
        double trace = q[o] + q[o + 3] + q[o + 5];
        if (!(trace > 0)) return Vec3.ZERO;
        Vec3 x = Vec3.ZERO, residual = right, way = right;
        double rr = residual.dot(residual), least = FLAT * FLAT * rr;
        for (int k = 0; k < 3 && rr > least; k++) {
            Vec3 a = times(q, o, way);
            double wa = way.dot(a);
            if (!(wa > FLAT * trace * way.dot(way))) break;
            double step = rr / wa;
            x = x.plus(way.times(step));
            residual = residual.minus(a.times(step));
            double next = residual.dot(residual);
            way = residual.plus(way.times(next / rr));
            rr = next;
        }
        return x;
    }

    private static Vec3 times(double[] q, int o, Vec3 v) {
        return new Vec3(
                q[o] * v.x() + q[o + 1] * v.y() + q[o + 2] * v.z(),
                q[o + 1] * v.x() + q[o + 3] * v.y() + q[o + 4] * v.z(),
                q[o + 2] * v.x() + q[o + 4] * v.y() + q[o + 5] * v.z());
    }
}
