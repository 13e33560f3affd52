package org.modeststack.steps.smooth;

import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Workers;

/**
 * Where the vertices of one level of Catmull–Clark subdivision lie: first the old ones, then one for each edge, then one for
 * each face, 3 doubles each. Linear; on all cores.
 *
 * <p>A face's vertex is the mean of its corners, an edge's the mean of its ends and of the faces beside it, an old one moves to
 * (Q + 2R + (n − 3)S) / n. Creases and borders are cubic B-splines of their own vertices; where one ends inside the surface the
 * smooth rule holds, where three and more meet the vertex stays. Sharpness below 1 goes from one rule to the other.
 *
 * <p>Sources: E. Catmull, J. Clark, "Recursively generated B-spline surfaces on arbitrary topological meshes", CAD 10(6), 1978;
 * borders after A. Nasri, ACM Transactions on Graphics 6(1), 1987; creases after T. DeRose, M. Kass, T. Truong, "Subdivision
 * surfaces in character animation", SIGGRAPH 1998.
 */
final class CatmullClark {
    private final SplitTopology topology;
    private final Sharpness sharp;
    private final double[] p;
    private final double[] out;
    private final int facePoint;

    private CatmullClark(SplitTopology topology, Sharpness sharp, double[] xyz) {
        this.topology = topology;
        this.sharp = sharp;
        p = xyz;
        out = new double[3 * topology.splitVertices()];
        facePoint = 3 * (topology.vertices + topology.edges);
    }

    /** @param xyz 3 doubles a vertex */
    static double[] places(SplitTopology topology, Sharpness sharp, double[] xyz) {
        CatmullClark rule = new CatmullClark(topology, sharp, xyz);
        FaceFrames.middles(xyz, topology.offsets, topology.corners, rule.out, rule.facePoint);
        Workers.ranges(0, topology.edges, rule::edges);
        Workers.ranges(
                0, topology.vertices, (from, to) -> VertexPlaces.put(topology, sharp, rule::put, rule.out, from, to));
        return rule.out;
    }

    private void edges(int first, int last) {
        int[] sideStart = topology.sideStart, sideCorner = topology.sideCorner, face = topology.cornerFace;
        for (int e = first; e < last; e++) {
            int a = 3 * topology.edgeLow[e], b = 3 * topology.edgeHigh[e], o = 3 * (topology.vertices + e);
            double x = (p[a] + p[b]) / 2, y = (p[a + 1] + p[b + 1]) / 2, z = (p[a + 2] + p[b + 2]) / 2;
            double s = sharp.edge(e);
            if (s < 1) {
                int f = facePoint + 3 * face[sideCorner[sideStart[e]]],
                        g = facePoint + 3 * face[sideCorner[sideStart[e] + 1]];
                double sx = (2 * x + out[f] + out[g]) / 4;
                double sy = (2 * y + out[f + 1] + out[g + 1]) / 4;
                double sz = (2 * z + out[f + 2] + out[g + 2]) / 4;
                x = s == 0 ? sx : (1 - s) * sx + s * x;
                y = s == 0 ? sy : (1 - s) * sy + s * y;
                z = s == 0 ? sz : (1 - s) * sz + s * z;
            }
            out[o] = x;
            out[o + 1] = y;
            out[o + 2] = z;
        }
    }

    private void put(VertexRule rule, int v, double over, double[] to) {
        switch (rule) {
            case CORNER -> System.arraycopy(p, 3 * v, to, 0, 3);
            case CREASE -> crease(v, over, to);
            case SMOOTH -> smooth(v, to);
        }
    }

    private void crease(int v, double over, double[] to) {
        double x = 0, y = 0, z = 0;
        for (int i = topology.edgeStart[v]; i < topology.edgeStart[v + 1]; i++) {
            int e = topology.vertexEdges[i];
            if (sharp.edge(e) <= over) continue;
            int a = 3 * topology.edgeLow[e], b = 3 * topology.edgeHigh[e];
            x += (p[a] + p[b]) / 2;
            y += (p[a + 1] + p[b + 1]) / 2;
            z += (p[a + 2] + p[b + 2]) / 2;
        }
        to[0] = (x + 2 * p[3 * v]) / 4;
        to[1] = (y + 2 * p[3 * v + 1]) / 4;
        to[2] = (z + 2 * p[3 * v + 2]) / 4;
    }

    private void smooth(int v, double[] to) {
        int[] low = topology.edgeLow, high = topology.edgeHigh, edges = topology.vertexEdges;
        int from = topology.edgeStart[v], end = topology.edgeStart[v + 1], n = end - from;
        double x = p[3 * v], y = p[3 * v + 1], z = p[3 * v + 2];
        double ex = 0, ey = 0, ez = 0, fx = 0, fy = 0, fz = 0;
        for (int i = from; i < end; i++) {
            int e = edges[i], w = 3 * (low[e] + high[e] - v);
            ex += (x + p[w]) / 2;
            ey += (y + p[w + 1]) / 2;
            ez += (z + p[w + 2]) / 2;
        }
        int firstCorner = topology.cornerStart[v], lastCorner = topology.cornerStart[v + 1];
        for (int i = firstCorner; i < lastCorner; i++) {
            int f = facePoint + 3 * topology.cornerFace[topology.vertexCorners[i]];
            fx += out[f];
            fy += out[f + 1];
            fz += out[f + 2];
        }
        int faces = lastCorner - firstCorner;
        to[0] = (fx / faces + 2 * ex / n + (n - 3) * x) / n;
        to[1] = (fy / faces + 2 * ey / n + (n - 3) * y) / n;
        to[2] = (fz / faces + 2 * ez / n + (n - 3) * z) / n;
    }
}
