package org.modeststack.steps.combine.arrange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.arrange.FacetTriangulationTest.assertSound;
import static org.modeststack.steps.combine.arrange.FacetTriangulationTest.isFixed;
import static org.modeststack.steps.combine.arrange.FacetTriangulationTest.onGrid;
import static org.modeststack.steps.combine.arrange.FacetTriangulationTest.points;
import static org.modeststack.steps.combine.arrange.FacetTriangulationTest.start;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link FacetTriangulationTest}'s subject for whatever is drawn at random. */
class FacetTriangulationPropertiesTest {

    /** Points on a coarse grid, so that many lie on lines, on sides and on circles with each other. */
    @Property(tries = 200)
    void anyPointsCanBePutIn(@ForAll int seed, @ForAll @IntRange(max = 80) int n) {
        int size = 12;
        Points points = points(size, onGrid(new Random(seed), n, size));
        FacetTriangulation f = start(points);
        int last = points.count();
        for (int p = 3; p < last; p++) f.insert(p);
        for (int p = 3; p < last; p++) f.insert(p);
        assertSound(points, f, size);
        Set<Integer> used = new HashSet<>();
        int border = 0;
        for (int t = 0; t < f.count(); t++) {
            for (int i = 0; i < 3; i++) {
                used.add(f.corner(t, i));
                if (f.across(t, i) < 0) border++;
            }
        }
        assertEquals(last, used.size(), "every point is a corner");
        // Euler: triangles = 2 V − 2 − sides of the border.
        assertEquals(2 * last - 2 - border, f.count());
    }

    /** A closed chain of segments, as a hole makes it. */
    @Property(tries = 100)
    void aRingOfSegmentsIsLaid(@ForAll int seed, @ForAll @IntRange(min = 3, max = 40) int n) {
        int size = 4000;
        Random random = new Random(seed);
        List<int[]> ring = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n, r = 300 + random.nextInt(500);
            ring.add(new int[] {(int) (1200 + r * Math.cos(a)), (int) (1200 + r * Math.sin(a))});
        }
        Points points = points(size, ring);
        FacetTriangulation f = start(points);
        IntArrayList order = new IntArrayList();
        for (int i = 0; i < n; i++) order.add(3 + i);
        java.util.Collections.shuffle(order, random);
        for (int p : order) f.insert(p);
        for (int i = 0; i < n; i++) f.force(3 + i, 3 + (i + 1) % n);
        assertSound(points, f, size);
        for (int i = 0; i < n; i++) assertTrue(isFixed(f, 3 + i, 3 + (i + 1) % n), "segment " + i);
    }
}
