package org.modeststack.mesh.shade;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;

/**
 * Which edges are shaded smooth: those that are said to be, and all others between two faces of one material that turn by
 * no more than 30°, but for those that are said to be hard. May be asked by several threads at once.
 */
public final class SmoothEdges {
    /** What turns by more is shaded hard, degrees. */
    private static final double ANGLE = 30;

    /** Strips of three segments round a right angle turn by just so much, but for rounding. */
    private static final double LIMIT = Math.cos(Math.toRadians(ANGLE + 1e-3));

    private final Mesh mesh;
    private final Adjacency adj;
    private final float[] areas;
    private final BitSet smooth;
    private final BitSet hard;

    public SmoothEdges(Mesh mesh) {
        this(mesh, new float[0]);
    }

    /** @param areas the area vectors of all faces, three values each, so that none need be worked out; or empty */
    public SmoothEdges(Mesh mesh, float[] areas) {
        this.mesh = mesh;
        this.areas = areas;
        adj = mesh.adjacency();
        smooth = EdgeShading.edges(mesh, EdgeShading.SMOOTH);
        hard = EdgeShading.edges(mesh, EdgeShading.HARD);
    }

    public boolean isSmooth(int edge) {
        if (adj.edgeSides(edge) != 2) return false;
        int c = adj.edgeCorner(edge, 0), d = adj.edgeCorner(edge, 1);
        // Faces that do not go the same way round have no side in common.
        if (mesh.corners()[c] == mesh.corners()[d]) return false;
        if (smooth.get(edge)) return true;
        if (hard.get(edge)) return false;
        int f = adj.cornerFace()[c], g = adj.cornerFace()[d];
        return mesh.faceMaterials()[f] == mesh.faceMaterials()[g] && turnLittle(f, g);
    }

    private boolean turnLittle(int f, int g) {
        double[] a = area(f), b = area(g);
        return dot(a, b) > LIMIT * Math.sqrt(dot(a, a)) * Math.sqrt(dot(b, b));
    }

    private double[] area(int face) {
        if (areas.length > 0) return new double[] {areas[3 * face], areas[3 * face + 1], areas[3 * face + 2]};
        double[] out = new double[3];
        Normals.areaVector(mesh, face, out);
        return out;
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }
}
