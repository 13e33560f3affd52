package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** The tree against looking at every pair of boxes. */
class BvhTest {
    static double[] boxes(int n, Random random, double size) {
        double[] b = new double[6 * n];
        for (int i = 0; i < n; i++) {
            for (int k = 0; k < 3; k++) {
                b[6 * i + k] = random.nextDouble() * 10;
                b[6 * i + 3 + k] = b[6 * i + k] + random.nextDouble() * size;
            }
        }
        return b;
    }

    static boolean touch(double[] p, int i, double[] q, int j) {
        for (int k = 0; k < 3; k++) {
            if (p[6 * i + k] > q[6 * j + 3 + k] || q[6 * j + k] > p[6 * i + 3 + k]) return false;
        }
        return true;
    }

    static long pair(int i, int j) {
        return (long) i << 32 | j;
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
