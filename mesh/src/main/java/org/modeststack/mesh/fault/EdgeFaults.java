package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.validity.Validity;

/** Faults of edges: how many faces they have, which way these run, and how long they are. In time linear in the edges. */
final class EdgeFaults {
    private final Mesh mesh;
    private final Adjacency adj;
    private final IntArrayList open = new IntArrayList(),
            branching = new IntArrayList(),
            turned = new IntArrayList(),
            folded = new IntArrayList(),
            pointed = new IntArrayList(),
            brief = new IntArrayList();

    private EdgeFaults(Mesh mesh, FaultLimits limits) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        FaceFrames frames = FaceFrames.of(mesh);
        double nothing = Validity.SHORT * mesh.bounds().diagonal();
        double[] p = mesh.xyz();
        for (int e = 0; e < adj.edgeCount(); e++) {
            int sides = adj.edgeSides(e), c = adj.edgeCorner(e, 0);
            if (sides == 1) open.add(e);
            else if (sides > 2) branching.add(e);
            else if (adj.twin(c) < 0) turned.add(e);
            else if (frames.cosine(adj.cornerFace()[c], adj.cornerFace()[adj.twin(c)]) < Validity.FOLD_COSINE)
                folded.add(e);
            int a = 3 * adj.edgeLow(e), b = 3 * adj.edgeHigh(e);
            double x = p[a] - p[b], y = p[a + 1] - p[b + 1], z = p[a + 2] - p[b + 2];
            double length = Math.sqrt(x * x + y * y + z * z);
            if (!(length >= nothing)) pointed.add(e);
            else if (length < limits.shortEdge()) brief.add(e);
        }
    }

    static void find(Mesh mesh, FaultLimits limits, List<FoundFault> to) {
        EdgeFaults f = new EdgeFaults(mesh, limits);
        int loops = f.open.isEmpty() ? 0 : f.pieces(f.open);
        Faults.add(to, FaultKind.OPEN_EDGE, f.open, loops == 1 ? "in one piece" : "in " + loops + " pieces", 0);
        Faults.add(to, FaultKind.BRANCHING_EDGE, f.branching, "", 0);
        Faults.add(to, FaultKind.TURNED_EDGE, f.turned, "", 0);
        Faults.add(to, FaultKind.FOLDED, f.folded, "", 0);
        Faults.add(to, FaultKind.NO_LENGTH, f.pointed, "", 0);
        Faults.add(
                to, FaultKind.SHORT, f.brief, "shorter than " + Faults.length(limits.shortEdge()), limits.shortEdge());
    }

    /** How many pieces edges hang together in. */
    private int pieces(IntArrayList edges) {
        DisjointSets sets = new DisjointSets(mesh.vertexCount());
        for (int i = 0; i < edges.size(); i++) sets.join(adj.edgeLow(edges.getInt(i)), adj.edgeHigh(edges.getInt(i)));
        BitSet pieces = new BitSet();
        for (int i = 0; i < edges.size(); i++) pieces.set(sets.find(adj.edgeLow(edges.getInt(i))));
        return pieces.cardinality();
    }
}
