package org.modeststack.steps.mend;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.RingWriter;

/**
 * Triangles whose third corner lies on their longest side, or nearly: they go, and the face across that side takes the
 * corner in between.
 *
 *       a ---c--- b          a ---c--- b
 *        \ `   ´ /     →      \       /
 *         \     /              \     /
 */
final class FlatTriangles {
    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet gone = new BitSet();
    /** For each corner the vertex that its side takes in between, or -1. */
    private final int[] between;

    /** @param slender triangles whose height is less than this share of their longest side go */
    FlatTriangles(Mesh mesh, double slender) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        between = new int[mesh.cornerCount()];
        Arrays.fill(between, -1);
        BitSet touched = new BitSet();
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (mesh.sides(f) != 3 || touched.get(f)) continue;
            int side = longestSide(f);
            int across = adj.twin(side);
            if (!isFlat(side, slender) || across < 0) continue;
            int other = adj.cornerFace()[across], tip = mesh.corners()[adj.cornerBefore(side, mesh)];
            if (touched.get(other) || has(other, tip)) continue;
            touched.set(f);
            touched.set(other);
            gone.set(f);
            between[across] = tip;
        }
    }

    private int longestSide(int f) {
        int best = mesh.offsets()[f];
        for (int c = best + 1; c < mesh.offsets()[f + 1]; c++) if (length(c) > length(best)) best = c;
        return best;
    }

    private double length(int c) {
        return mesh.point(mesh.corners()[c])
                .minus(mesh.point(mesh.corners()[adj.cornerNext()[c]]))
                .length();
    }

    private boolean isFlat(int side, double slender) {
        Vec3 a = mesh.point(mesh.corners()[side]);
        Vec3 ab = mesh.point(mesh.corners()[adj.cornerNext()[side]]).minus(a);
        Vec3 ac = mesh.point(mesh.corners()[adj.cornerBefore(side, mesh)]).minus(a);
        double along = ab.dot(ac) / ab.dot(ab);
        return along > 0 && along < 1 && ab.cross(ac).length() < slender * ab.dot(ab);
    }

    private boolean has(int face, int vertex) {
        for (int c = mesh.offsets()[face]; c < mesh.offsets()[face + 1]; c++)
            if (mesh.corners()[c] == vertex) return true;
        return false;
    }

    int count() {
        return gone.cardinality();
    }

    Mesh takenOut() {
        if (gone.isEmpty()) return mesh;
        RingWriter out = new RingWriter(mesh);
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (gone.get(f)) continue;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                out.corner(c);
                if (between[c] >= 0) out.corner(between[c], c);
            }
            out.face(f);
        }
        return out.build();
    }
}
