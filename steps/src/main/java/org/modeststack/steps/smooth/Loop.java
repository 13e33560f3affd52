package org.modeststack.steps.smooth;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.work.Workers;

/**
 * Where the vertices of one level of Loop subdivision of triangles lie: first the old ones, then one for each edge, 3 doubles
 * each; and the triangles between them, four in place of each. Linear; on all cores. Creases and borders as in
 * {@link CatmullClark}.
 *
 * <p>Sources: C. Loop, "Smooth subdivision surfaces based on triangles", master's thesis, University of Utah 1987; creases after
 * H. Hoppe et al., "Piecewise smooth surface reconstruction", SIGGRAPH 1994, with the sharpness of DeRose, Kass, Truong 1998.
 */
final class Loop {
    private final SplitTopology topology;
    private final Sharpness sharp;
    private final double[] p;
    private final double[] out;

    private Loop(SplitTopology topology, Sharpness sharp, double[] xyz) {
        this.topology = topology;
        this.sharp = sharp;
        p = xyz;
        out = new double[3 * (topology.vertices + topology.edges)];
    }

    /** @param xyz 3 doubles a vertex */
    static double[] places(SplitTopology topology, Sharpness sharp, double[] xyz) {
        Loop rule = new Loop(topology, sharp, xyz);
        Workers.ranges(0, topology.edges, rule::edges);
        Workers.ranges(
                0, topology.vertices, (from, to) -> VertexPlaces.put(topology, sharp, rule::put, rule.out, from, to));
        return rule.out;
    }

    /** The triangles of the next level, three vertices each: one at each corner of an old one, then the one between. */
    static int[] splitCorners(SplitTopology topology) {
        int[] out = new int[4 * topology.corners.length];
        int nv = topology.vertices;
        for (int f = 0; f < topology.faces; f++) {
            int c = 3 * f;
            for (int k = 0; k < 3; k++) {
                out[12 * f + 3 * k] = topology.corners[c + k];
                out[12 * f + 3 * k + 1] = nv + topology.cornerEdge[c + k];
                out[12 * f + 3 * k + 2] = nv + topology.cornerEdge[c + (k + 2) % 3];
                out[12 * f + 9 + k] = nv + topology.cornerEdge[c + k];
            }
        }
        return out;
    }

    /** Where the corners of so many triangles begin. */
    static int[] triangleOffsets(int triangles) {
        int[] out = new int[triangles + 1];
        for (int f = 0; f <= triangles; f++) out[f] = 3 * f;
        return out;
    }

    static SplitTopology split(SplitTopology topology) {
        int[] corners = splitCorners(topology), offsets = triangleOffsets(4 * topology.faces);
        int vertices = topology.vertices + topology.edges;
        return SplitTopology.of(vertices, offsets, corners, new Adjacency(vertices, offsets, corners));
    }

    /** What each neighbour counts where an old vertex of so many edges moves. */
    static double neighbourShare(int edges) {
        double c = 3.0 / 8 + Math.cos(2 * Math.PI / edges) / 4;
        return (5.0 / 8 - c * c) / edges;
    }

    private void edges(int first, int last) {
        for (int e = first; e < last; e++) {
            int a = 3 * topology.edgeLow[e], b = 3 * topology.edgeHigh[e], o = 3 * (topology.vertices + e);
            double s = sharp.edge(e);
            boolean crease = s >= 1;
            int c = crease ? 0 : 3 * beyond(topology.sideStart[e]),
                    d = crease ? 0 : 3 * beyond(topology.sideStart[e] + 1);
            for (int k = 0; k < 3; k++) {
                double ends = p[a + k] + p[b + k];
                double smooth = crease ? 0 : (3 * ends + p[c + k] + p[d + k]) / 8;
                out[o + k] = crease ? ends / 2 : s == 0 ? smooth : (1 - s) * smooth + s * ends / 2;
            }
        }
    }

    /** The vertex of a triangle across from one of its sides. */
    private int beyond(int side) {
        int c = topology.sideCorner[side];
        return topology.corners[topology.before(c)];
    }

    private void put(VertexRule rule, int v, double over, double[] to) {
        int edges = topology.edgeStart[v + 1] - topology.edgeStart[v];
        double each = rule == VertexRule.SMOOTH ? neighbourShare(edges) : rule == VertexRule.CREASE ? 1.0 / 8 : 0;
        double own = rule == VertexRule.SMOOTH ? 1 - edges * each : rule == VertexRule.CREASE ? 3.0 / 4 : 1;
        for (int k = 0; k < 3; k++) to[k] = own * p[3 * v + k];
        for (int i = topology.edgeStart[v]; each > 0 && i < topology.edgeStart[v + 1]; i++) {
            int e = topology.vertexEdges[i];
            if (rule == VertexRule.CREASE && sharp.edge(e) <= over) continue;
            int w = topology.otherEnd(e, v);
            for (int k = 0; k < 3; k++) to[k] += each * p[3 * w + k];
        }
    }
}
