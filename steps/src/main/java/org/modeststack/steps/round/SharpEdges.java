package org.modeststack.steps.round;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.FaceFrames;

/** Tells edges at which a surface turns so much that it is meant as an edge, and not as a part of something round. */
final class SharpEdges {
    /** Cosine of the turn: 46 degrees, so that a bar of eight sides is round. */
    private static final double SHARP = Math.cos(Math.toRadians(46));

    private final Adjacency adj;
    private final double[] normals;

    SharpEdges(Mesh mesh) {
        adj = mesh.adjacency();
        normals = FaceFrames.of(mesh).normals();
    }

    /** Borders, and where more than two faces meet, are sharp too. */
    boolean is(int edge) {
        return adj.edgeSides(edge) != 2 || cosine(edge) < SHARP;
    }

    /** Of the angle by which the two faces at an edge turn. */
    double cosine(int edge) {
        int f = 3 * adj.cornerFace()[adj.edgeCorner(edge, 0)], g = 3 * adj.cornerFace()[adj.edgeCorner(edge, 1)];
        return normals[f] * normals[g] + normals[f + 1] * normals[g + 1] + normals[f + 2] * normals[g + 2];
    }
}
