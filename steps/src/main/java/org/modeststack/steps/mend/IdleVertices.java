package org.modeststack.steps.mend;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Loops;
import org.modeststack.steps.RingWriter;

/** Vertices that two edges run straight through, and those of no face. In linear time. */
final class IdleVertices {
    /** Two edges with more faces than these are a fault of their own. */
    private static final int MOST_FACES = 8;

    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet idle = new BitSet();

    private IdleVertices(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
    }

    /** Those of no face alone. */
    static IdleVertices ofNoFace(Mesh mesh) {
        IdleVertices out = new IdleVertices(mesh);
        for (int v = 0; v < mesh.vertexCount(); v++)
            if (out.adj.vertexStart()[v] == out.adj.vertexStart()[v + 1]) out.idle.set(v);
        return out;
    }

    /** @param turn how much the two edges may turn at most, degrees */
    static IdleVertices turningUpTo(Mesh mesh, double turn) {
        IdleVertices out = new IdleVertices(mesh);
        out.find(turn);
        return out;
    }

    private void find(double turn) {
        int[] left = new int[mesh.faceCount()];
        for (int f = 0; f < left.length; f++) left[f] = mesh.sides(f);
        double straight = Math.cos(Math.toRadians(turn)) - 1e-12;
        for (int v = 0; v < mesh.vertexCount(); v++) {
            int from = adj.vertexStart()[v], to = adj.vertexStart()[v + 1];
            if (from == to) {
                idle.set(v);
                continue;
            }
            if (to - from > MOST_FACES) continue;
            // The corner of a lone face has two edges too, and may be idle where its border runs straight.
            int[] edges = Loops.edgesAt(mesh, adj, v);
            if (edges.length != 2 || !isStraight(v, edges, straight) || !isRoom(from, to, left)) continue;
            if (meetsOld(v, edges)) continue;
            idle.set(v);
            for (int i = from; i < to; i++) left[adj.cornerFace()[adj.vertexCorners()[i]]]--;
        }
    }

    private boolean isRoom(int from, int to, int[] left) {
        for (int i = from; i < to; i++) if (left[adj.cornerFace()[adj.vertexCorners()[i]]] <= 3) return false;
        return true;
    }

    /** Whether the edge that comes of it, along a row of idle vertices, would be there already. */
    private boolean meetsOld(int v, int[] edges) {
        int a = endOfRow(v, adj.otherEnd(edges[0], v)), b = endOfRow(v, adj.otherEnd(edges[1], v));
        return a == b || adj.edgeBetween(a, b, mesh) >= 0;
    }

    private int endOfRow(int from, int next) {
        int before = from, at = next;
        while (idle.get(at) && at != from) {
            int[] on = Loops.edgesAt(mesh, adj, at);
            int a = adj.otherEnd(on[0], at), b = adj.otherEnd(on[1], at);
            int onward = a == before ? b : a;
            before = at;
            at = onward;
        }
        return at;
    }

    private boolean isStraight(int v, int[] edges, double cosine) {
        Vec3 p = mesh.point(v);
        Vec3 a = p.minus(mesh.point(adj.otherEnd(edges[0], v))),
                b = mesh.point(adj.otherEnd(edges[1], v)).minus(p);
        return a.unit().dot(b.unit()) >= cosine;
    }

    int count() {
        return idle.cardinality();
    }

    /** The mesh without them; all faces stay. */
    Mesh takenOut() {
        return RingWriter.without(mesh, idle);
    }
}
