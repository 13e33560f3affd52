package org.modeststack.mesh;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;
import org.modeststack.mesh.work.Workers;

/**
 * Which elements touch which, for one {@link Mesh}: its edges, the faces at each edge, the corners at each vertex.
 * Built in time linear in the corners by sorting them into buckets by their lower vertex. Arrays are not to be written.
 *
 * <p>A corner stands for the directed side that leaves it: corner {@code c} of face {@code f} runs from
 * {@code corners[c]} to the next corner of {@code f}.
 */
public final class Adjacency implements Memory.Counted {
    /** From so many corners on two work beside each other. */
    private static final int LARGE = 1 << 15;

    private final int[] cornerFace;
    private final int[] cornerNext;
    private final int[] cornerEdge;
    private final int[] edgeLow;
    private final int[] edgeHigh;
    private final int[] edgeStart;
    private final int[] edgeCorners;
    private final int[] vertexStart;
    private final int[] vertexCorners;
    /** The vertex of each corner, which its side leaves. */
    private final int[] cornerVertex;

    private volatile int @Nullable [] twins;

    Adjacency(Mesh mesh) {
        this(mesh.vertexCount(), mesh.offsets(), mesh.corners());
    }

    /** Of faces given as offsets and corners, for those who have no mesh of them. */
    public Adjacency(int vertices, int[] offsets, int[] corners) {
        int n = corners.length, faces = offsets.length - 1;
        cornerVertex = corners;
        cornerFace = new int[n];
        cornerNext = new int[n];
        for (int f = 0; f < faces; f++) {
            int from = offsets[f], to = offsets[f + 1];
            for (int c = from; c < to; c++) {
                cornerFace[c] = f;
                cornerNext[c] = c + 1 == to ? from : c + 1;
            }
        }

        vertexStart = new int[vertices + 1];
        vertexCorners = new int[n];
        cornerEdge = new int[n];
        Edges[] found = new Edges[1];
        // Both are about the same work, and have nothing to do with each other.
        Workers.each(n < LARGE ? 1 : 2, task -> {
            if (task == 0) found[0] = edges(vertices, corners);
            if (n < LARGE || task == 1) gather(corners, vertexStart, vertexCorners);
        });
        edgeLow = found[0].low;
        edgeHigh = found[0].high;
        edgeStart = found[0].start;
        edgeCorners = found[0].corners;
    }

    private record Edges(int[] low, int[] high, int[] start, int[] corners) {}

    private Edges edges(int vertices, int[] corners) {
        int n = corners.length;
        int[] bucketStart = new int[vertices + 1];
        for (int c = 0; c < n; c++) bucketStart[Math.min(corners[c], corners[cornerNext[c]]) + 1]++;
        sum(bucketStart);
        int[] bucket = new int[n];
        for (int c = 0; c < n; c++) bucket[bucketStart[Math.min(corners[c], corners[cornerNext[c]])]++] = c;

        Work.checkpoint();
        int[] low = new int[n + 1], high = new int[n + 1], count = new int[n + 1];
        // For each higher vertex its last edge; the buckets are done with.
        int[] edgeTo = bucketStart;
        Arrays.fill(edgeTo, n);
        low[n] = -1;
        int edges = 0;
        // Whether a side is the first of its edge cannot be foreseen, so that a branch there would cost most of the
        // time.
        for (int i = 0; i < n; i++) {
            int c = bucket[i], a = corners[c], b = corners[cornerNext[c]];
            int v = Math.min(a, b), w = Math.max(a, b), e = edgeTo[w];
            int differs = low[e] ^ v, first = (differs | -differs) >>> 31;
            e += edges - e & -first;
            edges += first;
            edgeTo[w] = e;
            low[e] = v;
            high[e] = w;
            cornerEdge[c] = e;
            count[e + 1]++;
        }
        Work.checkpoint();
        int[] start = Arrays.copyOf(count, edges + 1);
        sum(start);
        int[] next = start.clone();
        for (int c = 0; c < n; c++) bucket[next[cornerEdge[c]]++] = c;
        return new Edges(Arrays.copyOf(low, edges), Arrays.copyOf(high, edges), start, bucket);
    }

    /** The corners by their vertices. */
    private static void gather(int[] corners, int[] start, int[] cornersAt) {
        for (int v : corners) start[v + 1]++;
        sum(start);
        int[] at = start.clone();
        for (int c = 0; c < corners.length; c++) cornersAt[at[corners[c]]++] = c;
    }

