package org.modeststack.steps.smooth;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.work.Workers;

/**
 * Where vertices lie when faces are split and the old ones stay: 3 doubles for each old vertex, then for the middle of each edge,
 * and then, unless triangles are made, for the middle of each face. With a bulge the new ones come out along the normal there, by
 * that times half an edge; not on edges that are sharp for ever and no borders, where something else goes on. Linear; on all cores.
 */
final class LinearSplit {
    private final SplitTopology topology;
    private final Sharpness sharp;
    private final double[] p;
    private final Subdivision.Rules rules;
    private final double[] out;

    /** @param xyz 3 doubles a vertex */
    LinearSplit(SplitTopology topology, Sharpness sharp, double[] xyz, Subdivision.Rules rules) {
        this.topology = topology;
        this.sharp = sharp;
        p = xyz;
        this.rules = rules;
        out = new double[3 * (rules.triangles() ? topology.vertices + topology.edges : topology.splitVertices())];
    }

    double[] places() {
        System.arraycopy(p, 0, out, 0, p.length);
        Workers.ranges(0, topology.edges, this::edges);
        if (rules.triangles()) return out;
        FaceFrames.middles(p, topology.offsets, topology.corners, out, ofFaces());
        if (rules.bulge() != 0) Workers.ranges(0, topology.faces, this::faceBulges);
        return out;
    }

    private void edges(int from, int to) {
        for (int e = from; e < to; e++) {
            int a = 3 * topology.edgeLow[e], b = 3 * topology.edgeHigh[e], o = 3 * (topology.vertices + e);
            for (int k = 0; k < 3; k++) out[o + k] = (p[a + k] + p[b + k]) / 2;
            boolean meeting = sharp.edge(e) == Sharpness.FOR_EVER && topology.sides(e) == 2;
            if (rules.bulge() == 0 || meeting) continue;
            Vec3 normal = Vec3.ZERO;
            for (int i = topology.sideStart[e]; i < topology.sideStart[e + 1]; i++)
                normal = normal.plus(normal(topology.cornerFace[topology.sideCorner[i]]));
            shift(o, normal, length(e) / 2);
        }
    }

    private void faceBulges(int from, int to) {
        for (int f = from; f < to; f++) {
            double around = 0;
            for (int c = topology.offsets[f]; c < topology.offsets[f + 1]; c++)
                around += length(topology.cornerEdge[c]);
            shift(ofFaces() + 3 * f, normal(f), around / (topology.offsets[f + 1] - topology.offsets[f]) / 2);
        }
    }

    /** Where the places of faces begin. */
    private int ofFaces() {
        return 3 * (topology.vertices + topology.edges);
    }

    private void shift(int at, Vec3 normal, double half) {
        if (normal.length() == 0) return;
        Vec3 by = normal.unit().times(rules.bulge() * half);
        out[at] += by.x();
        out[at + 1] += by.y();
        out[at + 2] += by.z();
    }

    private double length(int edge) {
        return point(topology.edgeLow[edge])
                .minus(point(topology.edgeHigh[edge]))
                .length();
    }

    /** The unit normal of a face, or nothing where it has no area. */
    private Vec3 normal(int face) {
        int first = topology.offsets[face], last = topology.offsets[face + 1];
        Vec3 from = point(topology.corners[first]), sum = Vec3.ZERO;
        for (int c = first + 1; c + 1 < last; c++)
            sum = sum.plus(point(topology.corners[c])
                    .minus(from)
                    .cross(point(topology.corners[c + 1]).minus(from)));
        return sum.length() > 0 ? sum.unit() : Vec3.ZERO;
    }

    private Vec3 point(int v) {
        return new Vec3(p[3 * v], p[3 * v + 1], p[3 * v + 2]);
    }
}
