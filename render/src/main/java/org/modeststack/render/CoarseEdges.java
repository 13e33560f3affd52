package org.modeststack.render;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Edges;

/**
 * The sides of the triangles of a coarse form, each once, with the normals of the triangles beside it: so its outline is a
 * line without gaps, wherever it runs.
 */
final class CoarseEdges {
    private final float[] xyz;
    private final IntArrayList edges = new IntArrayList();
    private final IntArrayList normals = new IntArrayList();
    private final IntArrayList kinds = new IntArrayList();

    /** @param known the kinds of edges of the mesh; other sides are no edges and show in outlines alone */
    CoarseEdges(float[] xyz, int[] triangles, Long2IntOpenHashMap known) {
        this.xyz = xyz;
        Long2IntOpenHashMap number = new Long2IntOpenHashMap();
        number.defaultReturnValue(-1);
        for (int t = 0; t < triangles.length; t += 3) {
            int normal = normal(triangles[t], triangles[t + 1], triangles[t + 2]);
            for (int k = 0; k < 3; k++) side(triangles[t + k], triangles[t + (k + 1) % 3], normal, number, known);
        }
    }

    private void side(int a, int b, int normal, Long2IntOpenHashMap number, Long2IntOpenHashMap known) {
        long pair = Edges.key(a, b);
        int e = number.get(pair);
        if (e >= 0) {
            // The second of two; where more meet the last one counts.
            normals.set(2 * e + 1, normals.getInt(2 * e + 1) == 0 ? 0 : normal);
            return;
        }
        number.put(pair, kinds.size());
        edges.add(Math.min(a, b));
        edges.add(Math.max(a, b));
        int kind = known.get(pair);
        normals.add(normal);
        // One whose other triangle has become too small is no border for that.
        normals.add((kind & DetailLevels.BORDER) != 0 ? 0 : normal);
        kinds.add(kind & ~DetailLevels.BORDER);
    }

    private int normal(int a, int b, int c) {
        float ux = xyz[3 * b] - xyz[3 * a], uy = xyz[3 * b + 1] - xyz[3 * a + 1], uz = xyz[3 * b + 2] - xyz[3 * a + 2];
        float vx = xyz[3 * c] - xyz[3 * a], vy = xyz[3 * c + 1] - xyz[3 * a + 1], vz = xyz[3 * c + 2] - xyz[3 * a + 2];
        int n = PackedNormal.of(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx);
        // A triangle without area has none, which would say that there is no second one.
        return n == 0 ? PackedNormal.of(0, 0, 1) : n;
    }

    int[] edges() {
        return edges.toIntArray();
    }

    int[] normals() {
        return normals.toIntArray();
    }

    byte[] kinds() {
        byte[] out = new byte[kinds.size()];
        for (int i = 0; i < out.length; i++) out[i] = (byte) kinds.getInt(i);
        return out;
    }
}
