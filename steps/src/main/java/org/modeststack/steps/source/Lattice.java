package org.modeststack.steps.source;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/** Quads on the sheets of a block of n[0] × n[1] × n[2] cells; sheets share the vertices where they meet. */
final class Lattice {
    private final long seed;
    private final int[] n;
    private final double[] low;
    private final double[] size;
    private final MeshBuilder builder = new MeshBuilder(64, 64);
    private final Long2IntOpenHashMap vertices = new Long2IntOpenHashMap();

    Lattice(long seed, int[] n, double[] low, double[] size) {
        this.seed = seed;
        this.n = n;
        this.low = low;
        this.size = size;
        vertices.defaultReturnValue(-1);
    }

    /** Adds the sheet square to an axis at cell border {@code at}; it looks down the axis at 0 and up it elsewhere. */
    void sheet(int axis, int at) {
        int u = (axis + 1) % 3, v = (axis + 2) % 3;
        int material = builder.material(Material.DEFAULT.name());
        int[] i = new int[3];
        i[axis] = at;
        long sheetKey = Keys.of(seed, 0x5EE7, axis, at == 0 ? 0 : 1);
        for (int b = 0; b < n[v]; b++) {
            for (int a = 0; a < n[u]; a++) {
                int p = corner(i, u, a, v, b), q = corner(i, u, a + 1, v, b);
                int r = corner(i, u, a + 1, v, b + 1), s = corner(i, u, a, v, b + 1);
                long key = Keys.of(sheetKey, Keys.fraction(a, n[u]), Keys.fraction(b, n[v]));
                if (at == 0) builder.face(key, material, p, s, r, q);
                else builder.face(key, material, p, q, r, s);
            }
        }
    }

    private int corner(int[] i, int u, int a, int v, int b) {
        i[u] = a;
        i[v] = b;
        long id = ((long) i[0] * (n[1] + 1) + i[1]) * (n[2] + 1) + i[2];
        int known = vertices.get(id);
        if (known >= 0) return known;
        long key = seed;
        double[] p = new double[3];
        for (int k = 0; k < 3; k++) {
            key = Keys.of(key, k, Keys.fraction(i[k], n[k]));
            // Measured from the middle, so that opposite corners mirror each other to the last bit.
            p[k] = low[k] + size[k] / 2 + size[k] * (2 * i[k] - n[k]) / (2.0 * n[k]);
        }
        int made = builder.vertex(p[0], p[1], p[2], key);
        vertices.put(id, made);
        return made;
    }

    Mesh build() {
        return builder.build();
    }
}
