package org.modeststack.steps.mend;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.steps.RingWriter;

/**
 * Which faces are to be turned so that those on both sides of every edge run along it in opposite directions. Faces are
 * gone through from neighbour to neighbour over edges with just two; the part with less area is turned. In linear time.
 */
final class FaceTurning {
    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet turned = new BitSet();
    private int twisted;

    FaceTurning(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        int[] queue = new int[mesh.faceCount()];
        BitSet seen = new BitSet();
        for (int f = 0; f < mesh.faceCount(); f++) if (!seen.get(f)) agree(f, seen, queue);
    }

    private void agree(int first, BitSet seen, int[] queue) {
        int n = 0;
        double kept = 0, against = 0;
        queue[n++] = first;
        seen.set(first);
        for (int i = 0; i < n; i++) {
            int f = queue[i];
            if (turned.get(f)) against += Normals.area(mesh, f);
            else kept += Normals.area(mesh, f);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int e = adj.cornerEdge()[c];
                if (adj.edgeSides(e) != 2) continue;
                int other = adj.edgeCorner(e, 0) == c ? adj.edgeCorner(e, 1) : adj.edgeCorner(e, 0);
                int g = adj.cornerFace()[other];
                if (g == f) continue;
                boolean turn = turned.get(f) ^ adj.twin(c) < 0;
                if (seen.get(g)) {
                    if (turned.get(g) != turn && f < g) twisted++;
                    continue;
                }
                seen.set(g);
                turned.set(g, turn);
                queue[n++] = g;
            }
        }
        if (against > kept) for (int i = 0; i < n; i++) turned.flip(queue[i]);
    }

    /** The faces that are to be turned. */
    BitSet turned() {
        return turned;
    }

    /** Over how many edges faces cannot agree, as on a strip that was twisted once and closed. */
    int twisted() {
        return twisted;
    }

    /** The mesh with some faces turned round, the first corner of each kept first; all keep their keys. */
    static Mesh turn(Mesh in, BitSet faces) {
        if (faces.isEmpty()) return in;
        if (faces.cardinality() == in.faceCount()) return in.flipped();
        RingWriter out = new RingWriter(in);
        for (int f = 0; f < in.faceCount(); f++) {
            int from = in.offsets()[f], sides = in.sides(f);
            boolean turn = faces.get(f);
            for (int i = 0; i < sides; i++) out.corner(from + (turn ? (sides - i) % sides : i));
            if (turn) out.turnedFace(f);
            else out.face(f);
        }
        return out.build();
    }
}