    @Override
    public void count(Memory memory) {
        for (int[] array : new int[][] {
            cornerFace,
            cornerNext,
            cornerEdge,
            edgeLow,
            edgeHigh,
            edgeStart,
            edgeCorners,
            vertexStart,
            vertexCorners,
            cornerVertex,
            twins
        }) memory.addArray(array);
    }

    /** Turns counts, each one place on, into where each begins. */
    private static void sum(int[] counts) {
        int all = 0;
        for (int i = 0; i < counts.length; i++) {
            all += counts[i];
            counts[i] = all;
        }
    }

    public int edgeCount() {
        return edgeLow.length;
    }

    /** The lower vertex of an edge. */
    public int edgeLow(int e) {
        return edgeLow[e];
    }

    /** The higher vertex of an edge. */
    public int edgeHigh(int e) {
        return edgeHigh[e];
    }

    /** The vertex of an edge that is not the given one of its two. */
    public int otherEnd(int e, int vertex) {
        return edgeLow[e] == vertex ? edgeHigh[e] : edgeLow[e];
    }

    /**
     * The length of an edge, mm.
     *
     * @param mesh that this is of, or one whose vertices have moved
     */
    public double edgeLength(int e, Mesh mesh) {
        return mesh.point(edgeLow[e]).minus(mesh.point(edgeHigh[e])).length();
    }

    /** How many face sides run along an edge: 1 at a border, 2 inside a surface, more where it branches. */
    public int edgeSides(int e) {
        return edgeStart[e + 1] - edgeStart[e];
    }

    /** The i-th corner whose side runs along edge e. */
    public int edgeCorner(int e, int i) {
        return edgeCorners[edgeStart[e] + i];
    }

    public int[] cornerFace() {
        return cornerFace;
    }

    /**
     * For each corner the one whose side runs along the same edge the other way, in the only other face there; -1 at
     * borders, where more than two faces meet, and where the two faces are turned against each other.
     */
    public int[] twins() {
        int[] t = twins;
        if (t == null) twins = t = findTwins();
        return t;
    }

    /** {@link #twins} of one corner, for those who ask of few. */
    public int twin(int corner) {
        int e = cornerEdge[corner], from = edgeStart[e];
        if (edgeStart[e + 1] - from != 2) return -1;
        // Which of the two it is cannot be foreseen; so it is reckoned and not asked.
        int other = edgeCorners[from] ^ edgeCorners[from + 1] ^ corner;
        return cornerVertex[other] == cornerVertex[corner] ? -1 : other;
    }

    private int[] findTwins() {
        int[] out = new int[cornerFace.length];
        Arrays.fill(out, -1);
        for (int e = 0; e < edgeLow.length; e++) {
            if (edgeStart[e + 1] - edgeStart[e] != 2) continue;
            int a = edgeCorners[edgeStart[e]], b = edgeCorners[edgeStart[e] + 1];
            if (cornerVertex[a] == cornerVertex[b]) continue;
            out[a] = b;
            out[b] = a;
        }
        return out;
    }

    /** The next corner round the same face. */
    public int[] cornerNext() {
        return cornerNext;
    }

    /**
     * The corner before one in its face.
     *
     * @param mesh the one this belongs to
     */
    public int cornerBefore(int corner, Mesh mesh) {
        int f = cornerFace[corner], from = mesh.offsets()[f];
        return corner == from ? mesh.offsets()[f + 1] - 1 : corner - 1;
    }

    /** The edge that the side leaving a corner runs along. */
    public int[] cornerEdge() {
        return cornerEdge;
    }

    /** Corners at vertex v are {@code vertexCorners[vertexStart[v]]} to {@code vertexCorners[vertexStart[v + 1] - 1]}. */
    public int[] vertexStart() {
        return vertexStart;
    }

    public int[] vertexCorners() {
        return vertexCorners;
    }

    /** The edge between two vertices, or -1. Time grows with the faces at {@code a}. */
    public int edgeBetween(int a, int b, Mesh mesh) {
        for (int i = vertexStart[a]; i < vertexStart[a + 1]; i++) {
            int c = vertexCorners[i];
            int e = cornerEdge[c];
            if (edgeLow[e] == b || edgeHigh[e] == b) return e;
            e = cornerEdge[cornerBefore(c, mesh)];
            if (edgeLow[e] == b || edgeHigh[e] == b) return e;
        }
        return -1;
    }
}
