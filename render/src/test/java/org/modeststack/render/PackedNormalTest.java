package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

class PackedNormalTest {
    /** Half a step of 1/511 in each of three components, as an angle, with the rounding of floats. */
    private static final double FINEST = Math.toDegrees(Math.sqrt(3) * 0.5 / 511) + 1e-3;

    @Property(tries = 500)
    void aDirectionComesBackWithinATenthOfADegree(
            @ForAll @DoubleRange(min = -1, max = 1) double x,
            @ForAll @DoubleRange(min = -1, max = 1) double y,
            @ForAll @DoubleRange(min = -1, max = 1) double z,
            @ForAll @DoubleRange(min = -6, max = 6) double exponent) {
        double size = Math.pow(10, exponent);
        double l = Math.sqrt(x * x + y * y + z * z);
        Assume.that(l > 1e-3);
        int n = PackedNormal.of((float) (x * size), (float) (y * size), (float) (z * size));
        double a = PackedNormal.x(n), b = PackedNormal.y(n), c = PackedNormal.z(n);
        double cos = (a * x + b * y + c * z) / l / Math.sqrt(a * a + b * b + c * c);
        assertTrue(Math.toDegrees(Math.acos(Math.min(1, cos))) <= FINEST);
    }

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
