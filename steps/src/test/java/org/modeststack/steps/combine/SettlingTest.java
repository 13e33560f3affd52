package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.Booleans.assertSound;
import static org.modeststack.steps.combine.Booleans.combine;
import static org.modeststack.steps.combine.Booleans.union;
import static org.modeststack.steps.combine.Booleans.volume;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** What only rounding keeps apart is one in the result. */
class SettlingTest {
    /** The edges of the drill run along those of the ball, and rounding puts each meeting in several places. */
    @ParameterizedTest
    @CsvSource({"16, 8", "24, 12", "32, 16", "40, 20", "48, 15", "64, 32"})
    void aBallDrilledAlongItsAxisHasNoEdgesWithoutLength(int sides, int rings) throws StepException {
        Mesh ball = TestContext.run(new UvSphere(20, sides, rings, Seat.CENTRED));
        Mesh drill = TestContext.run(new Cylinder(6, 30, sides, 1, 1, Seat.CENTRED));
        for (Operation op : Operation.values()) assertSound(combine(op, ball, drill));
        Mesh asItComes = combine(with -> new BooleanStep(Operation.DIFFERENCE, with, false, false, true), ball, drill);
        assertTrue(Validity.of(asItComes).shortEdges() >= 8, "which there are otherwise");
    }

    @Property(tries = 60, shrinking = ShrinkingMode.OFF)
    void solidsThatNearlyLieOnEachOtherGiveSoundOnes(
            @ForAll @IntRange(max = 6) int kind, @ForAll @IntRange(min = 9, max = 17) int far, @ForAll int seed)
            throws StepException {
        Random random = new Random(seed);
        Mesh a = MeshFixtures.posed(BooleanStepTest.solid(kind), random, 0.2);
        double by = Math.pow(10, -far);
        Mesh b = MeshFixtures.moved(
                a, by * random.nextGaussian(), by * random.nextGaussian(), by * random.nextGaussian());
        for (Operation op : new Operation[] {Operation.UNION, Operation.INTERSECTION}) {
            Mesh out = combine(op, a, b);
            assertSound(out);
            assertEquals(volume(a), volume(out), 1e-8 * volume(a));
        }
    }

    /** A flap of two faces on each other, as merging makes them, bounds nothing and goes. */
    @Test
    void facesThatAreFoldedOntoEachOtherGo() throws StepException {
        double[] xyz = {0, 0, 0, 4, 0, 0, 4, 4, 0, 0, 4, 0, 2, 2, 3, 2, -2, 0, 6, 2, 0};
        int[][] faces = {
            {3, 2, 1, 0},
            {0, 1, 4},
            {1, 2, 4},
            {2, 3, 4},
            {3, 0, 4}, /* beside an edge, both ways */
            {0, 5, 1},
            {1, 5, 0}
        };
        Mesh folded = MeshFixtures.faces(xyz, faces);
        assertEquals(1, Validity.of(folded).overlapping());
        Mesh out = union(folded, MeshFixtures.box(20, 0, 0, 21, 1, 1));
        assertSound(out);
        assertEquals(5 + MeshFixtures.cube(1).faceCount(), out.faceCount());
    }

    /** The same where a flap is part of two faces, so that what is left of them must be told from it. */
    @Test
    void partsOfFacesThatAreFoldedOntoEachOtherGo() throws StepException {
        double[] xyz = {0, 0, 0, 4, 0, 0, 4, 3, 0, 0, 3, 0, 5, -1, -3};
        Mesh folded = MeshFixtures.faces(xyz, new int[][] {{0, 1, 2, 3}, {0, 3, 2, 4}, {1, 0, 4}, {2, 1, 4}});
        assertEquals(1, Validity.of(folded).overlapping());
        Mesh out = union(folded, MeshFixtures.box(20, 0, 0, 21, 1, 1));
        assertSound(out);
        assertEquals(4 + MeshFixtures.cube(1).faceCount(), out.faceCount());
        assertEquals(4 * 3 * 3 / 6.0 + 1, volume(out), 1e-12, "a pyramid and the box");
    }
}
