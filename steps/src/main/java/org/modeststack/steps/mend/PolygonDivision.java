package org.modeststack.steps.mend;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.triangulate.PolygonTriangulator;

/**
 * Triangles of a face, without new vertices, as even as its corners allow: ears first, then diagonals turned until each is
 * the better one of its quad, as seen along the normal of the face.
 *
 * <p>Source: C. L. Lawson, "Software for C¹ Surface Interpolation", 1977, for turning diagonals.
 */
final class PolygonDivision {
    /** A diagonal is turned only where that is better by more than rounding. */
    private static final double BETTER = 1e-9;

    private final Mesh mesh;
    private final PolygonTriangulator ears = new PolygonTriangulator();
    private double[] x = new double[16];
    private double[] y = new double[16];

    PolygonDivision(Mesh mesh) {
        this.mesh = mesh;
    }

    /** @return three corners of the face, counted from its first, for each triangle */
    int[] triangles(int face) {
        int from = mesh.offsets()[face], sides = mesh.sides(face);
        int[] out = new int[3 * (sides - 2)];
        ears.triangulate(mesh.xyz(), mesh.corners(), from, from + sides, out, 0);
        for (int i = 0; i < out.length; i++) out[i] -= from;
        project(face, from, sides);
        turnDiagonals(out, sides);
        return out;
    }

    private void project(int face, int from, int sides) {
        if (sides > x.length) {
            x = new double[2 * sides];
            y = new double[2 * sides];
        }
        double[] n = new double[3], p = mesh.xyz();
        Normals.areaVector(mesh, face, n);
        double l = Math.sqrt(n[0] * n[0] + n[1] * n[1] + n[2] * n[2]);
        if (l > 0) for (int k = 0; k < 3; k++) n[k] /= l;
        // Any direction in the plane: square to the axis that is farthest from the normal.
        int axis = Math.abs(n[0]) <= Math.abs(n[1]) && Math.abs(n[0]) <= Math.abs(n[2])
                ? 0
                : Math.abs(n[1]) <= Math.abs(n[2]) ? 1 : 2;
        double[] u = new double[3];
        u[axis] = 1;
        double along = n[axis];
        for (int k = 0; k < 3; k++) u[k] -= along * n[k];
        double ul = Math.sqrt(u[0] * u[0] + u[1] * u[1] + u[2] * u[2]);
        for (int k = 0; k < 3; k++) u[k] /= ul;
        double[] v = {n[1] * u[2] - n[2] * u[1], n[2] * u[0] - n[0] * u[2], n[0] * u[1] - n[1] * u[0]};
        for (int i = 0; i < sides; i++) {
            int a = 3 * mesh.corners()[from + i];
            x[i] = p[a] * u[0] + p[a + 1] * u[1] + p[a + 2] * u[2];
            y[i] = p[a] * v[0] + p[a + 1] * v[1] + p[a + 2] * v[2];
        }
    }

    private void turnDiagonals(int[] t, int sides) {
        Long2IntOpenHashMap at = new Long2IntOpenHashMap(3 * t.length);
        at.defaultReturnValue(-1);
        for (int rounds = sides; rounds > 0; rounds--) {
            at.clear();
            for (int i = 0; i < t.length; i++) at.put(Edges.directed(t[i], t[next(i)]), i);
            boolean turned = false;
            for (int i = 0; i < t.length; i++) {
                int j = at.get(Edges.directed(t[next(i)], t[i]));
                if (j < 0 || i / 3 == j / 3 || !isBetterTurned(t, i, j)) continue;
                // Triangles a b c and b a d become c d b and d c a; their sides are looked up anew in the next round.
                int a = t[i], b = t[next(i)], c = t[next(next(i))], d = t[next(next(j))];
                if (at.get(Edges.directed(c, d)) >= 0 || at.get(Edges.directed(d, c)) >= 0) continue;
                put(t, i / 3, c, d, b);
                put(t, j / 3, d, c, a);
                turned = true;
                at.clear();
                for (int k = 0; k < t.length; k++) at.put(Edges.directed(t[k], t[next(k)]), k);
            }
            if (!turned) return;
        }
    }

    private static void put(int[] t, int triangle, int a, int b, int c) {
        t[3 * triangle] = a;
        t[3 * triangle + 1] = b;
        t[3 * triangle + 2] = c;
    }

    private static int next(int i) {
        return i % 3 == 2 ? i - 2 : i + 1;
    }

    /** Whether the angles across the diagonal come to more than half a turn, and the quad is convex. */
    private boolean isBetterTurned(int[] t, int i, int j) {
        int a = t[i], b = t[next(i)], c = t[next(next(i))], d = t[next(next(j))];
        if (area(c, d, b) <= 0 || area(d, c, a) <= 0) return false;
        return angle(c, a, b) + angle(d, b, a) > Math.PI + BETTER;
    }

    private double area(int a, int b, int c) {
        return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
    }

    private double angle(int at, int a, int b) {
        double ux = x[a] - x[at], uy = y[a] - y[at], vx = x[b] - x[at], vy = y[b] - y[at];
        return Math.atan2(Math.abs(ux * vy - uy * vx), ux * vx + uy * vy);
    }
}
