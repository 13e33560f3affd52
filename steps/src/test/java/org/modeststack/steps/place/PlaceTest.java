package org.modeststack.steps.place;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

class PlaceTest {
    static Vec3 random(Random r) {
        return new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).times(20);
    }

    static void assertNear(Vec3 expected, Vec3 actual) {
        assertEquals(0, expected.minus(actual).length(), 1e-9, expected + " " + actual);
    }

    @Test
    void pointsOnOneLineAreRefused() {
        Vec3 o = Vec3.ZERO, x = new Vec3(1, 0, 0), y = new Vec3(0, 1, 0);
        StepException e = assertThrows(
                StepException.class, () -> TestContext.run(new Align(o, o, x, x, x.times(2), y), MeshFixtures.cube(1)));
        assertTrue(e.getMessage().contains("points lie on one line"));
        StepException f = assertThrows(
                StepException.class, () -> TestContext.run(new Align(o, o, x, x, y, x), MeshFixtures.cube(1)));
        assertTrue(f.getMessage().contains("places lie on one line"));
        assertThrows(
                StepException.class, () -> TestContext.run(new Place(o, o, o, x, true, 0, 0), MeshFixtures.cube(1)));
    }

    @Test
    void oppositeSidesTurnHalfRound() throws StepException {
        for (Vec3 n : new Vec3[] {new Vec3(0, 0, 1), new Vec3(1, 0, 0), new Vec3(0, -1, 0)}) {
            Place p = new Place(Vec3.ZERO, n, Vec3.ZERO, n, true, 0, 0);
            assertNear(n.times(-1), p.carry(n));
            assertEquals(1000, PartFixtures.volume(TestContext.run(p, MeshFixtures.cube(10))), 1e-9);
        }
    }
}
