package org.modeststack.steps.clean;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.search.PointGrid;
import org.modeststack.steps.StepContext;

/**
 * Merging of vertices: which lie close together, and what becomes of the faces. Distances are exact comparisons of
 * rounded lengths; a cluster takes the place and key of its first vertex.
 */
public final class Welding {
    /** As a share of the size: rounding must not hide a neighbour behind the border of a cell. */
    private static final double ROUNDING = 1e-12;

    private Welding() {}

    /**
     * Merges vertices closer than or as close as a distance.
     *
     * @param onward whether it goes on from one to the next ({@link #clusters}), or none moves farther ({@link #staying})
     * @param eligible which vertices may be merged, or null for all
     */
    public static Mesh within(
            Mesh in, double distance, boolean onward, boolean @Nullable [] eligible, StepContext context) {
        return collapse(
                in, onward ? clusters(in, distance, eligible, context) : staying(in, distance, eligible, context));
    }

    /**
     * For each vertex the one that it is merged into, or itself: each goes into the nearest of those that stay, so that
     * none moves farther than the distance, and what stays is farther apart. In time linear in the vertices.
     */
    static int[] staying(Mesh in, double distance, boolean @Nullable [] eligible, StepContext context) {
        int n = in.vertexCount();
        double[] p = in.xyz();
        double diagonal = in.bounds().diagonal(), reach = distance + ROUNDING * diagonal;
        // Only what stays is in the grid, and so never many in a cell, however great the distance.
        PointGrid staying = new PointGrid(cell(in, 2 * distance), n);
        int[] target = new int[n];
        int[] best = new int[1];
        double[] least = new double[1];
        for (int vertex = 0; vertex < n; vertex++) {
            int v = vertex;
            if ((v & 0xFFFF) == 0) context.progress((double) v / n);
            target[v] = v;
            if (eligible != null && !eligible[v]) continue;
            double x = p[3 * v], y = p[3 * v + 1], z = p[3 * v + 2];
            best[0] = v;
            least[0] = distance * distance;
            staying.near(x, y, z, reach, w -> {
                double dx = p[3 * w] - x, dy = p[3 * w + 1] - y, dz = p[3 * w + 2] - z, d = dx * dx + dy * dy + dz * dz;
                if (d > least[0] || d == least[0] && w > best[0] && best[0] != v) return;
                least[0] = d;
                best[0] = w;
            });
            target[v] = best[0];
            if (best[0] == v) staying.add(v, x, y, z);
        }
        return target;
    }

    /** The width of a grid's cells: so much, or more where vertices are few. */
    private static double cell(Mesh in, double least) {
        return Math.max(least, in.bounds().diagonal() / Math.sqrt(in.vertexCount() + 1.0) + Double.MIN_NORMAL);
    }

    /**
     * For each vertex the first vertex of its cluster. Uses a hashed grid with cells so much wider than the distance, and
     * with so few vertices each, that most vertices have to look into their own cell only.
     */
    static int[] clusters(Mesh in, double distance, boolean @Nullable [] eligible, StepContext context) {
        int n = in.vertexCount();
        double[] p = in.xyz();
        DisjointSets sets = new DisjointSets(n);
        PointGrid grid = new PointGrid(cell(in, 4 * distance), n);
        double reach = distance + ROUNDING * in.bounds().diagonal(), d2 = distance * distance;
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
