package org.modeststack.mesh.fault;

import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;

/**
 * How far vertices of open borders lie from each other along the border. A border is walked from where borders meet, or round
 * if they meet nowhere; both vertices must lie on one such walk. Linear in the border edges.
 */
final class BorderArcs {
    private static final int NONE = -1;

    private final Mesh mesh;
    private final Adjacency adj;
    /** The one or two open edges of a vertex at 2 v and 2 v + 1; none where more meet. */
    private final int[] edges;

    private final int[] walk;
    private final double[] at;
    private final double[] longest;
    /** The length round each walk, mm; infinite where it has two ends. */
    private double[] round = new double[16];

    BorderArcs(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        int n = mesh.vertexCount();
        edges = new int[2 * n];
        longest = new double[n];
        Arrays.fill(edges, NONE);
        byte[] borders = new byte[n];
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 1) continue;
            double length = mesh.point(adj.edgeLow(e))
                    .minus(mesh.point(adj.edgeHigh(e)))
                    .length();
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)}) {
                longest[v] = Math.max(longest[v], length);
                if (borders[v] < 2) edges[2 * v + borders[v]] = e;
                if (borders[v] < 3) borders[v]++;
            }
        }
        for (int v = 0; v < n; v++) if (borders[v] > 2) edges[2 * v] = edges[2 * v + 1] = NONE;
        walk = new int[n];
        Arrays.fill(walk, NONE);
        at = new double[n];
        int walks = 0;
        for (int v = 0; v < n; v++) {
            if (edges[2 * v] == NONE || walk[v] != NONE) continue;
            if (walks == round.length) round = Arrays.copyOf(round, 2 * walks);
            walk[v] = walks;
            double forth = follow(v, edges[2 * v], 1);
            round[walks++] = forth;
            if (Double.isInfinite(forth) && edges[2 * v + 1] != NONE) follow(v, edges[2 * v + 1], -1);
        }
    }

    /** @return the length of the way if it comes back to where it began, else infinity */
    private double follow(int first, int edge, int sign) {
        double way = 0;
        int v = first, e = edge;
        while (true) {
            int w = adj.otherEnd(e, v);
            way += mesh.point(v).minus(mesh.point(w)).length();
            if (w == first) return way;
            if (edges[2 * w] == NONE || walk[w] != NONE) return Double.POSITIVE_INFINITY;
            walk[w] = walk[first];
            at[w] = sign * way;
            int onwards = edges[2 * w] == e ? edges[2 * w + 1] : edges[2 * w];
            if (onwards == NONE) return Double.POSITIVE_INFINITY;
            v = w;
            e = onwards;
        }
    }

    /** The longest open edge of a vertex, mm. */
    double longestEdge(int v) {
        return longest[v];
    }

    /** How far it is along the border from one vertex to another, mm; infinite where the border does not lead there. */
    double between(int v, int w) {
        if (walk[v] == NONE || walk[v] != walk[w]) return Double.POSITIVE_INFINITY;
        double way = Math.abs(at[v] - at[w]);
        return Math.min(way, round[walk[v]] - way);
    }
}
