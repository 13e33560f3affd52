package org.modeststack.steps.place;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

class PlaceTest {
    private static Vec3 random(Random r) {
        return new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).times(20);
    }

    private static void assertNear(Vec3 expected, Vec3 actual) {
        assertEquals(0, expected.minus(actual).length(), 1e-9, expected + " " + actual);
    }

    /** The point comes to the place, the side to lie on the surface, and the body keeps its shape. */
    @Property(tries = 200)
    void aBodyIsPutSquareToASurface(@ForAll long seed, @ForAll boolean square) throws StepException {
        Random r = new Random(seed);
        Vec3 point = random(r), side = random(r), at = random(r), normal = random(r);
        double above = r.nextGaussian(), turned = 360 * r.nextDouble();
        Place p = new Place(point, side, at, normal, square, turned, above);
        Vec3 target = at.plus(normal.unit().times(above));
        assertNear(target, p.carry(point));
        Vec3 way = p.carry(point.plus(side.unit())).minus(target);
        assertNear(square ? normal.unit().times(-1) : side.unit(), way);
        Mesh m = MeshFixtures.cube(10), out = TestContext.run(p, m);
        assertEquals(1000, PartFixtures.volume(out), 1e-6, "neither scaled nor turned inside out");
        assertEquals(600, Measures.of(out).area(), 1e-6);
        for (int v = 0; v < 8; v++) assertNear(p.carry(m.point(v)), out.point(v));
        // A turn about the normal moves nothing along it.
        Place more = new Place(point, side, at, normal, square, turned + 30, above);
        for (int v = 0; v < 8; v++) {
            Vec3 d = more.carry(m.point(v)).minus(p.carry(m.point(v)));
            assertEquals(0, square ? d.dot(normal.unit()) : d.length(), 1e-9);
        }
    }

    @Property(tries = 200)
    void threePointsSayWhereABodyIs(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Mesh m = MeshFixtures.cube(10), posed = MeshFixtures.posed(m, r, 30);
        // Three corners of the one, and the same of the other, which is the same body somewhere else.
        Align a = new Align(m.point(0), posed.point(0), m.point(1), posed.point(1), m.point(3), posed.point(3));
        Mesh out = TestContext.run(a, m);
        for (int v = 0; v < 8; v++) assertNear(posed.point(v), out.point(v));
        // Farther along the same line, and farther to the same side, says the same.
        Vec3 line = posed.point(1).minus(posed.point(0)),
                beside = posed.point(3).plus(line.times(2));
        Align far = new Align(
                m.point(0), posed.point(0), m.point(1), posed.point(0).plus(line.times(3)), m.point(3), beside);
        for (int v = 0; v < 8; v++) assertNear(posed.point(v), far.carry(m.point(v)));
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
