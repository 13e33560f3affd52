package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link KeysTest}'s subject for whatever is drawn at random. */
class KeysPropertiesTest {
    @Property
    void anEdgesKeyDoesNotDependOnItsDirection(@ForAll long a, @ForAll long b) {
        assertEquals(Keys.ofPair(a, b), Keys.ofPair(b, a));
    }

    @Property
    void orderMattersForParentAndRole(@ForAll @IntRange(max = 1000) int a, @ForAll @IntRange(max = 1000) int b) {
        if (a != b) assertNotEquals(Keys.of(a, b), Keys.of(b, a));
    }

    /** Half, quarters and so on are the same place of a ring whatever its count. */
    @Property
    void aPlaceOnARingKeepsItsNumberWhenTheCountIsMultiplied(
            @ForAll @IntRange(max = 500) int i,
            @ForAll @IntRange(min = 1, max = 500) int n,
            @ForAll @IntRange(min = 1, max = 40) int times) {
        assertEquals(Keys.fraction(i, n), Keys.fraction((long) i * times, (long) n * times));
    }
}
