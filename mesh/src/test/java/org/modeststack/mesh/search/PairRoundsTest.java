package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class PairRoundsTest {
    private static final long PLENTY = 1L << 40;

    private static TrianglePairs.Kept kept(double[] xyz, IntPredicate asked, long first, long allowed) {
        int[] triangles = IntStream.range(0, xyz.length / 3).toArray();
        TrianglePairs.Boxes boxes = TrianglePairs.Boxes.of(xyz, triangles, asked);
        return boxes == null
                ? new TrianglePairs.Kept(List.of(), true)
                : new PairRounds(boxes, () -> (s, t) -> (s + t) % 3 > 0, first, allowed).kept();
    }

    private static double[] soup(Random r, int triangles, double size) {
        double[] xyz = new double[9 * triangles];
        for (int t = 0; t < triangles; t++) {
            double x = r.nextDouble(), y = r.nextDouble(), z = r.nextDouble();
            for (int v = 0; v < 3; v++) {
                xyz[9 * t + 3 * v] = x + size * r.nextDouble();
                xyz[9 * t + 3 * v + 1] = y + size * r.nextDouble();
                xyz[9 * t + 3 * v + 2] = z + size * r.nextDouble();
            }
        }
        return xyz;
    }

    private static Set<Long> set(TrianglePairs.Kept kept) {
        Set<Long> out = new HashSet<>();
        for (LongArrayList piece : kept.pieces()) for (long p : piece) assertTrue(out.add(p), "each pair once");
        return out;
    }

    /** With little allowed some pairs are missing and it is said; nothing depends on which thread came first. */
    @Property(tries = 20)
    void whatIsFoundWithLittleIsPartOfWhatThereIs(
            @ForAll long seed,
            @ForAll @IntRange(min = 1, max = 6000) int count,
            @ForAll @IntRange(max = 3) int spared) {
        double[] xyz = soup(new Random(seed), count, 4 / Math.cbrt(count));
        IntPredicate asked = t -> t % 4 >= spared;
        TrianglePairs.Kept all = kept(xyz, asked, 1 << 18, PLENTY);
        assertTrue(all.isWhole());
        Set<Long> wanted = set(all);
        for (long allowed = 100; allowed < PLENTY; allowed *= 30) {
            TrianglePairs.Kept some = kept(xyz, asked, 16, allowed);
            assertEquals(some, kept(xyz, asked, 16, allowed));
            Set<Long> found = set(some);
            assertTrue(wanted.containsAll(found));
            if (some.isWhole()) assertEquals(wanted, found);
            assertTrue(33L * found.size() <= allowed + 64L * some.pieces().size(), "no more than is allowed");
        }
        assertEquals(wanted, set(kept(xyz, asked, 1, PLENTY)), "however low the limit begins");
    }
}
