package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;

/** The middles of a mesh's elements in a grid of cubes, for finding which lie near a place. Kept with the mesh. */
final class PlaceIndex {
    /** All kinds of one mesh. */
    private static final class OfMesh implements Memory.Counted {
        /** A key and a value in a table that is three quarters full at the most. */
        private static final long ENTRY_BYTES = 16;

        final PlaceIndex[] kinds = new PlaceIndex[ElementKind.values().length];

        @Override
        public synchronized void count(Memory memory) {
            for (PlaceIndex p : kinds) {
                if (p == null) continue;
                memory.addArray(p.places);
                memory.addArray(p.next);
                memory.addBytes(ENTRY_BYTES * p.first.size());
            }
        }
    }

    private final double[] places;
    private final double cell;
    private final double lowX;
    private final double lowY;
    private final double lowZ;
    /** The first element of each cube; the others follow in {@link #next}. */
    private final Long2IntOpenHashMap first = new Long2IntOpenHashMap();

    private final int[] next;

    private PlaceIndex(Mesh mesh, ElementKind kind) {
        int n = Selection.count(mesh, kind);
        places = new double[3 * n];
        for (int i = 0; i < n; i++) {
            Vec3 p = Anchor.place(mesh, kind, i);
            places[3 * i] = p.x();
            places[3 * i + 1] = p.y();
            places[3 * i + 2] = p.z();
        }
        Bounds b = mesh.bounds();
        lowX = b.minX();
        lowY = b.minY();
        lowZ = b.minZ();
        // About one element in each cube that a surface goes through.
        cell = Math.max(b.diagonal() / Math.sqrt(Math.max(1, n)), 1e-12);
        first.defaultReturnValue(-1);
        next = new int[n];
        Arrays.fill(next, -1);
        for (int i = 0; i < n; i++)
            next[i] = first.put(
                    cube(at(places[3 * i] - lowX), at(places[3 * i + 1] - lowY), at(places[3 * i + 2] - lowZ)), i);
    }

    static PlaceIndex of(Mesh mesh, ElementKind kind) {
        OfMesh all = mesh.derived(OfMesh.class, _ -> new OfMesh());
        synchronized (all) {
            PlaceIndex p = all.kinds[kind.ordinal()];
            if (p == null) all.kinds[kind.ordinal()] = p = new PlaceIndex(mesh, kind);
            return p;
        }
    }

    private long at(double d) {
        return (long) Math.floor(d / cell);
    }

    private static long cube(long x, long y, long z) {
        return (x & 0x1FFFFF) << 42 | (y & 0x1FFFFF) << 21 | z & 0x1FFFFF;
    }

    /** Fills {@code out} with the elements whose middles lie within a distance of a place. */
    void near(Vec3 place, double reach, IntArrayList out) {
        out.clear();
        double x = place.x() - lowX, y = place.y() - lowY, z = place.z() - lowZ;
        long span = at(x + reach) - at(x - reach);
        if (span > 64) {
            for (int i = 0; i < next.length; i++) if (far2(i, place) <= reach * reach) out.add(i);
            return;
        }
        for (long i = at(x - reach); i <= at(x + reach); i++) {
            for (long j = at(y - reach); j <= at(y + reach); j++) {
                for (long k = at(z - reach); k <= at(z + reach); k++) {
                    for (int e = first.get(cube(i, j, k)); e >= 0; e = next[e])
                        if (far2(e, place) <= reach * reach) out.add(e);
                }
            }
        }
    }

    private double far2(int e, Vec3 p) {
        double x = places[3 * e] - p.x(), y = places[3 * e + 1] - p.y(), z = places[3 * e + 2] - p.z();
        return x * x + y * y + z * z;
    }
}
