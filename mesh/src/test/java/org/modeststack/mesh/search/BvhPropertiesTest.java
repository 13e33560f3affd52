package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.search.BvhTest.boxes;
import static org.modeststack.mesh.search.BvhTest.pair;
import static org.modeststack.mesh.search.BvhTest.touch;

import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link BvhTest}'s subject for whatever is drawn at random. */
class BvhPropertiesTest {

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
    void piecesOfOverlapsAreTogetherWhatThereIsInOne(
            @ForAll int seed, @ForAll @IntRange(max = 300) int n, @ForAll @IntRange(min = 2, max = 60) int about) {
        Bvh tree = new Bvh(boxes(n, new Random(seed), 1.5));
        Set<Long> found = new HashSet<>(), wanted = new HashSet<>();
        tree.overlapsSelf((i, j) -> wanted.add(pair(Math.min(i, j), Math.max(i, j))));
        SelfOverlaps pieces = new SelfOverlaps(tree, about);
        for (int k = 0; k < pieces.pieces(); k++)
            pieces.visit(k, (i, j) -> assertTrue(found.add(pair(Math.min(i, j), Math.max(i, j))), "in one piece only"));
        assertEquals(wanted, found);
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
}
