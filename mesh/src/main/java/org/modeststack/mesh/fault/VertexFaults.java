package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/** Faults of how vertices hang in the surface. In time linear in the corners. */
final class VertexFaults {
    private final Mesh mesh;
    private final Adjacency adj;

    private VertexFaults(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
    }

    static void find(Mesh mesh, List<FoundFault> to) {
        VertexFaults f = new VertexFaults(mesh);
        IntArrayList loose = new IntArrayList(), two = new IntArrayList(), fans = new IntArrayList();
        int[] edgesAt = new int[mesh.vertexCount()];
        Adjacency adj = f.adj;
        for (int e = 0; e < adj.edgeCount(); e++) {
            edgesAt[adj.edgeLow(e)]++;
            edgesAt[adj.edgeHigh(e)]++;
        }
        for (int v = 0; v < edgesAt.length; v++) {
            int corners = adj.vertexStart()[v + 1] - adj.vertexStart()[v];
            if (corners == 0) loose.add(v);
            // The corner of a lone face also has two edges, but it holds the face's shape.
            else if (edgesAt[v] == 2 && corners > 1) two.add(v);
            else if (f.joinsFans(v)) fans.add(v);
        }
        Faults.add(to, FaultKind.JOINED_FANS, fans, "", 0);
        Faults.add(to, FaultKind.LOOSE, loose, "", 0);
        Faults.add(to, FaultKind.TWO_EDGES, two, "", 0);
    }

    /** Whether the faces at a vertex hang together in more than one piece, without an edge being at fault. */
    private boolean joinsFans(int v) {
        int from = adj.vertexStart()[v], to = adj.vertexStart()[v + 1], first = adj.vertexCorners()[from];
        for (int i = from; i < to; i++) {
            int c = adj.vertexCorners()[i], before = adj.cornerBefore(c, mesh);
            if (adj.twin(c) < 0 && adj.edgeSides(adj.cornerEdge()[c]) > 1) return false;
            if (adj.twin(before) >= 0) continue;
            if (adj.edgeSides(adj.cornerEdge()[before]) > 1) return false;
            // A fan with a border is walked from there.
            first = c;
        }
        int seen = 0, at = first;
        do {
            seen++;
            int across = adj.twin(at);
            if (across < 0) break;
            at = adj.cornerNext()[across];
        } while (at != first && seen <= to - from);
        return seen < to - from;
    }
}
