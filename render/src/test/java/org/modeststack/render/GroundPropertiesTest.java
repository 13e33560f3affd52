package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;

/** What must hold of {@link GroundTest}'s subject for whatever is drawn at random. */
class GroundPropertiesTest {

    @Property(tries = 200)
    void gridLinesAreARoundNumberApartAndNeitherDenseNorRare(@ForAll @DoubleRange(min = -4, max = 4) double exponent) {
        double pixelsPerMillimetre = Math.pow(10, exponent);
        double s = Ground.spacing(pixelsPerMillimetre);
        assertEquals(Math.rint(Math.log10(s)), Math.log10(s), 1e-9, "a power of ten");
        assertTrue(s * pixelsPerMillimetre >= 12 - 1e-6 && s * pixelsPerMillimetre < 120 + 1e-6);
    }
}
