package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.triangulate.PolygonTriangulator;
import org.modeststack.mesh.work.Work;

/**
 * Triangles over a ring of places in space, without new vertices: those that turn least against each other and against what
 * is around, and among these the ones of least area. In time n³ of the places; rings of very many are clipped instead,
 * ear by ear.
 *
 * <p>Sources: G. Barequet, M. Sharir, "Filling Gaps in the Boundary of a Polyhedron", CAGD 12(2), 1995, for the scheme;
 * P. Liepa, "Filling Holes in Meshes", SGP 2003, for turns before areas.
 */
final class HoleTriangulation {
    /** From here on n³ takes longer than anyone waits. */
    private static final int MANY = 400;

    private final Vec3[] ring;
    /** For each side of the ring the normal of the face beyond it. */
    private final Vec3[] beyond;

    private final int n;
    /** For places i and k, i before k: the greatest turn and the area of the best triangles between, and the place amid. */
    private final double[] turn;

    private final double[] area;
    private final int[] amid;

    /**
     * @param ring places, in the order of the new faces
     * @param beyond for the side from each place to the next the unit normal of the old face beyond it
     */
    HoleTriangulation(Vec3[] ring, Vec3[] beyond) {
        this.ring = ring;
        this.beyond = beyond;
        n = ring.length;
        boolean many = n > MANY;
        turn = new double[many ? 0 : n * n];
        area = new double[many ? 0 : n * n];
        amid = new int[many ? 0 : n * n];
    }

    /** @return places of the ring, three a triangle */
    int[] triangles() {
        if (n > MANY) return clipped();
        for (int span = 2; span < n; span++) {
            Work.checkpoint();
            for (int i = 0; i + span < n; i++) choose(i, i + span);
        }
        IntArrayList out = new IntArrayList(3 * (n - 2));
        IntArrayList open = IntArrayList.of(0, n - 1);
        while (!open.isEmpty()) {
            int k = open.removeInt(open.size() - 1), i = open.removeInt(open.size() - 1);
            if (k - i < 2) continue;
            int m = amid[i * n + k];
            out.add(i);
            out.add(m);
            out.add(k);
            open.add(i);
            open.add(m);
            open.add(m);
            open.add(k);
        }
        return out.toIntArray();
    }

    private void choose(int i, int k) {
        double bestTurn = Double.POSITIVE_INFINITY, bestArea = Double.POSITIVE_INFINITY;
        for (int m = i + 1; m < k; m++) {
            Vec3 normal = normal(i, m, k);
            double t = Math.max(across(i, m, normal), across(m, k, normal));
            if (i == 0 && k == n - 1) t = Math.max(t, between(normal, beyond[k]));
            t = Math.max(t, Math.max(turn[i * n + m], turn[m * n + k]));
            double a = area[i * n + m] + area[m * n + k] + normal.length();
            // Ties by turn are decided by area, but not by rounding.
            boolean better = t < bestTurn - 1e-9 || t < bestTurn + 1e-9 && a < bestArea;
            if (!better) continue;
            bestTurn = t;
            bestArea = a;
            amid[i * n + k] = m;
        }
        turn[i * n + k] = bestTurn;
        area[i * n + k] = bestArea;
    }

    private Vec3 normal(int i, int m, int k) {
        return ring[m].minus(ring[i]).cross(ring[k].minus(ring[i]));
    }

    /** How much a triangle turns against what lies across its side from i to k. */
    private double across(int i, int k, Vec3 normal) {
        return between(normal, k - i == 1 ? beyond[i] : normal(i, amid[i * n + k], k));
    }

    private static double between(Vec3 a, Vec3 b) {
        return Math.atan2(a.cross(b).length(), a.dot(b));
    }

    private int[] clipped() {
        double[] xyz = new double[3 * n];
        int[] corners = new int[n], out = new int[3 * (n - 2)];
        for (int i = 0; i < n; i++) {
            corners[i] = i;
            xyz[3 * i] = ring[i].x();
            xyz[3 * i + 1] = ring[i].y();
            xyz[3 * i + 2] = ring[i].z();
        }
        new PolygonTriangulator().triangulate(xyz, corners, 0, n, out, 0);
        return out;
    }
}
