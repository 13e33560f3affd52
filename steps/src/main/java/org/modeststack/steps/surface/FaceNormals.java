package org.modeststack.steps.surface;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.shade.CornerNormals;

/**
 * The normals that faces are shaded with, for parts of them that take their place: where a face is part of a curved surface,
 * its parts are shaded by that, and not by what little of it is left. Remembers one face at a time.
 */
public final class FaceNormals {
    /** What is off by less than this from the normal of the face is not curved: the cosine of a tenth of a degree. */
    private static final double FLAT = Math.cos(Math.toRadians(0.1));

    private final Mesh mesh;
    private final CornerNormals shading;
    private int face = -1;
    private boolean isCurved;
    /** Three values for each of its corners. */
    private double[] ofCorners = {};

    private final double[] area = new double[3];

    public FaceNormals(Mesh mesh) {
        this.mesh = mesh;
        shading = new CornerNormals(mesh);
    }

    /** Whether a face is shaded otherwise than as a flat one. */
    public boolean isCurved(int f) {
        if (f != face) find(f);
        return isCurved;
    }

    private void find(int f) {
        face = f;
        int n = mesh.sides(f), from = mesh.offsets()[f];
        if (ofCorners.length < 3 * n) ofCorners = new double[6 * n];
        Normals.areaVector(mesh, f, area);
        double length = Math.sqrt(area[0] * area[0] + area[1] * area[1] + area[2] * area[2]);
        double[] normal = new double[3];
        isCurved = false;
        for (int i = 0; i < n; i++) {
            shading.at(from + i, normal);
            System.arraycopy(normal, 0, ofCorners, 3 * i, 3);
            double along = normal[0] * area[0] + normal[1] * area[1] + normal[2] * area[2];
            isCurved |= along < FLAT * length;
        }
    }

    /**
     * Between corners of the face that was asked of last.
     *
     * @param corners of the mesh
     * @param shares of each, together 1
     * @return a unit vector; null where the corners' own cancel each other, or have none
     */
    public double @Nullable [] between(int[] corners, double[] shares) {
        double[] out = new double[3];
        int from = mesh.offsets()[face];
        for (int i = 0; i < corners.length; i++)
            for (int k = 0; k < 3; k++) out[k] += shares[i] * ofCorners[3 * (corners[i] - from) + k];
        double length = Math.sqrt(out[0] * out[0] + out[1] * out[1] + out[2] * out[2]);
        if (!(length > 0.1)) return null;
        for (int k = 0; k < 3; k++) out[k] /= length;
        return out;
    }
}
