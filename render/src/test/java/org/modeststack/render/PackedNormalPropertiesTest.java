package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.render.PackedNormalTest.FINEST;

import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;

/** What must hold of {@link PackedNormalTest}'s subject for whatever is drawn at random. */
class PackedNormalPropertiesTest {

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
}
