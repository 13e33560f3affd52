package org.modeststack.steps.mend;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

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
        var a = mesh.point(mesh.corners()[side]);
        var ab = mesh.point(mesh.corners()[adj.cornerNext()[side]]).minus(a);
        var ac = mesh.point(mesh.corners()[adj.cornerBefore(side, mesh)]).minus(a);
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
        MeshBuilder b = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        b.verticesOf(mesh);
        int[] materials = b.materialsOf(mesh), vertexMap = new int[mesh.vertexCount()];
        int[] faceMap = new int[mesh.faceCount()];
        Arrays.setAll(vertexMap, v -> v);
        Arrays.fill(faceMap, -1);
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (gone.get(f)) continue;
            int[] ring = new int[2 * mesh.sides(f)], source = new int[ring.length];
            int n = 0;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                source[n] = c;
                ring[n++] = mesh.corners()[c];
                if (between[c] < 0) continue;
                source[n] = c;
                ring[n++] = between[c];
            }
            faceMap[f] = b.face(mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]], ring, 0, n);
            for (int i = 0; mesh.hasCornerValues() && i < n; i++)
                b.cornerLike(b.firstCorner(faceMap[f]) + i, mesh, source[i]);
        }
        b.carryTags(mesh, vertexMap, faceMap);
        return b.build();
    }
}
