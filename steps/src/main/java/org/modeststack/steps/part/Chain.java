package org.modeststack.steps.part;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.work.Work;

/**
 * Picked edges sorted into chains: each runs from vertex to vertex without a branch, and closes or has two ends.
 *
 * @param vertices in order; a closed chain does not repeat its first
 */
public record Chain(IntArrayList vertices, boolean closed) {
    /** What the picked edges come to; those that branch are left out and counted. */
    public record Found(List<Chain> chains, int branching) {}

    /** Chain of the picked edges, in the order of their lowest edge. */
    public static Found of(Mesh mesh, Selection picked) {
        BitSet edges = (BitSet) picked.to(mesh, ElementKind.EDGE).elements().clone();
        Adjacency adj = mesh.adjacency();
        List<Chain> out = new ArrayList<>();
        int branching = 0;
        BitSet done = new BitSet();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            if (done.get(e)) continue;
            BitSet part = component(mesh, adj, edges, e);
            done.or(part);
            Chain c = chain(mesh, adj, part);
            if (c == null) branching++;
            else out.add(c);
        }
        return new Found(out, branching);
    }

    private static BitSet component(Mesh mesh, Adjacency adj, BitSet edges, int seed) {
        BitSet part = new BitSet();
        IntArrayList stack = new IntArrayList();
        stack.add(seed);
        part.set(seed);
        // Each vertex is looked round once: one with many edges would else cost their square.
        BitSet seen = new BitSet();
        for (int turns = 0; !stack.isEmpty(); turns++) {
            Work.checkpoint(turns);
            int e = stack.removeInt(stack.size() - 1);
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)}) {
                if (seen.get(v)) continue;
                seen.set(v);
                for (int x : Loops.edgesAt(mesh, adj, v)) {
                    if (!edges.get(x) || part.get(x)) continue;
                    part.set(x);
                    stack.add(x);
                }
            }
        }
        return part;
    }

    private static @Nullable Chain chain(Mesh mesh, Adjacency adj, BitSet part) {
        int start = -1;
        for (int e = part.nextSetBit(0); e >= 0; e = part.nextSetBit(e + 1)) {
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)}) {
                int n = 0;
                for (int x : Loops.edgesAt(mesh, adj, v)) if (part.get(x)) n++;
                if (n > 2) return null;
                if (n == 1 && (start < 0 || v < start)) start = v;
            }
        }
        boolean closed = start < 0;
        int first = part.nextSetBit(0);
        int v = closed ? adj.edgeLow(first) : start, begin = v;
        IntArrayList order = new IntArrayList();
        BitSet left = (BitSet) part.clone();
        order.add(v);
        while (true) {
            int next = -1;
            for (int x : Loops.edgesAt(mesh, adj, v)) if (left.get(x) && (next < 0 || x < next)) next = x;
            if (next < 0) break;
            left.clear(next);
            v = adj.otherEnd(next, v);
            if (v == begin) break;
            order.add(v);
        }
        return new Chain(order, closed);
    }

    public int size() {
        return vertices.size();
    }

    /** The i-th vertex, counted on round a closed chain. */
    public int at(int i) {
        return vertices.getInt(Math.floorMod(i, vertices.size()));
    }
}
