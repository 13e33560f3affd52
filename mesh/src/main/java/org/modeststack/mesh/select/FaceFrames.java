package org.modeststack.mesh.select;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;

/** Middle and unit normal of each face, kept with its mesh. Three values a face. */
public final class FaceFrames {
    private final double[] normals;
    private final double[] middles;

    private FaceFrames(Mesh mesh) {
        normals = Normals.ofFaces(mesh);
        middles = new double[3 * mesh.faceCount()];
        double[] xyz = mesh.xyz();
        for (int f = 0; f < mesh.faceCount(); f++) {
            int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
            double x = 0, y = 0, z = 0;
            for (int c = from; c < to; c++) {
                int v = 3 * mesh.corners()[c];
                x += xyz[v];
                y += xyz[v + 1];
                z += xyz[v + 2];
            }
            middles[3 * f] = x / (to - from);
            middles[3 * f + 1] = y / (to - from);
            middles[3 * f + 2] = z / (to - from);
        }
    }

    public static FaceFrames of(Mesh mesh) {
        return mesh.derived(FaceFrames.class, FaceFrames::new);
    }

    /** Zero where a face has no area. */
    public double[] normals() {
        return normals;
    }

    /** The mean of a face's corners, mm. */
    public double[] middles() {
        return middles;
    }

    public Vec3 normal(int f) {
        return new Vec3(normals[3 * f], normals[3 * f + 1], normals[3 * f + 2]);
    }

    public Vec3 middle(int f) {
        return new Vec3(middles[3 * f], middles[3 * f + 1], middles[3 * f + 2]);
    }
}
