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
        middles(mesh.xyz(), mesh.offsets(), mesh.corners(), out, 0);
        return out;
    }

    /**
     * The means of the corners of faces that are given as arrays, for those who have no mesh of them. On all cores.
     *
     * @param xyz 3 doubles a vertex
     * @param out receives 3 doubles a face, in their order
     * @param at where the first goes
     */
    public static void middles(double[] xyz, int[] offsets, int[] corners, double[] out, int at) {
        Workers.ranges(0, offsets.length - 1, (first, last) -> {
            for (int f = first; f < last; f++) {
                int from = offsets[f], to = offsets[f + 1], n = to - from, o = at + 3 * f;
                double x = 0, y = 0, z = 0;
                for (int c = from; c < to; c++) {
                    int v = 3 * corners[c];
                    x += xyz[v];
                    y += xyz[v + 1];
                    z += xyz[v + 2];
                }
                out[o] = x / n;
                out[o + 1] = y / n;
                out[o + 2] = z / n;
            }
        });
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
