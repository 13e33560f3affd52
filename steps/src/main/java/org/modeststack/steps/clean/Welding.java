package org.modeststack.steps.clean;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
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
        return changed ? new Collapse(in, target, false).written() : in;
    }

    /**
     * The same where it does not matter to documents of before: each part of a face has a key of its own and all of its
     * tags.
     *
     * @param target for each vertex the vertex that takes its place, which may be itself for all
     */
    public static Mesh collapseTellingParts(Mesh in, int[] target) {
        return new Collapse(in, target, true).written();
    }
}
