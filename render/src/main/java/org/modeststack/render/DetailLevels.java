package org.modeststack.render;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Vec3;

/**
 * Coarser forms of a mesh for pictures in which it is small: all vertices in one cell of a grid become one, in their
 * middle, and triangles that have lost a corner go (J. Rossignac and P. Borrel, "Multi-resolution 3D approximations for
 * rendering complex scenes", 1993). With cells no larger than a pixel the picture stays the same but for parts of pixels.
 * Each level is made when it is first needed, in time linear in the mesh, and kept with it.
 */
final class DetailLevels {
    /** Cells of the finest level for one diagonal of the mesh, as a power of two. */
    private static final int FINEST = 10;

    /** Meshes that have fewer triangles are drawn whole. */
    private static final int FEW = 600;

    /** A level that keeps more of the triangles is not worth its memory. */
    private static final double WORTH = 0.7;

    /** Set in the kind of edges that have one face. */
    static final int BORDER = 4;

    private final RenderMesh full;
    private final RenderMesh[] levels = new RenderMesh[FINEST + 1];

    DetailLevels(RenderMesh full) {
        this.full = full;
    }

    /**
     * A form of the mesh in which no vertex has moved farther than the diagonal of a cell.
     *
     * @param cell the length of a cell's sides that is fine enough, mm
     */
    RenderMesh fineEnough(double cell) {
        double diagonal = full.bounds.diagonal();
        if (full.triangleCount() < FEW || !(cell > 0) || !(diagonal > 0)) return full;
        int level = Math.max(0, (int) Math.ceil(Math.log(diagonal / cell) / Math.log(2)));
        if (level > FINEST) return full;
        synchronized (this) {
            if (levels[level] == null) {
                levels[level] = made(diagonal / (1 << level));
            }
            return levels[level];
        }
    }

    /** The level with cells of this length, or the mesh itself where that would keep most of the triangles. */
    private RenderMesh made(double cell) {
        int n = full.xyz.length / 3;
        int[] cellOf = new int[n];
        int count = cells(cell, cellOf);
        int[] kept = kept(cellOf);
        if (kept.length > WORTH * full.triangleCount()) return full;
        float[] xyz = new float[3 * count];
        int[] members = new int[count];
        for (int v = 0; v < n; v++) {
            int c = cellOf[v];
            members[c]++;
            for (int k = 0; k < 3; k++) xyz[3 * c + k] += full.xyz[3 * v + k];
        }
        for (int c = 0; c < count; c++) for (int k = 0; k < 3; k++) xyz[3 * c + k] /= members[c];
        return new RenderMesh(full, xyz, cellOf, kept, kinds(cellOf));
    }

    /** The triangles whose corners lie in three cells. */
    private int[] kept(int[] cellOf) {
        IntArrayList kept = new IntArrayList();
        int[] tri = full.triangles;
        for (int t = 0; t < full.triangleCount(); t++) {
            int a = cellOf[tri[3 * t]], b = cellOf[tri[3 * t + 1]], c = cellOf[tri[3 * t + 2]];
            if (a != b && b != c && c != a) kept.add(t);
        }
        return kept.toIntArray();
    }

    /** Numbers the cells that have vertices in them. */
    private int cells(double cell, int[] cellOf) {
        Vec3 low = new Vec3(full.bounds.minX(), full.bounds.minY(), full.bounds.minZ()).minus(full.origin);
        Long2IntOpenHashMap number = new Long2IntOpenHashMap();
        number.defaultReturnValue(-1);
        long row = (1 << FINEST) + 2L;
        for (int v = 0; v < cellOf.length; v++) {
            long x = (long) Math.max(0, (full.xyz[3 * v] - low.x()) / cell);
            long y = (long) Math.max(0, (full.xyz[3 * v + 1] - low.y()) / cell);
            long z = (long) Math.max(0, (full.xyz[3 * v + 2] - low.z()) / cell);
            long key = (x * row + y) * row + z;
            int known = number.get(key);
            if (known < 0) number.put(key, known = number.size());
            cellOf[v] = known;
        }
        return number.size();
    }

    /** For each pair of cells with an edge between them, the lower in the upper half of the key, the strongest kind. */
    private Long2IntOpenHashMap kinds(int[] cellOf) {
        Long2IntOpenHashMap kinds = new Long2IntOpenHashMap();
        for (int e = 0; e < full.edgeKind.length; e++) {
            int a = cellOf[full.edges[2 * e]], b = cellOf[full.edges[2 * e + 1]];
            if (a == b) continue;
            long pair = Edges.key(a, b);
            // A border counts for more than anything else.
            int kind = full.edgeNormals[2 * e + 1] == 0 ? RenderMesh.SHARP | BORDER : full.edgeKind[e];
            kinds.put(pair, Math.max(kinds.get(pair), kind));
        }
        return kinds;
    }
}
