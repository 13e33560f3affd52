package org.modeststack.steps.smooth;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Tag;

/**
 * How sharp edges and vertices are: for how many levels they are treated as a crease or a corner before they are smoothed. Borders
 * and edges with three and more faces stay creases. Sharpness falls by one with each level.
 *
 * <p>Source: T. DeRose, M. Kass, T. Truong, "Subdivision surfaces in character animation", SIGGRAPH 1998.
 */
final class Sharpness {
    /** For any number of levels. */
    static final double FOR_EVER = Double.POSITIVE_INFINITY;
    /** From here on it is for ever; more levels than anyone makes (common practice). */
    static final double MOST = 10;

    /** For each edge, borders included. */
    private final double[] edges;
    /** For each vertex; null where none is sharp by itself. */
    private final double @Nullable [] vertices;

    /** Whether any of it runs out some time. */
    private final boolean finite;

    /** For each vertex whether it is sharp, at a sharp edge or at none. */
    private final boolean[] touched;

    private Sharpness(SplitTopology topology, double[] edges, double @Nullable [] vertices, boolean finite) {
        touched = new boolean[topology.vertices];
        for (int e = 0; e < topology.edges; e++) {
            if (edges[e] == 0) continue;
            touched[topology.edgeLow[e]] = true;
            touched[topology.edgeHigh[e]] = true;
        }
        for (int v = 0; v < touched.length; v++)
            touched[v] |= vertices != null && vertices[v] > 0 || topology.edgeStart[v] == topology.edgeStart[v + 1];
        this.edges = edges;
        this.vertices = vertices;
        this.finite = finite;
    }

    /**
     * @param creases edges with how sharp they are; null for none
     * @param corners vertices with how sharp they are; null for none
     * @param cornered whether border vertices with a single face are corners
     */
    static Sharpness of(SplitTopology topology, @Nullable Tag creases, @Nullable Tag corners, boolean cornered) {
        double[] edges = new double[topology.edges];
        for (int i = 0; creases != null && i < creases.size(); i++) {
            long edge = creases.element(i);
            int e = topology.edgeBetween(Tag.edgeLow(edge), Tag.edgeHigh(edge));
            if (e >= 0) edges[e] = creases.weight(i);
        }
        return of(topology, edges, corners == null ? null : weights(corners, topology.vertices), cornered);
    }

    private static double[] weights(Tag vertices, int count) {
        double[] out = new double[count];
        for (int i = 0; i < vertices.size(); i++) out[(int) vertices.element(i)] = vertices.weight(i);
        return out;
    }

    /**
     * @param edges for each edge how sharp it is; taken over
     * @param vertices for each vertex how sharp it is, taken over; null for none
     * @param cornered whether border vertices with a single face are corners
     */
    static Sharpness of(SplitTopology topology, double[] edges, double @Nullable [] vertices, boolean cornered) {
        boolean finite = false;
        for (int e = 0; e < topology.edges; e++) {
            edges[e] = topology.sides(e) == 2 ? endless(edges[e]) : FOR_EVER;
            finite |= edges[e] > 0 && edges[e] < FOR_EVER;
        }
        double[] all = vertices == null && cornered ? new double[topology.vertices] : vertices;
        for (int v = 0; all != null && v < all.length; v++) {
            boolean alone = cornered && topology.cornerStart[v + 1] - topology.cornerStart[v] == 1;
            all[v] = alone ? FOR_EVER : endless(all[v]);
            finite |= all[v] > 0 && all[v] < FOR_EVER;
        }
        return new Sharpness(topology, edges, all, finite);
    }

    private static double endless(double sharpness) {
        return sharpness >= MOST ? FOR_EVER : sharpness;
    }

    /** Whether any sharpness runs out some time, so that rules change from level to level. */
    boolean isFinite() {
        return finite;
    }

    /** Whether a vertex may be anything but smooth. */
    boolean touches(int v) {
        return touched[v];
    }

    double edge(int e) {
        return edges[e];
    }

    double vertex(int v) {
        return vertices == null ? 0 : vertices[v];
    }

    /** What is left of a sharpness after a level. */
    static double after(double sharpness) {
        return Math.max(0, sharpness - 1);
    }

    /** What is left in the next level. */
    Sharpness split(SplitTopology topology, SplitTopology next) {
        double[] nextEdges = new double[next.edges];
        int nv = topology.vertices;
        // Halves of edges run from an old vertex to that of the edge; what lies within a face is smooth.
        for (int h = 0; h < next.edges; h++)
            if (next.edgeLow[h] < nv) nextEdges[h] = after(edges[next.edgeHigh[h] - nv]);
        double[] nextVertices = null;
        if (vertices != null) {
            nextVertices = new double[next.vertices];
            for (int v = 0; v < nv; v++) nextVertices[v] = after(vertices[v]);
        }
        return new Sharpness(next, nextEdges, nextVertices, finite);
    }

    /**
     * By how much a vertex still is what it was, when the next level treats it in another way: the mean of what is left of
     * the sharpness that has run out with this level.
     */
    double share(SplitTopology topology, int vertex) {
        double sum = 0;
        int count = 0;
        double own = vertex(vertex);
        if (own > 0 && own <= 1) {
            sum += own;
            count++;
        }
        for (int i = topology.edgeStart[vertex]; i < topology.edgeStart[vertex + 1]; i++) {
            double s = edges[topology.vertexEdges[i]];
            if (s <= 0 || s > 1) continue;
            sum += s;
            count++;
        }
        return count == 0 ? 0 : sum / count;
    }
}
