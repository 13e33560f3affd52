package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;

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

    @Test
    void aColourHasItsThreeParts() {
        assertEquals(0xFFFF0000, Colors.rgb(1, 0, 0));
        assertEquals(0xFF00FF00, Colors.rgb(0, 1, 0));
        assertEquals(0xFF0000FF, Colors.rgb(0, 0, 1));
    }
}
