package org.modeststack.mesh.select;

import java.util.Arrays;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;

/**
 * Loops and rings, by what the trade means with them (common practice): a loop of edges goes straight on at every
 * vertex with four edges, along open borders, and round faces of more than four sides; a ring of edges goes across
 * quads from side to side; a loop of faces is the row of quads between.
 */
public final class Loops {
    private Loops() {}

    /** The loops through selected edges; for vertices, through edges with both ends selected; for faces, rows of quads. */
    public static Selection loops(Mesh mesh, Selection s) {
        return switch (s.kind()) {
            case EDGE -> edgeLoops(mesh, s);
            case VERTEX ->
                edgeLoops(mesh, s.to(mesh, ElementKind.EDGE))
                        .to(mesh, ElementKind.VERTEX)
                        .with(s);
            case FACE -> rows(mesh, s);
        };
    }

    private static Selection edgeLoops(Mesh mesh, Selection s) {
        BitSet out = new BitSet();
        Adjacency adj = mesh.adjacency();
        BitSet seeds = s.elements();
        for (int e = seeds.nextSetBit(0); e >= 0; e = seeds.nextSetBit(e + 1)) {
            if (out.get(e)) continue;
            out.set(e);
            for (int end = 0; end < 2; end++) {
                int at = e, v = end == 0 ? adj.edgeHigh(e) : adj.edgeLow(e);
                while (true) {
                    int next = onwards(mesh, adj, at, v);
                    if (next < 0 || next == e || out.get(next)) break;
                    out.set(next);
                    v = adj.otherEnd(next, v);
                    at = next;
                }
            }
        }
        return new Selection(ElementKind.EDGE, out);
    }

    /** The edge that a loop takes after edge e at its end v, or -1 where it stops. */
    static int onwards(Mesh mesh, Adjacency adj, int e, int v) {
        int[] around = edgesAt(mesh, adj, v);
        int n = around.length;
        if (adj.edgeSides(e) == 1) {
            int other = -1;
            for (int x : around) {
                if (x == e || adj.edgeSides(x) != 1) continue;
                if (other >= 0) return -1;
                other = x;
            }
            return other;
        }
        if (adj.edgeSides(e) != 2) return -1;
        for (int x : around) if (adj.edgeSides(x) != 2) return -1;
        int f = adj.cornerFace()[adj.edgeCorner(e, 0)], g = adj.cornerFace()[adj.edgeCorner(e, 1)];
        if (n == 4) {
            for (int x : around) if (x != e && !bounds(adj, x, f) && !bounds(adj, x, g)) return x;
            return -1;
        }
        if (n != 3) return -1;
        // A corner of three edges at a cap: the loop goes round the cap.
        boolean capF = mesh.sides(f) > 4, capG = mesh.sides(g) > 4;
        if (capF == capG) return -1;
        int cap = capF ? f : g;
        for (int x : around) if (x != e && bounds(adj, x, cap)) return x;
        return -1;
    }

    private static boolean bounds(Adjacency adj, int e, int f) {
        for (int i = 0; i < adj.edgeSides(e); i++) if (adj.cornerFace()[adj.edgeCorner(e, i)] == f) return true;
        return false;
    }

    /** All edges at a vertex, each once. */
    public static int[] edgesAt(Mesh mesh, Adjacency adj, int v) {
        int from = adj.vertexStart()[v], to = adj.vertexStart()[v + 1], n = 0;
        int[] out = new int[2 * (to - from)];
        for (int i = from; i < to; i++) {
            int c = adj.vertexCorners()[i];
            n = add(out, n, adj.cornerEdge()[c]);
            n = add(out, n, adj.cornerEdge()[adj.cornerBefore(c, mesh)]);
        }
        return Arrays.copyOf(out, n);
    }

    private static int add(int[] set, int n, int e) {
        for (int i = 0; i < n; i++) if (set[i] == e) return n;
        set[n] = e;
        return n + 1;
    }

    /** The edges that lie side by side with selected ones across quads. */
    public static Selection rings(Mesh mesh, Selection edges) {
        BitSet out = new BitSet();
        BitSet seeds = edges.elements();
        for (int e = seeds.nextSetBit(0); e >= 0; e = seeds.nextSetBit(e + 1)) {
            if (out.get(e)) continue;
            out.set(e);
            for (int side = 0; side < mesh.adjacency().edgeSides(e); side++) walk(mesh, e, side, out, null);
        }
        return new Selection(ElementKind.EDGE, out);
    }

    /** Goes from edge e over its i-th face from quad to quad, noting edges and faces that are new. */
    private static void walk(Mesh mesh, int e, int side, @Nullable BitSet edges, @Nullable BitSet faces) {
        Adjacency adj = mesh.adjacency();
        int c = adj.edgeCorner(e, side);
        while (true) {
            int f = adj.cornerFace()[c];
            if (mesh.sides(f) != 4) return;
            if (faces != null) {
                if (faces.get(f)) return;
                faces.set(f);
            }
            int across = adj.cornerNext()[adj.cornerNext()[c]], x = adj.cornerEdge()[across];
            if (edges != null) {
                if (edges.get(x)) return;
                edges.set(x);
            }
            if (adj.edgeSides(x) != 2) return;
            c = adj.edgeCorner(x, 0) == across ? adj.edgeCorner(x, 1) : adj.edgeCorner(x, 0);
        }
    }

    /** Rows of quads through pairs of selected neighbours; a quad that stands alone gives both of its rows. */
    private static Selection rows(Mesh mesh, Selection s) {
        Adjacency adj = mesh.adjacency();
        BitSet out = (BitSet) s.elements().clone();
        for (int f = s.elements().nextSetBit(0); f >= 0; f = s.elements().nextSetBit(f + 1)) {
            if (mesh.sides(f) != 4) continue;
            boolean[] way = new boolean[2];
            for (int k = 0; k < 4; k++) {
                int e = adj.cornerEdge()[mesh.offsets()[f] + k];
                for (int i = 0; i < adj.edgeSides(e); i++) {
                    int g = adj.cornerFace()[adj.edgeCorner(e, i)];
                    if (g != f && s.contains(g)) way[k % 2] = true;
                }
            }
            for (int k = 0; k < 4; k++) {
                if (!way[k % 2] && (way[0] || way[1])) continue;
                int c = mesh.offsets()[f] + k, e = adj.cornerEdge()[c];
                for (int i = 0; i < adj.edgeSides(e); i++) {
                    if (adj.edgeCorner(e, i) == c) continue;
                    BitSet row = new BitSet();
                    row.set(f);
                    walk(mesh, e, i, null, row);
                    out.or(row);
                }
            }
        }
        return new Selection(ElementKind.FACE, out);
    }
}
