package org.modeststack.steps.combine.arrange;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.clean.Welding;

/**
 * Edges that a boolean makes between places that are one but for the rounding of its operands, as where an edge of one
 * runs along an edge of the other: too short for their direction to mean anything. Such places become one, at a vertex
 * that an operand was given with if there is one among them.
 */
final class ShortEdges {
    private ShortEdges() {}

    /** @return the same mesh if there are none */
    static Mesh merged(Mesh mesh, Origins origins) {
        Adjacency adj = mesh.adjacency();
        double least = Validity.SHORT * mesh.bounds().diagonal();
        DisjointSets sets = null;
        for (int e = 0; e < adj.edgeCount(); e++) {
            int v = adj.edgeLow(e), w = adj.edgeHigh(e);
            if (mesh.point(v).minus(mesh.point(w)).length() >= least || origins.areOfOne(mesh, v, w)) continue;
            if (sets == null) sets = new DisjointSets(mesh.vertexCount());
            sets.join(v, w);
        }
        return sets == null ? mesh : Welding.collapse(mesh, targets(mesh, sets.roots(), origins));
    }

    private static int[] targets(Mesh mesh, int[] root, Origins origins) {
        int[] best = new int[root.length], target = new int[root.length];
        for (int v = 0; v < best.length; v++) best[v] = v;
        for (int v = 0; v < root.length; v++) {
            if (origins.rank(mesh, v) < origins.rank(mesh, best[root[v]])) best[root[v]] = v;
        }
        for (int v = 0; v < root.length; v++) target[v] = best[root[v]];
        return target;
    }
}
