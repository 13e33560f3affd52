package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import org.junit.jupiter.api.Test;

class PackedNormalTest {
    /** Half a step of 1/511 in each of three components, as an angle, with the rounding of floats. */
    static final double FINEST = Math.toDegrees(Math.sqrt(3) * 0.5 / 511) + 1e-3;

    @Test
    void noDirectionIsNoNormalAndEveryDirectionIsOne() {
        assertEquals(0, PackedNormal.of(0, 0, 0));
        assertEquals(0, PackedNormal.of(Float.NaN, 1, 0));
        for (int axis = 0; axis < 3; axis++) {
            for (int sign = -1; sign <= 1; sign += 2) {
                float[] v = new float[3];
                v[axis] = sign;
                int n = PackedNormal.of(v[0], v[1], v[2]);
                assertNotEquals(0, n);
                assertEquals(v[0], PackedNormal.x(n));
                assertEquals(v[1], PackedNormal.y(n));
                assertEquals(v[2], PackedNormal.z(n));
            }
        }
    }
}
