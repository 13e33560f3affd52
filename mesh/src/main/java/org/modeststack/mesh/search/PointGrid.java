package org.modeststack.mesh.search;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import java.util.function.IntConsumer;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Memory;

/**
 * Points in a hashed grid of cubes, for finding those near a place. Points that share a cube, and those of cubes whose keys
 * happen to be alike, form a chain: who looks gets more than lie near, and measures for himself.
 */
public final class PointGrid implements Memory.Counted {
    /** No number of a cube is farther from 0. */
    private static final double FARTHEST = 0x1p62;

    /** A key and a value in a table that is three quarters full at the most. */
    private static final long ENTRY_BYTES = 16;

    private final double cell;
    /** The last point of each cube; the one before it stands in {@link #before}. */
    private final Long2IntOpenHashMap last;

    private final int[] before;

    /**
     * @param cell the width of a cube: about as wide as the distances that are looked for, or a little wider
     * @param capacity points are numbered from 0 up to and without this
     */
    public PointGrid(double cell, int capacity) {
        this.cell = cell;
        last = new Long2IntOpenHashMap(capacity);
        last.defaultReturnValue(-1);
        before = new int[capacity];
        Arrays.fill(before, -1);
    }

    private long at(double d) {
        // What lies beyond the numbers of cubes shares the outermost, and loops over cubes come to an end.
        return (long) Math.floor(Math.clamp(d / cell, -FARTHEST, FARTHEST));
    }

    public void add(int point, double x, double y, double z) {
        before[point] = last.put(Keys.of(at(x), at(y), at(z)), point);
    }

    /** How many cubes a distance reaches over along an axis, at the most. */
    public double span(double reach) {
        return 2 * reach / cell + 1;
    }

    /** Visits all points within a distance along each axis, and some that are farther away. */
    public void near(double x, double y, double z, double reach, IntConsumer visitor) {
        long i1 = at(x + reach), j1 = at(y + reach), k1 = at(z + reach);
        for (long i = at(x - reach); i <= i1; i++)
            for (long j = at(y - reach); j <= j1; j++)
                for (long k = at(z - reach); k <= k1; k++)
                    for (int p = last.get(Keys.of(i, j, k)); p >= 0; p = before[p]) visitor.accept(p);
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(before);
        memory.addBytes(ENTRY_BYTES * last.size());
    }
}
