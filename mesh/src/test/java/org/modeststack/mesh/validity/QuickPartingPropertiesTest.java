package org.modeststack.mesh.validity;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.exact.Predicates;

/** What the quick look says must be what the exact one says: on a grid, on slivers, and a hair's breadth off a grid. */
class QuickPartingPropertiesTest {
    @Property(tries = 200)
    void whatIsQuicklyApartIsApart(@ForAll Random random) {
        int apart = 0, all = 0;
        for (int i = 0; i < 400; i++) {
            double[] p = new double[18];
            double hair = random.nextInt(3) == 0 ? 0 : Math.pow(10, -5 - random.nextInt(12));
            int grid = 2 + random.nextInt(3);
            for (int k = 0; k < 18; k++)
                p[k] = 1000 * random.nextInt(2) + random.nextInt(grid) + hair * random.nextGaussian();
            int[] t = {0, 1, 2, 3, 4, 5};
            // With none, one or two vertices in common.
            int shared = random.nextInt(3);
            if (shared > 0) t[3] = random.nextInt(3);
            if (shared > 1) t[4] = (t[3] + 1 + random.nextInt(2)) % 3;
            if (isFlat(p, t, 0) || isFlat(p, t, 3)) continue;
            boolean exact = new TrianglePair(p).relation(t, 0, 3) == TrianglePair.Relation.APART;
            boolean quick = new QuickParting(p).areApart(t, 0, 3);
            assertTrue(!quick || exact, Arrays.toString(p) + Arrays.toString(t));
            if (exact) all++;
            if (quick) apart++;
        }
        assertTrue(apart > all / 5, apart + " of " + all + " found quickly");
    }

    private static boolean isFlat(double[] p, int[] t, int from) {
        return Predicates.areOnOneLine(p, 3 * t[from], 3 * t[from + 1], 3 * t[from + 2]);
    }
}
