package org.modeststack.mesh.search;

import java.util.BitSet;
import java.util.function.IntPredicate;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.exact.Predicates;

/**
 * Faces of a mesh that pass through each other. Faces that merely touch, or lie in each other's plane, do not. Decided by
 * the signs of exact determinants on the triangles of the faces.
 */
public final class Crossings {
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
        double[] p = mesh.xyz();
        new Bvh(Bvh.triangleBoxes(p, t)).overlapsSelf((a, b) -> {
            if (face[a] == face[b] || !asked.test(face[a]) && !asked.test(face[b])) return;
            if (pierces(p, t, 3 * a, 3 * b) || pierces(p, t, 3 * b, 3 * a)) visitor.crossing(face[a], face[b]);
        });
    }

    /** Whether a side of one triangle passes through the inside of another. */
    private static boolean pierces(double[] p, int[] t, int a, int b) {
        int x = 3 * t[b], y = 3 * t[b + 1], z = 3 * t[b + 2];
        int[] side = new int[3];
        int ahead = 0, behind = 0;
        for (int i = 0; i < 3; i++) {
            int v = 3 * t[a + i];
            side[i] = v == x || v == y || v == z ? 0 : Predicates.orient3d(p, x, p, y, p, z, p, v);
            if (side[i] > 0) ahead++;
            if (side[i] < 0) behind++;
        }
        if (ahead == 0 || behind == 0) return false;
        for (int i = 0; i < 3; i++) {
            int j = (i + 1) % 3;
            if (side[i] * side[j] >= 0) continue;
            int u = 3 * t[a + i], v = 3 * t[a + j];
            int r = Predicates.orient3d(p, u, p, v, p, x, p, y);
            if (r == 0 || r != Predicates.orient3d(p, u, p, v, p, y, p, z)) continue;
            if (r == Predicates.orient3d(p, u, p, v, p, z, p, x)) return true;
        }
        return false;
    }
}
