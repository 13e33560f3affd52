package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.steps.combine.Booleans.assertClosed;
import static org.modeststack.steps.combine.Booleans.common;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;
import static org.modeststack.steps.combine.Booleans.volume;
import static org.modeststack.steps.combine.ManyOperandsTest.cubes;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.StepException;

/** What must hold of {@link ManyOperandsTest}'s subject for whatever is drawn at random. */
class ManyOperandsPropertiesTest {

    /** Inclusion and exclusion for three sets (any text on combinatorics). */
    @Property(tries = 60, shrinking = ShrinkingMode.OFF)
    void threeBodiesObeyInclusionAndExclusion(@ForAll @IntRange(max = 100000) int seed) throws StepException {
        Mesh[] m = cubes(3, seed, 0.9);
        double one = volume(m[0]) + volume(m[1]) + volume(m[2]);
        double two = volume(common(m[0], m[1])) + volume(common(m[0], m[2])) + volume(common(m[1], m[2]));
        Mesh all = union(m[0], m[1], m[2]), three = common(m[0], m[1], m[2]);
        assertClosed(all);
        assertClosed(three);
        assertEquals(one - two + volume(three), volume(all), 1e-11);
        assertEquals(volume(all), volume(m[0]) + volume(difference(union(m[1], m[2]), m[0])), 1e-11);
    }
}
