package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Loops;

/** Rims among edges: those that come back to where they began and touch no other of the edges. */
final class RimLoops {
    private RimLoops() {}

    /**
     * The vertices of each rim in order, beginning with the one of the least key and going on to that of its two
     * neighbours that has the lesser key, whatever order the mesh is in.
     */
    static List<IntArrayList> of(Mesh mesh, BitSet edges) {
        Adjacency adj = mesh.adjacency();
        BitSet seen = new BitSet();
        List<IntArrayList> out = new ArrayList<>();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            if (seen.get(e)) continue;
            IntArrayList loop = walk(mesh, adj, edges, e, seen);
            if (loop != null && loop.size() > 2) out.add(begun(mesh, loop));
        }
        return out;
    }

    /** Null where it ends or branches; all its edges are seen then as well. */
    private static @Nullable IntArrayList walk(Mesh mesh, Adjacency adj, BitSet edges, int first, BitSet seen) {
        IntArrayList loop = new IntArrayList();
        int start = adj.edgeLow(first), v = adj.edgeHigh(first), e = first;
        seen.set(e);
        loop.add(start);
        while (v != start) {
            loop.add(v);
            int next = -1, count = 0;
            for (int f : Loops.edgesAt(mesh, adj, v)) {
                if (!edges.get(f)) continue;
                count++;
                if (f != e) next = f;
            }
            if (count != 2) return null;
            e = next;
            seen.set(e);
            v = adj.edgeLow(e) == v ? adj.edgeHigh(e) : adj.edgeLow(e);
        }
        int count = 0;
        for (int f : Loops.edgesAt(mesh, adj, start)) if (edges.get(f)) count++;
        return count == 2 ? loop : null;
    }

    private static IntArrayList begun(Mesh mesh, IntArrayList loop) {
        int n = loop.size(), first = 0;
        for (int i = 1; i < n; i++)
            if (mesh.vertexKeys()[loop.getInt(i)] < mesh.vertexKeys()[loop.getInt(first)]) first = i;
        long after = mesh.vertexKeys()[loop.getInt((first + 1) % n)];
        long before = mesh.vertexKeys()[loop.getInt((first + n - 1) % n)];
        IntArrayList out = new IntArrayList(n);
        for (int i = 0; i < n; i++) out.add(loop.getInt(Math.floorMod(after < before ? first + i : first - i, n)));
        return out;
    }
}
