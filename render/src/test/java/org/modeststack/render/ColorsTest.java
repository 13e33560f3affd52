package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.FloatRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ColorsTest {
    @ParameterizedTest
    @CsvSource({
        // sRGB byte, linear light by the formula of IEC 61966-2-1, worked out with nine digits.
        "0, 0",
        "1, 0.000303527",
        "10, 0.003035270",
        "11, 0.003346536",
        "128, 0.215860500",
        "188, 0.502886458",
        "255, 1"
    })
    void linearLightFollowsTheStandard(int srgb, double linear) {
        assertEquals(linear, Colors.toLinear(srgb), 1e-7);
    }

    @Test
    void brightTonesComeBackAndDarkOnesNearly() {
        for (int i = 0; i < 256; i++) {
            int back = Colors.toSrgb(Colors.toLinear(i));
            assertEquals(i, back, i < 40 ? 1 : 0, "tone " + i);
        }
    }

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

    @Test
    void aColourHasItsThreeParts() {
        assertEquals(0xFFFF0000, Colors.rgb(1, 0, 0));
        assertEquals(0xFF00FF00, Colors.rgb(0, 1, 0));
        assertEquals(0xFF0000FF, Colors.rgb(0, 0, 1));
    }
}
