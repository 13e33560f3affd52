package org.modeststack.steps.clean;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.search.PointGrid;
import org.modeststack.steps.StepContext;

/**
 * Merging of vertices: which lie close together, and what becomes of the faces. Distances are exact comparisons of
 * rounded lengths; clusters are transitive, and a cluster takes the place and key of its first vertex.
 */
public final class Welding {
    private Welding() {}

    /**
     * Merges all vertices closer than or as close as a distance.
     *
     * @param eligible which vertices may be merged, or null for all
     */
    public static Mesh within(Mesh in, double distance, boolean @Nullable [] eligible, StepContext context) {
        return collapse(in, clusters(in, distance, eligible, context));
    }

    /**
     * For each vertex the first vertex of its cluster. Uses a hashed grid with cells so much wider than the distance, and
     * with so few vertices each, that most vertices have to look into their own cell only.
     */
    static int[] clusters(Mesh in, double distance, boolean @Nullable [] eligible, StepContext context) {
        int n = in.vertexCount();
        double[] p = in.xyz();
        DisjointSets sets = new DisjointSets(n);
        double diagonal = in.bounds().diagonal();
        double cell = Math.max(4 * distance, diagonal / Math.sqrt(n + 1.0) + Double.MIN_NORMAL);
        PointGrid grid = new PointGrid(cell, n);
        // Rounding must not hide a neighbour behind the border of a cell.
        double reach = distance + 1e-12 * diagonal, d2 = distance * distance;
        for (int vertex = 0; vertex < n; vertex++) {
            int v = vertex;
            if ((v & 0xFFFF) == 0) context.progress((double) v / n);
            if (eligible != null && !eligible[v]) continue;
            double x = p[3 * v], y = p[3 * v + 1], z = p[3 * v + 2];
            grid.near(x, y, z, reach, w -> {
                double dx = p[3 * w] - x, dy = p[3 * w + 1] - y, dz = p[3 * w + 2] - z;
                if (dx * dx + dy * dy + dz * dz <= d2) sets.join(v, w);
            });
            grid.add(v, x, y, z);
        }
        return sets.roots();
    }

    /**
     * Replaces vertices by others. Sides that shrink to a point go, faces with fewer than three sides left go, and a
     * face that then meets itself at a vertex is parted there. Vertices that no face uses are dropped.
     *
     * @param target for each vertex the vertex that takes its place; a target stands for itself
     */
    public static Mesh collapse(Mesh in, int[] target) {
        boolean changed = false;
        for (int v = 0; v < target.length && !changed; v++) changed = target[v] != v;
        if (!changed) return in;
        MeshBuilder b = new MeshBuilder(in.vertexCount(), in.faceCount());
        int[] materials = b.materialsOf(in);
        int[] made = new int[in.vertexCount()];
        int[] vertexMap = new int[in.vertexCount()];
        int[] faceMap = new int[in.faceCount()];
        Arrays.fill(made, -1);
        Arrays.fill(vertexMap, -1);
        Arrays.fill(faceMap, -1);
        int[] ring = new int[16], from = new int[16];
        for (int f = 0; f < in.faceCount(); f++) {
            int start = in.offsets()[f], end = in.offsets()[f + 1];
            if (end - start > ring.length) {
                ring = new int[end - start];
                from = new int[end - start];
            }
            int n = 0;
            for (int c = start; c < end; c++) {
                int v = target[in.corners()[c]];
                if (n > 0 && ring[n - 1] == v) continue;
                ring[n] = v;
                from[n++] = c;
            }
            while (n > 1 && ring[n - 1] == ring[0]) n--;
            emit(in, b, f, ring, from, 0, n, made, materials, faceMap);
        }
        for (int v = 0; v < vertexMap.length; v++) vertexMap[v] = made[target[v]];
        b.carryTags(in, vertexMap, faceMap);
        return b.build();
    }

    /** Adds the ring from a to b, cutting off a loop first wherever it comes back to a vertex. */
    private static void emit(
            Mesh in,
            MeshBuilder b,
            int f,
            int[] ring,
            int[] from,
            int lo,
            int hi,
            int[] made,
            int[] mats,
            int[] faceMap) {
        for (int i = lo; i < hi; i++) {
            for (int j = i + 1; j < hi; j++) {
                if (ring[i] != ring[j]) continue;
                int[] inner = Arrays.copyOfRange(ring, i, j), innerFrom = Arrays.copyOfRange(from, i, j);
                int rest = hi - lo - (j - i);
                int[] outer = new int[rest], outerFrom = new int[rest];
                int at = 0;
                for (int k = lo; k < hi; k++) {
                    if (k >= i && k < j) continue;
                    outer[at] = ring[k];
                    outerFrom[at++] = from[k];
                }
                emit(in, b, f, outer, outerFrom, 0, rest, made, mats, faceMap);
                emit(in, b, f, inner, innerFrom, 0, j - i, made, mats, faceMap);
                return;
            }
        }
        if (hi - lo < 3) return;
        int[] face = new int[hi - lo];
        for (int i = lo; i < hi; i++) {
            int v = ring[i];
            if (made[v] < 0) made[v] = b.vertex(in.x(v), in.y(v), in.z(v), in.vertexKeys()[v]);
            face[i - lo] = made[v];
        }
        int g = b.face(in.faceKeys()[f], mats[in.faceMaterials()[f]], face);
        if (faceMap[f] < 0) faceMap[f] = g;
        for (int i = lo; in.hasCornerValues() && i < hi; i++) b.cornerLike(b.firstCorner(g) + i - lo, in, from[i]);
    }
}
