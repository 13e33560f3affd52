package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.Int2ObjectLinkedOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.work.Work;

/**
 * Picked edges in a row, from a vertex where they end or meet others to the next such, or round to where they began.
 *
 * @param vertices in order; of a closed chain the first is not there again at its end
 */
public record EdgeChain(IntArrayList vertices, boolean isClosed) {
    public int size() {
        return vertices.size();
    }

    public int vertex(int i) {
        return vertices.getInt(isClosed ? Math.floorMod(i, size()) : i);
    }

    /** Whether the chain ends at a vertex, there or where others meet it. */
    public boolean isEnd(int i) {
        return !isClosed && (i == 0 || i == size() - 1);
    }

    /** The edge of the mesh from a vertex to the next. */
    public int edge(Mesh mesh, int i) {
        return mesh.adjacency().edgeBetween(vertex(i), vertex(i + 1), mesh);
    }

    /** How many edges it has. */
    public int edges() {
        return isClosed ? size() : size() - 1;
    }

    /** Adds its edges to a set. */
    public void edges(Mesh mesh, BitSet to) {
        for (int i = 0; i < edges(); i++) to.set(edge(mesh, i));
    }

    /**
     * All chains of the edges of a mesh. Each begins with its end of the lesser number, or with its least vertex and goes on
     * to the lesser of that one's neighbours, whatever the keys are.
     */
    public static List<EdgeChain> of(Mesh mesh, BitSet edges) {
        Adjacency adj = mesh.adjacency();
        Int2IntOpenHashMap degree = degrees(adj, edges);
        BitSet seen = new BitSet();
        List<EdgeChain> out = new ArrayList<>();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            int low = adj.edgeLow(e), high = adj.edgeHigh(e);
            if (!seen.get(e) && degree.get(low) != 2) out.add(open(mesh, edges, degree, seen, e, low));
            if (!seen.get(e) && degree.get(high) != 2) out.add(open(mesh, edges, degree, seen, e, high));
        }
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            if (seen.get(e)) continue;
            IntArrayList loop = walk(mesh, edges, degree, seen, e, adj.edgeLow(e));
            loop.removeInt(loop.size() - 1);
            out.add(new EdgeChain(begun(loop), true));
        }
        return out;
    }

    /** Chains that hang together. */
    static Collection<List<EdgeChain>> together(List<EdgeChain> chains) {
        DisjointSets sets = new DisjointSets(chains.size());
        Int2IntOpenHashMap firstAt = new Int2IntOpenHashMap();
        firstAt.defaultReturnValue(-1);
        for (int i = 0; i < chains.size(); i++) {
            Work.checkpoint(i);
            EdgeChain c = chains.get(i);
            for (int v : new int[] {c.vertex(0), c.vertex(c.size() - 1)}) {
                int first = firstAt.putIfAbsent(v, i);
                if (first >= 0) sets.join(first, i);
            }
        }
        Int2ObjectLinkedOpenHashMap<List<EdgeChain>> out = new Int2ObjectLinkedOpenHashMap<>();
        for (int i = 0; i < chains.size(); i++)
            out.computeIfAbsent(sets.find(i), _ -> new ArrayList<>()).add(chains.get(i));
        return out.values();
    }

    private static Int2IntOpenHashMap degrees(Adjacency adj, BitSet edges) {
        Int2IntOpenHashMap degree = new Int2IntOpenHashMap();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            Work.checkpoint();
            degree.addTo(adj.edgeLow(e), 1);
            degree.addTo(adj.edgeHigh(e), 1);
        }
        return degree;
    }

    private static EdgeChain open(Mesh mesh, BitSet edges, Int2IntOpenHashMap degree, BitSet seen, int e, int from) {
        IntArrayList v = walk(mesh, edges, degree, seen, e, from);
        int n = v.size();
        int order = Integer.compare(v.getInt(0), v.getInt(n - 1));
        if (order == 0) order = Integer.compare(v.getInt(1), v.getInt(n - 2));
        if (order > 0) Collections.reverse(v);
        return new EdgeChain(v, false);
    }

    /** The vertices from one on, over an edge, as far as two edges meet at each; the first again where it comes round. */
    private static IntArrayList walk(
            Mesh mesh, BitSet edges, Int2IntOpenHashMap degree, BitSet seen, int first, int from) {
        Adjacency adj = mesh.adjacency();
        IntArrayList out = new IntArrayList();
        out.add(from);
        int e = first, v = from;
        while (true) {
            seen.set(e);
            v = adj.otherEnd(e, v);
            out.add(v);
            if (degree.get(v) != 2 || v == from) return out;
            int next = e;
            for (int f : Loops.edgesAt(mesh, adj, v)) if (f != e && edges.get(f)) next = f;
            e = next;
        }
    }

    private static IntArrayList begun(IntArrayList loop) {
        int n = loop.size(), first = 0;
        for (int i = 1; i < n; i++) if (loop.getInt(i) < loop.getInt(first)) first = i;
        int step = loop.getInt((first + 1) % n) < loop.getInt((first + n - 1) % n) ? 1 : -1;
        IntArrayList out = new IntArrayList(n);
        for (int i = 0; i < n; i++) out.add(loop.getInt(Math.floorMod(first + step * i, n)));
        return out;
    }
}
