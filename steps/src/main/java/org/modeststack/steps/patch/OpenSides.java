package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.IntArrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * The sides of faces along open edges, each named by the corner it leaves, and how a walk along a border goes from one to
 * the next: round the vertex between them, through the faces that hang together there.
 */
final class OpenSides {
    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet away;
    /** Corners whose side is open and asked for. */
    private final BitSet open = new BitSet();

    /**
     * @param edges those that are asked for
     * @param away faces that count as not there
     */
    OpenSides(Mesh mesh, BitSet edges, BitSet away) {
        this.mesh = mesh;
        this.away = away;
        adj = mesh.adjacency();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            int kept = -1, sides = 0;
            for (int i = 0; i < adj.edgeSides(e); i++) {
                int c = adj.edgeCorner(e, i);
                if (away.get(adj.cornerFace()[c])) continue;
                kept = c;
                sides++;
            }
            if (sides == 1) open.set(kept);
        }
    }

    int count() {
        return open.cardinality();
    }

    /** All of them by the vertex they leave, which does not depend on how faces are stored. */
    int[] inOrder() {
        int[] out = open.stream().toArray();
        int[] corners = mesh.corners();
        IntArrays.stableSort(out, (a, b) -> Integer.compare(corners[a], corners[b]));
        return out;
    }

    /** The open side that leaves where one ends, or -1 where the border goes on along no edge that was asked for. */
    int after(int side) {
        int at = adj.cornerNext()[side];
        int turns = adj.vertexStart()[mesh.corners()[at] + 1] - adj.vertexStart()[mesh.corners()[at]];
        while (!open.get(at) && turns-- > 0) {
            int across = adj.twin(at);
            if (across < 0 || away.get(adj.cornerFace()[across])) return -1;
            at = adj.cornerNext()[across];
        }
        return open.get(at) ? at : -1;
    }
}
