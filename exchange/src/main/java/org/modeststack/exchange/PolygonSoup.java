package org.modeststack.exchange;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/**
 * Collects what a file says and makes a mesh of it. A file has no history, so keys follow from places: a vertex is where
 * it is, a face is its vertices; things at the same place are told apart by their order.
 */
public final class PolygonSoup {
    private final MeshBuilder builder = new MeshBuilder(1024, 1024);
    private final Long2IntOpenHashMap seen = new Long2IntOpenHashMap();
    private int dropped;

    public int vertexCount() {
        return builder.vertexCount();
    }

    public int vertex(double x, double y, double z) {
        return builder.vertex(x, y, z, unique(placeKey(x, y, z)));
    }

    private static long placeKey(double x, double y, double z) {
        // Adding zero makes one of the two zeros.
        return Keys.of(
                Double.doubleToLongBits(x + 0.0), Double.doubleToLongBits(y + 0.0), Double.doubleToLongBits(z + 0.0));
    }

    private long unique(long key) {
        int n = seen.addTo(key, 1);
        return n == 0 ? key : Keys.of(key, n);
    }

    public int material(String name) {
        return builder.material(name);
    }

    /** Adds a face; sides of no length are taken out, and a face with fewer than three corners left is left out. */
    public void face(int material, int[] ring, int sides) {
        int n = 0;
        for (int i = 0; i < sides; i++) {
            if (n > 0 && ring[n - 1] == ring[i]) continue;
            ring[n++] = ring[i];
        }
        while (n > 1 && ring[n - 1] == ring[0]) n--;
        if (n < 3) {
            dropped++;
            return;
        }
        long key = 0;
        for (int i = 0; i < n; i++) key += Keys.mix(builder.vertexKey(ring[i]));
        builder.face(unique(Keys.of(0xFACE, key)), material, ring, 0, n);
    }

    /** Faces that were left out because they had no area. */
    public int dropped() {
        return dropped;
    }

    public Mesh build() {
        return builder.build();
    }
}
