package org.modeststack.steps.patch;

import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/** The colours with which new faces between borders go on; does nothing where the mesh has none. */
final class Paint {
    private final float @Nullable [] colors;
    private final MeshBuilder b;
    /** Red, green, blue and alpha of vertices of the builder. */
    private final Map<Integer, float[]> of = new HashMap<>();

    /** @param b what is added to it is painted */
    Paint(Mesh mesh, MeshBuilder b) {
        colors = mesh.cornerColors();
        this.b = b;
    }

    private float[] known(int vertex) {
        return Objects.requireNonNull(of.get(vertex), "a vertex without a colour");
    }

    /** A vertex that was there has the colour of a corner of the mesh. */
    void like(int vertex, int corner) {
        if (colors == null) return;
        float[] c = new float[4];
        System.arraycopy(colors, 4 * corner, c, 0, 4);
        of.put(vertex, c);
    }

    /**
     * A vertex between two others.
     *
     * @param share how far it is from the first on the way to the second, 0 to 1
     */
    void between(int vertex, int first, int second, double share) {
        if (colors == null) return;
        float[] c = new float[4];
        float[] p = known(first), q = known(second);
        for (int k = 0; k < 4; k++) c[k] = (float) ((1 - share) * p[k] + share * q[k]);
        of.put(vertex, c);
    }

    /** A vertex amid others has their mean. */
    void amid(int vertex, int[] others) {
        if (colors == null) return;
        float[] c = new float[4];
        for (int v : others) {
            float[] p = known(v);
            for (int k = 0; k < 4; k++) c[k] += p[k] / others.length;
        }
        of.put(vertex, c);
    }

    /** A new face of vertices whose colours are known. */
    void face(int face, int... ring) {
        for (int i = 0; colors != null && i < ring.length; i++) {
            float[] c = known(ring[i]);
            b.color(b.firstCorner(face) + i, c[0], c[1], c[2], c[3]);
        }
    }
}
