package org.modeststack.steps.mend;

import it.unimi.dsi.fastutil.ints.IntArrays;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * Which vertices go into which, so that short edges and the short sides of needles vanish. The shortest edges go first, and
 * no vertex takes part twice in one round, so that nothing moves farther than one edge. In n log n.
 */
final class SmallEdges {
    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet taken = new BitSet();
    private int merged;

    SmallEdges(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
    }

    /**
     * @param length edges shorter than this go, mm
     * @param slender and those shorter than this share of the longest side of a triangle at them
     * @return for each vertex the one that takes its place, or itself
     */
    int[] targets(double length, double slender) {
        int[] target = new int[mesh.vertexCount()];
        Arrays.setAll(target, v -> v);
        double[] lengths = new double[adj.edgeCount()];
        BitSet small = new BitSet();
        for (int e = 0; e < lengths.length; e++) {
            lengths[e] = adj.edgeLength(e, mesh);
            if (lengths[e] < length) small.set(e);
        }
        for (int f = 0; f < mesh.faceCount(); f++) {
            if (mesh.sides(f) != 3) continue;
            int from = mesh.offsets()[f], shortest = from, longest = from;
            for (int c = from + 1; c < from + 3; c++) {
                if (lengths[adj.cornerEdge()[c]] < lengths[adj.cornerEdge()[shortest]]) shortest = c;
                if (lengths[adj.cornerEdge()[c]] > lengths[adj.cornerEdge()[longest]]) longest = c;
            }
            if (lengths[adj.cornerEdge()[shortest]] < slender * lengths[adj.cornerEdge()[longest]])
                small.set(adj.cornerEdge()[shortest]);
        }
        int[] order = small.stream().toArray();
        IntArrays.stableSort(order, (a, b) -> Double.compare(lengths[a], lengths[b]));
        for (int e : order) {
            int low = adj.edgeLow(e), high = adj.edgeHigh(e);
            if (taken.get(low) || taken.get(high) || !isFree(e)) continue;
            taken.set(low);
            taken.set(high);
            // A vertex on a border stays there.
            boolean highStays = isOnBorder(high) && !isOnBorder(low);
            target[highStays ? low : high] = highStays ? high : low;
            merged++;
        }
        return target;
    }

    int merged() {
        return merged;
    }

    private boolean isOnBorder(int v) {
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int c = adj.vertexCorners()[i];
            if (adj.twin(c) < 0 || adj.twin(adj.cornerBefore(c, mesh)) < 0) return true;
        }
        return false;
    }

    /**
     * Whether the ends of an edge have just those neighbours in common that triangles at it have, so that what is closed stays
     * so (the link condition: T. Dey, H. Edelsbrunner, S. Guha, D. Nekhayev, "Topology Preserving Edge Contraction", 1999).
     */
    private boolean isFree(int e) {
        int triangles = 0;
        for (int i = 0; i < adj.edgeSides(e); i++)
            if (mesh.sides(adj.cornerFace()[adj.edgeCorner(e, i)]) == 3) triangles++;
        IntOpenHashSet common = neighbours(adj.edgeLow(e));
        common.retainAll(neighbours(adj.edgeHigh(e)));
        return common.size() == triangles;
    }

    private IntOpenHashSet neighbours(int v) {
        IntOpenHashSet out = new IntOpenHashSet();
        for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
            int c = adj.vertexCorners()[i];
            out.add(mesh.corners()[adj.cornerNext()[c]]);
            out.add(mesh.corners()[adj.cornerBefore(c, mesh)]);
        }
        return out;
    }
}
