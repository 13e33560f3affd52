package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.Int2DoubleLinkedOpenHashMap;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/**
 * The values at corners, such as colours, with which new faces between borders go on; does nothing where the mesh has none.
 */
final class Paint {
    private final Mesh mesh;
    private final boolean isIdle;
    private final MeshBuilder b;
    /** For vertices of the builder by what share each old corner is in them. */
    private final Map<Integer, Int2DoubleLinkedOpenHashMap> of = new HashMap<>();

    /** @param b what is added to it is painted */
    Paint(Mesh mesh, MeshBuilder b) {
        this.mesh = mesh;
        isIdle = !mesh.hasCornerValues();
        this.b = b;
    }

    private Int2DoubleLinkedOpenHashMap known(int vertex) {
        return Objects.requireNonNull(of.get(vertex), "a vertex of which nothing is known");
    }

    /** A vertex that was there is like a corner of the mesh. */
    void like(int vertex, int corner) {
        if (isIdle) return;
        Int2DoubleLinkedOpenHashMap one = new Int2DoubleLinkedOpenHashMap();
        one.put(corner, 1);
        of.put(vertex, one);
    }

    /**
     * A vertex between two others.
     *
     * @param share how far it is from the first on the way to the second, 0 to 1
     */
    void between(int vertex, int first, int second, double share) {
        if (isIdle) return;
        Int2DoubleLinkedOpenHashMap mixed = new Int2DoubleLinkedOpenHashMap();
        add(mixed, first, 1 - share);
        add(mixed, second, share);
        of.put(vertex, mixed);
    }

    /** A vertex amid others has their mean. */
    void amid(int vertex, int[] others) {
        if (isIdle) return;
        Int2DoubleLinkedOpenHashMap mixed = new Int2DoubleLinkedOpenHashMap();
        for (int v : others) add(mixed, v, 1.0 / others.length);
        of.put(vertex, mixed);
    }

    private void add(Int2DoubleLinkedOpenHashMap to, int vertex, double share) {
        known(vertex).int2DoubleEntrySet().forEach(e -> to.addTo(e.getIntKey(), share * e.getDoubleValue()));
    }

    /** A new face of vertices of which all is known. */
    void face(int face, int... ring) {
        for (int i = 0; !isIdle && i < ring.length; i++) {
            Int2DoubleLinkedOpenHashMap c = known(ring[i]);
            b.cornerMix(
                    b.firstCorner(face) + i,
                    mesh,
                    c.keySet().toIntArray(),
                    c.values().toDoubleArray());
        }
    }
}
