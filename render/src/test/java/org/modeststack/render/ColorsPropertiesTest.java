package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.FloatRange;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link ColorsTest}'s subject for whatever is drawn at random. */
class ColorsPropertiesTest {

    @Property(tries = 100)
    void lightBeyondTheRangeIsCutOff(@ForAll @FloatRange(min = -3, max = 4) float light) {
        int c = Colors.toSrgb(light);
        assertTrue(c >= 0 && c <= 255);
        if (light <= 0) assertEquals(0, c);
        if (light >= 1) assertEquals(255, c);
    }

    @Property(tries = 100)
    void aMixLiesBetweenItsColours(
            @ForAll @IntRange(max = 0xFFFFFF) int a,
            @ForAll @IntRange(max = 0xFFFFFF) int b,
            @ForAll @FloatRange(min = -0.5f, max = 1.5f) float t) {
        int mixed = Colors.mix(a | 0xFF000000, b, t);
        assertEquals(0xFF, mixed >>> 24);
        for (int shift = 0; shift <= 16; shift += 8) {
            int x = a >> shift & 255, y = b >> shift & 255, m = mixed >> shift & 255;
            assertTrue(m >= Math.min(x, y) - 1 && m <= Math.max(x, y), x + " " + y + " " + m);
            if (t <= 0) assertEquals(x, m);
            if (t >= 1) assertEquals(y, m);
        }
    }
}
