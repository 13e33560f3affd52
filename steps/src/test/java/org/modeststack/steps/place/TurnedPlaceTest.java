package org.modeststack.steps.place;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepException;

class TurnedPlaceTest {
    private static final Vec3 DOWN = new Vec3(0, 0, -1);

    /** However it stands, what looked along X then lies in the plane of the normal and the place, on the place's side. */
    @Property(tries = 200)
    void itsXShowsToThePlace(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Vec3 at = some(r), normal = some(r), towards = some(r);
        Place p = new Place(some(r), DOWN, at, normal, true, 360 * r.nextDouble(), r.nextGaussian())
                .turnedTowards(towards);
        Vec3 n = normal.unit();
        Vec3 x = p.motion().affine().direction(new Vec3(1, 0, 0));
        Vec3 to = towards.minus(at);
        to = to.minus(n.times(to.dot(n)));
        // Angles are in hundredths of a degree.
        assertEquals(1, x.unit().dot(to.unit()), 1e-7);
        assertEquals(0, x.dot(n), 1e-9);
    }

    @Test
    void whatSaysNothingLeavesIt() throws StepException {
        Place p = new Place(Vec3.ZERO, DOWN, Vec3.ZERO, new Vec3(0, 0, 1), true, 20, 0);
        assertSame(p, p.turnedTowards(new Vec3(0, 0, 7)));
        Place free = new Place(Vec3.ZERO, DOWN, Vec3.ZERO, new Vec3(0, 0, 1), false, 20, 0);
        assertSame(free, free.turnedTowards(new Vec3(3, 0, 7)));
    }

    private static Vec3 some(Random r) {
        return new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).times(10);
    }
}
