package org.modeststack.steps.smooth;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Workers;

/**
 * Where the vertices of a mesh of quads (Catmull–Clark) or triangles (Loop) come to lie after levels without end, and the normals
 * of the surface there. Creases that are left count as creases for ever. Linear; on all cores.
 *
 * <p>Sources: M. Halstead, M. Kass, T. DeRose, "Efficient, fair interpolation using Catmull-Clark surfaces", SIGGRAPH 1993; for
 * triangles C. Loop 1987; creases are cubic B-splines.
 */
final class LimitSurface {
    private final SplitTopology topology;
    private final Sharpness sharp;
    private final double[] p;
    private final boolean quads;

    /** @param xyz 3 doubles a vertex */
    LimitSurface(SplitTopology topology, Sharpness sharp, double[] xyz, boolean quads) {
        this.topology = topology;
        this.sharp = sharp;
        p = xyz;
        this.quads = quads;
    }

    /** 3 doubles a vertex. */
    double[] places() {
        double[] out = p.clone();
        Workers.ranges(0, topology.vertices, (from, to) -> {
            for (int v = from; v < to; v++) {
                switch (VertexRule.of(topology, sharp, v, 0)) {
                    case CORNER -> {}
                    case CREASE -> crease(v, out);
                    case SMOOTH -> smooth(v, out);
                }
            }
        });
        return out;
    }

    /** 3 floats a corner: unit normals at smooth vertices, 0 at others, where the faces tell. */
    float[] cornerNormals() {
        float[] out = new float[3 * topology.corners.length];
        Workers.ranges(0, topology.vertices, (from, to) -> {
            for (int v = from; v < to; v++) {
                if (VertexRule.of(topology, sharp, v, 0) != VertexRule.SMOOTH) continue;
                Vec3 normal = normal(v);
                if (normal == null) continue;
                for (int i = topology.cornerStart[v]; i < topology.cornerStart[v + 1]; i++) {
                    int c = 3 * topology.vertexCorners[i];
                    out[c] = (float) normal.x();
                    out[c + 1] = (float) normal.y();
                    out[c + 2] = (float) normal.z();
                }
            }
        });
        return out;
    }

    private void crease(int v, double[] out) {
        for (int k = 0; k < 3; k++) out[3 * v + k] = 4 * p[3 * v + k] / 6;
        for (int i = topology.edgeStart[v]; i < topology.edgeStart[v + 1]; i++) {
            int e = topology.vertexEdges[i];
            if (sharp.edge(e) <= 0) continue;
            for (int k = 0; k < 3; k++) out[3 * v + k] += p[3 * topology.otherEnd(e, v) + k] / 6;
        }
    }

    private void smooth(int v, double[] out) {
        int n = topology.edgeStart[v + 1] - topology.edgeStart[v];
        double own, ofEdge, ofFace;
        if (quads) {
            own = (double) n / (n + 5);
            ofEdge = 4.0 / (n * (n + 5));
            ofFace = 1.0 / (n * (n + 5));
        } else {
            ofEdge = 1 / (3 / (8 * Loop.neighbourShare(n)) + n);
            own = 1 - n * ofEdge;
            ofFace = 0;
        }
        for (int k = 0; k < 3; k++) {
            double sum = own * p[3 * v + k];
            for (int i = topology.edgeStart[v]; i < topology.edgeStart[v + 1]; i++)
                sum += ofEdge * p[3 * topology.otherEnd(topology.vertexEdges[i], v) + k];
            for (int i = topology.cornerStart[v]; quads && i < topology.cornerStart[v + 1]; i++)
                sum += ofFace * p[3 * opposite(topology.vertexCorners[i]) + k];
            out[3 * v + k] = sum;
        }
    }

    /** The vertex of a quad across from a corner. */
    private int opposite(int corner) {
        return topology.corners[topology.after(topology.after(corner))];
    }

    /** The product of the two tangents; null where the faces do not go round the vertex once. */
    private @Nullable Vec3 normal(int v) {
        int n = topology.edgeStart[v + 1] - topology.edgeStart[v];
        if (n != topology.cornerStart[v + 1] - topology.cornerStart[v]) return null;
        double turn = 2 * Math.PI / n, c = Math.cos(turn);
        double ofEdge = quads ? 1 + c + Math.cos(turn / 2) * Math.sqrt(2 * (9 + c)) : 1;
        Vec3 along = Vec3.ZERO, across = Vec3.ZERO;
        int corner = topology.vertexCorners[topology.cornerStart[v]];
        for (int i = 0; i < n; i++) {
            double now = i * turn, next = (i + 1) * turn;
            Vec3 e = point(topology.corners[topology.after(corner)]);
            along = along.plus(e.times(ofEdge * Math.cos(now)));
            across = across.plus(e.times(ofEdge * Math.sin(now)));
            if (quads) {
                Vec3 f = point(opposite(corner));
                along = along.plus(f.times(Math.cos(now) + Math.cos(next)));
                across = across.plus(f.times(Math.sin(now) + Math.sin(next)));
            }
            corner = beside(topology.before(corner));
            if (corner < 0 || topology.corners[corner] != v) return null;
        }
        Vec3 normal = along.cross(across);
        return normal.length() > 0 ? normal.unit() : null;
    }

    /** The corner on the other side of the edge that leaves one, in the face beside it; -1 where there is no single one. */
    private int beside(int corner) {
        int e = topology.cornerEdge[corner];
        if (topology.sides(e) != 2) return -1;
        int at = topology.sideStart[e];
        return topology.sideCorner[at] ^ topology.sideCorner[at + 1] ^ corner;
    }

    private Vec3 point(int v) {
        return new Vec3(p[3 * v], p[3 * v + 1], p[3 * v + 2]);
    }
}
