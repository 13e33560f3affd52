package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.BooleanStepTest.solid;
import static org.modeststack.steps.combine.Booleans.assertIdentities;
import static org.modeststack.steps.combine.Booleans.assertSound;
import static org.modeststack.steps.combine.Booleans.combine;
import static org.modeststack.steps.combine.Booleans.common;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Booleans of bodies whose faces leave their planes: followed, or joined for an even rim. */
class BentFacesTest {
    /** A solid with every coordinate moved by up to a sixtieth of its size. */
    private static Mesh bent(int kind, Random random) throws StepException {
        Mesh m = solid(kind);
        double reach =
                Math.pow(10, -4 + 2.5 * random.nextDouble()) * m.bounds().size().x() / 2;
        return MeshFixtures.shaken(m, reach, random);
    }

    private static Mesh even(Operation op, Mesh a, Mesh b) throws StepException {
        return combine(with -> new BooleanStep(op, with, false, true, false), a, b);
    }

    @Property(tries = 150, shrinking = ShrinkingMode.OFF)
    void theSurfaceIsWhatItWas(
            @ForAll @IntRange(max = 6) int first, @ForAll @IntRange(max = 6) int second, @ForAll int seed)
            throws StepException {
        Random random = new Random(seed);
        Mesh a = MeshFixtures.posed(bent(first, random), random, 0.2);
        Mesh b = MeshFixtures.posed(bent(second, random), random, 1);
        assertIdentities(a, b, 1e-12);
        for (Mesh m : new Mesh[] {union(a, b), difference(a, b), common(a, b)}) assertSound(m);
    }

    @Property(tries = 150, shrinking = ShrinkingMode.OFF)
    void evenRimsAreSound(@ForAll @IntRange(max = 6) int first, @ForAll @IntRange(max = 6) int second, @ForAll int seed)
            throws StepException {
        Random random = new Random(seed);
        Mesh a = MeshFixtures.posed(bent(first, random), random, 0.2);
        Mesh b = MeshFixtures.posed(bent(second, random), random, 1);
        for (Operation op : Operation.values()) assertSound(even(op, a, b));
    }

    @Test
    void anEvenRimHasFewerVertices() throws StepException {
        Random random = new Random(3);
        Mesh ball = MeshFixtures.shaken(TestContext.run(new UvSphere(40, 24, 12, Seat.CENTRED)), 0.1, random);
        Mesh post = MeshFixtures.box(-5.3, -6.1, 0, 4.7, 5.9, 40);
        Mesh followed = difference(ball, post), even = even(Operation.DIFFERENCE, ball, post);
        assertTrue(
                even.vertexCount() < followed.vertexCount() && even.faceCount() < followed.faceCount(),
                even.vertexCount() + " and " + followed.vertexCount() + " vertices");
    }

    /** Files keep about seven digits: a face that was flat before is flat to whoever looks at it. */
    @Test
    void facesThatOnlyAFileHasBentStayWhole() throws StepException {
        Random random = new Random(5);
        Mesh block = MeshFixtures.posed(TestContext.run(new Box(40, 30, 20, 6, 5, 4, Seat.CENTRED)), random, 3);
        Mesh post = MeshFixtures.box(-5.3, -6.1, -60, 4.7, 5.9, 60);
        double[] filed = block.xyz().clone();
        for (int i = 0; i < filed.length; i++) filed[i] = (float) filed[i];
        Mesh exact = difference(block, post), read = difference(block.withPositions(filed), post);
        assertEquals(exact.faceCount(), read.faceCount());
        assertEquals(exact.vertexCount(), read.vertexCount());
    }

    /** Clipped in the other order the ears of a bent face of many sides are others. */
    @Test
    void facesOfManySidesAreTheSameFromInside() throws StepException {
        for (int seed = 0; seed < 40; seed++) {
            Random random = new Random(seed);
            Mesh inner = difference(MeshFixtures.cube(2), MeshFixtures.box(1, 0.7, -1, 3, 3, 3));
            inner = MeshFixtures.shaken(inner, 0.2, random);
            assertIdentities(MeshFixtures.box(-9, -9, -9, 9, 9, 9), inner, 1e-14);
            assertIdentities(MeshFixtures.box(-9, -9, -9, 0.5, 9, 9), inner, 1e-14);
        }
    }
}
