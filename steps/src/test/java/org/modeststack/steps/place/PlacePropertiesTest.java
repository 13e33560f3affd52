package org.modeststack.steps.place;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.steps.place.PlaceTest.assertNear;
import static org.modeststack.steps.place.PlaceTest.random;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

/** What must hold of {@link PlaceTest}'s subject for whatever is drawn at random. */
class PlacePropertiesTest {

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
}
