package org.modeststack.bench.rounding;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;

/** By how much the surface turns at an edge, and which way. */
final class EdgeBend {
    private EdgeBend() {}

    /** Of an edge of two faces: by how much their normals turn, radians; above 0 where it sticks out, below where it lies in. */
    static double of(Mesh mesh, FaceFrames frames, int edge) {
        Adjacency adj = mesh.adjacency();
        int c = adj.edgeCorner(edge, 0);
        Vec3 n = frames.normal(adj.cornerFace()[c]), m = frames.normal(adj.cornerFace()[adj.edgeCorner(edge, 1)]);
        Vec3 along = mesh.point(mesh.corners()[adj.cornerNext()[c]]).minus(mesh.point(mesh.corners()[c]));
        Vec3 turn = n.cross(m);
        return Math.signum(turn.dot(along)) * Math.atan2(turn.length(), n.dot(m));
    }
}
