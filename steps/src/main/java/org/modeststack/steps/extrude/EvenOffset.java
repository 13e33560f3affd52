package org.modeststack.steps.extrude;

import java.util.Arrays;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Workers;

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

    /** Normals that differ by less than this differ by rounding. */
    private static final double SAME = 1e-13;

    private EvenOffset() {}

    static void move(Raising r, int group, double distance, double[] places) {
        // Worked out once, before others ask for them.
        FaceFrames.of(r.mesh);
        // Each copy goes its own way, so they can be worked out side by side.
        Workers.ranges(r.copyStart[group], r.copyStart[group + 1], (from, to) -> chunk(r, from, to, distance, places));
    }

    private static void chunk(Raising r, int first, int last, double distance, double[] places) {
        Mesh m = r.mesh;
        double[] normals = FaceFrames.of(m).normals();
        int[] start = r.adj.vertexStart(), corners = r.adj.vertexCorners(), face = r.adj.cornerFace();
        int[] next = r.adj.cornerNext();
        // The normal equations of a copy: six values of a symmetric matrix, three of the right side.
        double[] q = new double[9];
        for (int copy = first; copy < last; copy++) {
            int v = r.copyVertex.getInt(copy);
            if (alike(r, normals, copy, v, distance, places)) continue;
            Arrays.fill(q, 0);
            for (int i = start[v]; i < start[v + 1]; i++) {
                int c = corners[i];
                if (r.copyAt[c] != copy) continue;
                int f = face[c];
                double x = normals[3 * f], y = normals[3 * f + 1], z = normals[3 * f + 2];
                double w = angleAt(m, next, f, c);
                q[0] += w * x * x;
                q[1] += w * x * y;
                q[2] += w * x * z;
                q[3] += w * y * y;
                q[4] += w * y * z;
                q[5] += w * z * z;
                q[6] += w * x;
                q[7] += w * y;
                q[8] += w * z;
            }
            Vec3 d = solve(q).times(distance);
            places[3 * copy] += d.x();
            places[3 * copy + 1] += d.y();
            places[3 * copy + 2] += d.z();
        }
    }

    /** Where all faces at a vertex look one way, which is common, that is the way to go: no equations to solve. */
    private static boolean alike(Raising r, double[] normals, int copy, int v, double distance, double[] places) {
        int[] start = r.adj.vertexStart(), corners = r.adj.vertexCorners(), face = r.adj.cornerFace();
        int first = -1;
        for (int i = start[v]; i < start[v + 1]; i++) {
            if (r.copyAt[corners[i]] != copy) continue;
            int f = 3 * face[corners[i]];
            if (first < 0) first = f;
            double off = Math.abs(normals[f] - normals[first])
                    + Math.abs(normals[f + 1] - normals[first + 1])
                    + Math.abs(normals[f + 2] - normals[first + 2]);
            if (!(off <= SAME)) return false;
        }
        for (int k = 0; k < 3; k++) places[3 * copy + k] += normals[first + k] * distance;
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
    private static Vec3 solve(double[] q) {
        Vec3 right = new Vec3(q[6], q[7], q[8]);
        double trace = q[0] + q[3] + q[5];
        if (!(trace > 0)) return Vec3.ZERO;
        Vec3 x = Vec3.ZERO, residual = right, way = right;
        double rr = residual.dot(residual), least = FLAT * FLAT * rr;
        for (int k = 0; k < 3 && rr > least; k++) {
            Vec3 a = times(q, way);
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

    private static Vec3 times(double[] q, Vec3 v) {
        return new Vec3(
                q[0] * v.x() + q[1] * v.y() + q[2] * v.z(),
                q[1] * v.x() + q[3] * v.y() + q[4] * v.z(),
                q[2] * v.x() + q[4] * v.y() + q[5] * v.z());
    }
}
