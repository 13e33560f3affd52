package org.modeststack.steps.surface;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * Where places of flat faces would be on the round surface that these stand for, as told by the normals that they are shaded
 * with: half way to where the planes through the corners, square to their normals, put the place on average. On an arc that
 * is right but for the fourth power of the angle between two corners.
 *
 * <p>Source: T. Boubekeur, M. Alexa, "Phong Tessellation", ACM Transactions on Graphics 27(5), 2008, with one half for their
 * three quarters, which look rounder than the arc.
 */
public final class RoundLift {
    private static final double PART = 0.5;

    private final TriangleSurface surface;
    private final FaceNormals normals;

    public RoundLift(TriangleSurface surface) {
        this.surface = surface;
        Mesh mesh = surface.mesh;
        normals = new FaceNormals(mesh);
    }

    /**
     * How far a place is below the round surface.
     *
     * @param triangle in which it lies
     * @param shares what the corners of the triangle count there, together 1
     */
    public Vec3 of(int triangle, double[] shares, Vec3 place) {
        if (!normals.isCurved(surface.faceOf(triangle))) return Vec3.ZERO;
        Vec3 sum = Vec3.ZERO;
        for (int i = 0; i < 3; i++) {
            double[] n = normals.between(new int[] {surface.meshCorner(3 * triangle + i)}, new double[] {1});
            if (n == null) return Vec3.ZERO;
            Vec3 normal = new Vec3(n[0], n[1], n[2]);
            Vec3 way = surface.point(3 * triangle + i).minus(place);
            sum = sum.plus(normal.times(PART * shares[i] * way.dot(normal)));
        }
        return sum;
    }
}
