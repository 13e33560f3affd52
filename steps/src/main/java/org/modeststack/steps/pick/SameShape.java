package org.modeststack.steps.pick;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * Which elements of two meshes of one shape are the same, whatever order they are in: what the same steps make under
 * other names may come out in another order. Linear in the meshes.
 */
public final class SameShape {
    private final Mesh mesh;
    private final Mesh other;
    /** For each vertex of the first mesh that of the other. */
    private final int[] vertices;

    private SameShape(Mesh mesh, Mesh other, int[] vertices) {
        this.mesh = mesh;
        this.other = other;
        this.vertices = vertices;
    }

    /** Null where the vertices do not lie at the same places. */
    static @Nullable SameShape of(Mesh mesh, Mesh other) {
        if (mesh.vertexCount() != other.vertexCount() || mesh.faceCount() != other.faceCount()) return null;
        int[] vertices = new int[mesh.vertexCount()];
        Arrays.setAll(vertices, v -> v);
        if (!Arrays.equals(mesh.xyz(), other.xyz())) {
            Map<Vec3, Integer> at = new HashMap<>();
            for (int v = 0; v < vertices.length; v++) at.put(other.point(v), v);
            for (int v = 0; v < vertices.length; v++) {
                Integer there = at.get(mesh.point(v));
                if (there == null) return null;
                // Of several at one place each is itself where the order is the same, as far as can be told.
                vertices[v] = mesh.point(v).equals(other.point(v)) ? v : there;
            }
        }
        return new SameShape(mesh, other, vertices);
    }

    /** The element of the other mesh, or -1. */
    int of(ElementKind kind, int element) {
        return switch (kind) {
            case VERTEX -> vertices[element];
            case EDGE -> {
                Adjacency adj = mesh.adjacency();
                yield other.adjacency()
                        .edgeBetween(vertices[adj.edgeLow(element)], vertices[adj.edgeHigh(element)], other);
            }
            case FACE -> faceBetween(mesh, element, other, vertices);
        };
    }

    /**
     * The face of another mesh that has the vertices of a face, in their order; or -1.
     *
     * @param vertices for each vertex of the first mesh that of the other, or -1
     */
    public static int faceBetween(Mesh mesh, int f, Mesh other, int[] vertices) {
        int from = mesh.offsets()[f], n = mesh.sides(f), v = vertices[mesh.corners()[from]];
        if (v < 0) return -1;
        Adjacency adj = other.adjacency();
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int c = adj.vertexCorners()[i], g = adj.cornerFace()[c], k = 0;
            if (other.sides(g) != n) continue;
            while (k < n && other.corners()[c] == vertices[mesh.corners()[from + k]]) {
                c = adj.cornerNext()[c];
                k++;
            }
            if (k == n) return g;
        }
        return -1;
    }
}
