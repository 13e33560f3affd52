package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.BooleanStepTest.solid;
import static org.modeststack.steps.combine.Booleans.assertIdentities;
import static org.modeststack.steps.combine.Booleans.common;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;

/** What must hold of {@link BooleanStepTest}'s subject for whatever is drawn at random. */
class BooleanStepPropertiesTest {

    @Property(tries = 250, shrinking = ShrinkingMode.OFF)
    void identitiesInRandomPoses(
            @ForAll @IntRange(max = 6) int first, @ForAll @IntRange(max = 6) int second, @ForAll int seed)
            throws StepException {
        Random random = new Random(seed);
        Mesh a = MeshFixtures.posed(solid(first), random, 0.2), b = MeshFixtures.posed(solid(second), random, 1);
        assertIdentities(a, b, 1e-12);
        for (Mesh m : new Mesh[] {union(a, b), difference(a, b), common(a, b)}) {
            Validity shape = Validity.of(m);
            assertTrue(shape.isSound(), shape.toString());
        }
    }

    @Property(tries = 250, shrinking = ShrinkingMode.OFF)
    void identitiesOnAHalfGrid(
            @ForAll @IntRange(max = 6) int first,
            @ForAll @IntRange(max = 6) int second,
            @ForAll @IntRange(min = -4, max = 4) int x,
            @ForAll @IntRange(min = -4, max = 4) int y,
            @ForAll @IntRange(min = -4, max = 4) int z)
            throws StepException {
        assertIdentities(solid(first), MeshFixtures.moved(solid(second), x / 2.0, y / 2.0, z / 2.0), 1e-12);
    }
}
