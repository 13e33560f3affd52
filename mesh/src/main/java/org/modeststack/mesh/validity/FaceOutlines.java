package org.modeststack.mesh.validity;

import java.util.BitSet;
import java.util.function.IntPredicate;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.work.Work;

/**
 * Faces whose own outline meets itself: two of its sides cross or touch, a corner lies on a side that is not its own, or a
 * side has no length. Decided exactly on the outline seen along the coordinate axis nearest to its normal, as faces are
 * seen when they are cut into triangles.
 *
 * <p>Quadratic in the sides of a face, which is less than a sweep costs for the faces that meshes are made of; of faces with
 * very many only sides whose boxes meet are compared.
 */
public final class FaceOutlines {
    private static final int MANY = 256;

    private final Mesh mesh;
    private double[] u = new double[16];
    private double[] w = new double[16];

    private FaceOutlines(Mesh mesh) {
        this.mesh = mesh;
    }

    /** The faces whose outline meets itself. */
    public static BitSet meetingThemselves(Mesh mesh) {
        return meetingThemselves(mesh, _ -> true);
    }

    /** The faces whose outline meets itself, of those that are asked for. */
    public static BitSet meetingThemselves(Mesh mesh, IntPredicate asked) {
        FaceOutlines outlines = new FaceOutlines(mesh);
        BitSet found = new BitSet();
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (!asked.test(f)) continue;
            Work.checkpoint();
            if (outlines.meetsItself(f)) found.set(f);
        }
        return found;
    }

    private boolean meetsItself(int f) {
        int from = mesh.offsets()[f], n = mesh.sides(f);
        if (n == 3) return hasNoArea(from);
        load(f, from, n);
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            if (u[i] == u[j] && w[i] == w[j]) return true;
            if (doublesBack(i, j, (j + 1) % n)) return true;
            if (n >= MANY) continue;
            for (int k = i + 2; k < n; k++) {
                int l = (k + 1) % n;
                if (l != i && sidesMeet(i, j, k, l)) return true;
            }
        }
        return n >= MANY && anySidesMeet(n);
    }

    /** Ends a search through a tree at the first find. */
    private static final class Found extends RuntimeException {
        private static final long serialVersionUID = 1;

        Found() {
            super(null, null, false, false);
        }
    }

    private boolean anySidesMeet(int n) {
        double[] boxes = new double[6 * n];
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            boxes[6 * i] = Math.min(u[i], u[j]);
            boxes[6 * i + 1] = Math.min(w[i], w[j]);
            boxes[6 * i + 3] = Math.max(u[i], u[j]);
            boxes[6 * i + 4] = Math.max(w[i], w[j]);
        }
        try {
            new Bvh(boxes).overlapsSelf((i, k) -> {
                int j = (i + 1) % n, l = (k + 1) % n;
                if (j != k && l != i && sidesMeet(i, j, k, l)) throw new Found();
            });
        } catch (Found e) {
            return true;
        }
        return false;
    }

    private boolean hasNoArea(int from) {
        int[] c = mesh.corners();
        return Predicates.areOnOneLine(mesh.xyz(), 3 * c[from], 3 * c[from + 1], 3 * c[from + 2]);
    }

    private void load(int f, int from, int n) {
        if (n > u.length) {
            u = new double[2 * n];
            w = new double[2 * n];
        }
        double[] normal = new double[3];
        Normals.areaVector(mesh, f, normal);
        double x = Math.abs(normal[0]), y = Math.abs(normal[1]), z = Math.abs(normal[2]);
        int drop = x > y && x > z ? 0 : y > z ? 1 : 2;
        for (int i = 0; i < n; i++) {
            int v = 3 * mesh.corners()[from + i];
            u[i] = mesh.xyz()[v + (drop + 1) % 3];
            w[i] = mesh.xyz()[v + (drop + 2) % 3];
        }
    }

    /** Whether the outline turns back on the line on which it came. */
    private boolean doublesBack(int a, int b, int c) {
        if (turn(a, b, c) != 0) return false;
        // On one line: back when b is not between a and c.
        return u[a] != u[b] ? u[b] > u[a] != u[c] > u[b] || u[c] == u[b] : w[b] > w[a] != w[c] > w[b] || w[c] == w[b];
    }

    private boolean sidesMeet(int a, int b, int c, int d) {
        if (Math.max(u[a], u[b]) < Math.min(u[c], u[d]) || Math.max(u[c], u[d]) < Math.min(u[a], u[b])) return false;
        if (Math.max(w[a], w[b]) < Math.min(w[c], w[d]) || Math.max(w[c], w[d]) < Math.min(w[a], w[b])) return false;
        // Boxes that meet and ends that are not strictly on one side, both ways round, is all there is to it.
        return turn(a, b, c) * turn(a, b, d) <= 0 && turn(c, d, a) * turn(c, d, b) <= 0;
    }

    private int turn(int a, int b, int c) {
        return Predicates.orient2d(u[a], w[a], u[b], w[b], u[c], w[c]);
    }
}
