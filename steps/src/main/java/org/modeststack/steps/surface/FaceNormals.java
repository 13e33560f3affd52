package org.modeststack.steps.surface;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.shade.CornerNormals;

/**
 * The normals that faces are shaded with, for parts of them that take their place: where a face is part of a curved surface,
 * its parts are shaded by that, and not by what little of it is left. Remembers those that were asked of.
 */
public final class FaceNormals {
    /** What is off by less than this from the normal of the face is not curved: the cosine of a tenth of a degree. */
    private static final double FLAT = Math.cos(Math.toRadians(0.1));

    private final Mesh mesh;
    private final CornerNormals shading;
    private final Int2ObjectOpenHashMap<Known> known = new Int2ObjectOpenHashMap<>();
    private int face = -1;
    private Known last = new Known(false, new double[0]);
    private final double[] area = new double[3];

    /** @param ofCorners three values for each corner of a face */
    private record Known(boolean isCurved, double[] ofCorners) {}

    public FaceNormals(Mesh mesh) {
        this.mesh = mesh;
        shading = new CornerNormals(mesh);
    }

    /** Whether a face is shaded otherwise than as a flat one. */
    public boolean isCurved(int f) {
        if (f != face) {
            face = f;
            last = known.computeIfAbsent(f, this::find);
        }
        return last.isCurved;
    }

    private Known find(int f) {
        int n = mesh.sides(f), from = mesh.offsets()[f];
        double[] ofCorners = new double[3 * n], normal = new double[3];
        Normals.areaVector(mesh, f, area);
        double length = Math.sqrt(area[0] * area[0] + area[1] * area[1] + area[2] * area[2]);
        boolean isCurved = false;
        for (int i = 0; i < n; i++) {
            shading.at(from + i, normal);
            System.arraycopy(normal, 0, ofCorners, 3 * i, 3);
            double along = normal[0] * area[0] + normal[1] * area[1] + normal[2] * area[2];
            isCurved |= along < FLAT * length;
        }
        return new Known(isCurved, ofCorners);
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
            for (int k = 0; k < 3; k++) out[k] += shares[i] * last.ofCorners[3 * (corners[i] - from) + k];
        double length = Math.sqrt(out[0] * out[0] + out[1] * out[1] + out[2] * out[2]);
        if (!(length > 0.1)) return null;
        for (int k = 0; k < 3; k++) out[k] /= length;
        return out;
    }
}
