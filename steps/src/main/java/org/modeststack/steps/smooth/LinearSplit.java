package org.modeststack.steps.smooth;

import org.modeststack.mesh.work.Workers;

/** Where vertices lie when faces are split into quads and stay where they are: vertices, middles of edges, middles of faces. */
final class LinearSplit {
    private LinearSplit() {}

    /**
     * @param xyz 3 doubles a vertex
     * @return 3 doubles for each old vertex, then for each edge, then for each face
     */
    static double[] places(SplitTopology topology, double[] xyz) {
        double[] out = new double[3 * topology.splitVertices()];
        System.arraycopy(xyz, 0, out, 0, xyz.length);
        Workers.ranges(0, topology.edges, (from, to) -> {
            for (int e = from; e < to; e++)
                for (int k = 0; k < 3; k++)
                    out[3 * (topology.vertices + e) + k] =
                            (xyz[3 * topology.edgeLow[e] + k] + xyz[3 * topology.edgeHigh[e] + k]) / 2;
        });
        Workers.ranges(0, topology.faces, (from, to) -> {
            for (int f = from; f < to; f++) {
                int o = 3 * (topology.vertices + topology.edges + f), n = topology.offsets[f + 1] - topology.offsets[f];
                for (int k = 0; k < 3; k++) {
                    double sum = 0;
                    for (int c = topology.offsets[f]; c < topology.offsets[f + 1]; c++)
                        sum += xyz[3 * topology.corners[c] + k];
                    out[o + k] = sum / n;
                }
            }
        });
        return out;
    }
}
