package org.modeststack.mesh.search;

import java.util.BitSet;
import java.util.function.IntPredicate;
import org.modeststack.mesh.Mesh;

/**
 * Faces of a mesh that pass through each other. Faces that merely touch, or lie in each other's plane, do not.
 * Decided on the triangles of the faces.
 */
public final class Crossings {
    /** Faces that pass through each other by less than this share of the mesh's size do so by rounding. */
    private static final double ROUNDING = 1e-9;

    private Crossings() {}

    /** Receives two faces that pass through each other; pairs may come more than once. */
    @FunctionalInterface
    public interface Visitor {
        void crossing(int face, int other);
    }

    /** The faces that pass through others. */
    public static BitSet of(Mesh mesh) {
        BitSet out = new BitSet();
        find(mesh, _ -> true, (f, g) -> {
            out.set(f);
            out.set(g);
        });
        return out;
    }

    /** @param asked faces of which at least one is in every pair that is looked for */
    public static void find(Mesh mesh, IntPredicate asked, Visitor visitor) {
        int[] corners = mesh.triangulation().triangleCorners(),
                face = mesh.triangulation().triangleFace();
        int[] t = new int[corners.length];
        for (int i = 0; i < t.length; i++) t[i] = mesh.corners()[corners[i]];
        // Sides that only divide a face are no borders: what passes through just there passes through the face.
        boolean[] inner = new boolean[corners.length];
        for (int i = 0; i < corners.length; i++) {
            int c = corners[i], d = corners[i % 3 == 2 ? i - 2 : i + 1], f = face[i / 3];
            inner[i] = d != (c + 1 == mesh.offsets()[f + 1] ? mesh.offsets()[f] : c + 1);
        }
        double[] p = mesh.xyz();
        double slack = ROUNDING * mesh.bounds().diagonal();
        TrianglePairs.near(p, t, i -> asked.test(face[i]), (a, b) -> {
            if (face[a] == face[b]) return;
            if (pierces(p, t, inner, 3 * a, 3 * b, slack) || pierces(p, t, inner, 3 * b, 3 * a, slack))
                visitor.crossing(face[a], face[b]);
        });
    }

    /** Whether a side of one triangle passes through the inside of another, by more than a distance. */
    private static boolean pierces(double[] p, int[] t, boolean[] inner, int a, int b, double slack) {
        int x = 3 * t[b], y = 3 * t[b + 1], z = 3 * t[b + 2];
        double ux = p[y] - p[x], uy = p[y + 1] - p[x + 1], uz = p[y + 2] - p[x + 2];
        double wx = p[z] - p[x], wy = p[z + 1] - p[x + 1], wz = p[z + 2] - p[x + 2];
        double nx = uy * wz - uz * wy, ny = uz * wx - ux * wz, nz = ux * wy - uy * wx;
        double l = Math.sqrt(nx * nx + ny * ny + nz * nz);
        if (l == 0) return false;
        nx /= l;
        ny /= l;
        nz /= l;
        double[] away = new double[3];
        for (int i = 0; i < 3; i++) {
            int v = 3 * t[a + i];
            away[i] = v == x || v == y || v == z
                    ? 0
                    : nx * (p[v] - p[x]) + ny * (p[v + 1] - p[x + 1]) + nz * (p[v + 2] - p[x + 2]);
        }
        for (int i = 0; i < 3; i++) {
            double d = away[i], e = away[(i + 1) % 3];
            if (d * e >= 0 || Math.abs(d) <= slack || Math.abs(e) <= slack) continue;
            int u = 3 * t[a + i], v = 3 * t[a + (i + 1) % 3];
            double s = d / (d - e);
            double qx = p[u] + s * (p[v] - p[u]);
            double qy = p[u + 1] + s * (p[v + 1] - p[u + 1]);
            double qz = p[u + 2] + s * (p[v + 2] - p[u + 2]);
            if (within(p, x, y, qx, qy, qz, nx, ny, nz, inner[b] ? -slack : slack)
                    && within(p, y, z, qx, qy, qz, nx, ny, nz, inner[b + 1] ? -slack : slack)
                    && within(p, z, x, qx, qy, qz, nx, ny, nz, inner[b + 2] ? -slack : slack)) return true;
        }
        return false;
    }

    /** Whether a place in a triangle's plane is to the left of one of its sides, by more than a distance. */
    private static boolean within(
            double[] p, int x, int y, double qx, double qy, double qz, double nx, double ny, double nz, double slack) {
        double sx = p[y] - p[x], sy = p[y + 1] - p[x + 1], sz = p[y + 2] - p[x + 2];
        double ax = qx - p[x], ay = qy - p[x + 1], az = qz - p[x + 2];
        double area = nx * (sy * az - sz * ay) + ny * (sz * ax - sx * az) + nz * (sx * ay - sy * ax);
        return area > slack * Math.sqrt(sx * sx + sy * sy + sz * sz);
    }
}
