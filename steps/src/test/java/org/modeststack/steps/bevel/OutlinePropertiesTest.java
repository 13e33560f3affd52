package org.modeststack.steps.bevel;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.awt.geom.Line2D;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link OutlineTest}'s subject for whatever is drawn at random. */
class OutlinePropertiesTest {
    /** Seen from a point inside all corners come one after another, so no sides can cross. */
    @Property(tries = 200)
    void starsAreSimple(@ForAll Random random, @ForAll @IntRange(min = 3, max = 60) int n) {
        double[] q = new double[2 * n];
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n, r = 0.2 + random.nextDouble();
            q[2 * i] = r * Math.cos(a);
            q[2 * i + 1] = r * Math.sin(a);
        }
        assertTrue(Outline.isSimple(q));
    }

    /** Against the runtime's own test of two segments, pair by pair. */
    @Property(tries = 300)
    void anyPolygon(@ForAll Random random, @ForAll @IntRange(min = 4, max = 12) int n) {
        double[] q = random.doubles(2L * n).toArray();
        boolean crosses = false;
        for (int i = 0; i < n; i++) {
            for (int j = i + 2; j < n; j++) {
                if (i == 0 && j == n - 1) continue;
                int a = 2 * i, b = 2 * ((i + 1) % n), c = 2 * j, d = 2 * ((j + 1) % n);
                crosses |= Line2D.linesIntersect(q[a], q[a + 1], q[b], q[b + 1], q[c], q[c + 1], q[d], q[d + 1]);
            }
        }
        assertEquals(!crosses, Outline.isSimple(q));
    }
}
