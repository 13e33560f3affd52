package org.modeststack.mesh.select;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.work.Workers;

/** Middle and unit normal of each face, kept with its mesh. Three values a face. */
public final class FaceFrames implements Memory.Counted {
    private final Mesh mesh;
    private final double[] normals;
    /** Made when they are asked for, since most ask for normals only. */
    private volatile double @Nullable [] middles;

    private FaceFrames(Mesh mesh) {
        this.mesh = mesh;
        normals = Normals.ofFaces(mesh);
    }

    private static double[] middles(Mesh mesh) {
        double[] out = new double[3 * mesh.faceCount()];
        Workers.ranges(0, mesh.faceCount(), (first, last) -> {
            for (int f = first; f < last; f++) middle(mesh, f, out);
        });
        return out;
    }

    private static void middle(Mesh mesh, int f, double[] out) {
        double[] xyz = mesh.xyz();
        int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
        double x = 0, y = 0, z = 0;
        for (int c = from; c < to; c++) {
            int v = 3 * mesh.corners()[c];
            x += xyz[v];
            y += xyz[v + 1];
            z += xyz[v + 2];
        }
        out[3 * f] = x / (to - from);
        out[3 * f + 1] = y / (to - from);
        out[3 * f + 2] = z / (to - from);
    }

    public static FaceFrames of(Mesh mesh) {
        return mesh.derived(FaceFrames.class, FaceFrames::new);
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(normals);
        memory.addArray(middles);
    }

    /** Zero where a face has no area. */
    public double[] normals() {
        return normals;
    }

    /** The mean of a face's corners, mm. */
    public double[] middles() {
        double[] m = middles;
        if (m == null) middles = m = middles(mesh);
        return m;
    }

    /** The cosine of the angle between two faces' normals; 0 where one has no area. */
    public double cosine(int f, int g) {
        int i = 3 * f, j = 3 * g;
        return normals[i] * normals[j] + normals[i + 1] * normals[j + 1] + normals[i + 2] * normals[j + 2];
    }

    public Vec3 normal(int f) {
        return new Vec3(normals[3 * f], normals[3 * f + 1], normals[3 * f + 2]);
    }

    public Vec3 middle(int f) {
        double[] m = middles();
        return new Vec3(m[3 * f], m[3 * f + 1], m[3 * f + 2]);
    }
}
