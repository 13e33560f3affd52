package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * Closed rings of open edges, in the direction in which their faces run along them.
 *
 * @param corners whose sides make the ring, in order
 */
record Border(IntArrayList corners) {
    /** The rings of those picked edges that are open, and how many edges belong to no closed ring. */
    record Found(List<Border> rings, int left) {}

    static Found of(Mesh mesh, BitSet edges) {
        Adjacency adj = mesh.adjacency();
        // The open side that leaves each vertex, where there is just one.
        int[] leaving = new int[mesh.vertexCount()];
        Arrays.fill(leaving, -1);
        BitSet several = new BitSet();
        int total = 0;
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            if (adj.edgeSides(e) != 1) continue;
            int c = adj.edgeCorner(e, 0), v = mesh.corners()[c];
            if (leaving[v] >= 0) several.set(v);
            leaving[v] = c;
            total++;
        }
        List<Border> rings = new ArrayList<>();
        BitSet done = new BitSet();
        int used = 0;
        for (int v = 0; v < leaving.length; v++) {
            if (leaving[v] < 0 || done.get(v)) continue;
            IntArrayList ring = new IntArrayList();
            int at = v;
            while (at >= 0 && leaving[at] >= 0 && !done.get(at) && !several.get(at)) {
                done.set(at);
                ring.add(leaving[at]);
                at = mesh.corners()[adj.cornerNext()[leaving[at]]];
            }
            if (at != v || ring.size() < 3) continue;
            rings.add(new Border(ring));
            used += ring.size();
        }
        return new Found(rings, total - used);
    }

    int size() {
        return corners.size();
    }

    int vertex(Mesh mesh, int i) {
        return mesh.corners()[corners.getInt(Math.floorMod(i, corners.size()))];
    }
}
