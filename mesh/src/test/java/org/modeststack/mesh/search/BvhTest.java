package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** The tree against looking at every pair of boxes. */
class BvhTest {
    private static double[] boxes(int n, Random random, double size) {
        double[] b = new double[6 * n];
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < 3; k++) {
                b[6 * i + k] = random.nextDouble() * 10;
                b[6 * i + 3 + k] = b[6 * i + k] + random.nextDouble() * size;
            }
        }
        return b;
    }

    private static boolean touch(double[] p, int i, double[] q, int j) {
        for (int k = 0; k < 3; k++) {
            if (p[6 * i + k] > q[6 * j + 3 + k] || q[6 * j + k] > p[6 * i + 3 + k]) return false;
        }
        return true;
    }

    private static long pair(int i, int j) {
        return (long) i << 32 | j;
    }

    @Property(tries = 100)
    void overlapsOfTwoTreesAreExactlyThePairsThatTouch(
            @ForAll int seed, @ForAll @IntRange(max = 120) int n, @ForAll @IntRange(max = 120) int m) {
        Random random = new Random(seed);
        double[] a = boxes(n, random, 2), b = boxes(m, random, 2);
        Set<Long> found = new HashSet<>(), wanted = new HashSet<>();
        new Bvh(a).overlaps(new Bvh(b), (i, j) -> assertTrue(found.add(pair(i, j)), "each pair once"));
        for (int i = 0; i < n; i++) for (int j = 0; j < m; j++) if (touch(a, i, b, j)) wanted.add(pair(i, j));
        assertEquals(wanted, found);
    }

    @Property(tries = 100)
    void overlapsWithItselfMissNoPairAndNameEachOnce(@ForAll int seed, @ForAll @IntRange(max = 150) int n) {
        double[] a = boxes(n, new Random(seed), 1.5);
        Set<Long> found = new HashSet<>();
        new Bvh(a)
                .overlapsSelf((i, j) -> assertTrue(found.add(pair(Math.min(i, j), Math.max(i, j))), "each pair once"));
        for (int i = 0; i < n; i++) {
            for (int j = i + 1; j < n; j++) {
                if (touch(a, i, a, j)) assertTrue(found.contains(pair(i, j)), i + " and " + j);
            }
        }
        for (long p : found) assertTrue((int) (p >>> 32) != (int) p, "no item with itself");
    }

    @Property(tries = 100)
    void raysMeetExactlyTheBoxesAhead(
            @ForAll int seed, @ForAll @IntRange(min = 1, max = 100) int n, @ForAll @IntRange(max = 2) int axis) {
        Random random = new Random(seed);
        double[] a = boxes(n, random, 3);
        double[] from = {random.nextDouble() * 10, random.nextDouble() * 10, random.nextDouble() * 10};
        Set<Integer> found = new HashSet<>(), wanted = new HashSet<>();
        new Bvh(a).along(axis, from, 0, found::add);
        for (int i = 0; i < n; i++) {
            boolean meets = from[axis] <= a[6 * i + 3 + axis];
            for (int k = 0; k < 3; k++) {
                if (k != axis) meets &= from[k] >= a[6 * i + k] && from[k] <= a[6 * i + 3 + k];
            }
            if (meets) wanted.add(i);
        }
        assertEquals(wanted, found);
    }

    @Test
    void boxesThatAllCoincideAreSplitAllTheSame() {
        double[] a = new double[6 * 1000];
        int[] pairs = {0};
        new Bvh(a).overlapsSelf((_, _) -> pairs[0]++);
        assertEquals(1000 * 999 / 2, pairs[0]);
    }

    @Test
    void anEmptyTreeHasNothing() {
        Bvh none = new Bvh(new double[0]);
        none.overlapsSelf((_, _) -> {
            throw new AssertionError("a pair of nothing");
        });
        none.within(0, 0, 0, 1, 1, 1, _ -> {
            throw new AssertionError("an item of nothing");
        });
        assertTrue(none.box()[0] > none.box()[3]);
    }

    @Test
    void theWholeBox() {
        double[] a = {0, 1, 2, 3, 4, 5, -1, 2, 2, 0, 9, 2};
        assertArrayEquals(new double[] {-1, 1, 2, 3, 9, 5}, new Bvh(a).box());
    }
}
