package org.modeststack.steps.bevel;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.volume;
import static org.modeststack.steps.bevel.BevelTest.assertValid;
import static org.modeststack.steps.bevel.BevelTest.bevel;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Tube;

/** Bevels along the edges that a cut made, wherever the cutter is. */
class CutRimsTest {
    private static final long CUT = 77;

    private static Mesh cut(Mesh body, Mesh cutter) throws StepException {
        TestContext c = new TestContext(CUT);
        c.bodies.put("b", cutter);
        return new BooleanStep(Operation.DIFFERENCE, Bodies.of("b")).apply(body, c);
    }

    private static Pick rims() {
        return Pick.of(ElementKind.EDGE, new Rule.Made(StepContext.madeTag(CUT)));
    }

    private static Mesh holes(double apart) throws StepException {
        Mesh one = TestContext.run(new Cylinder(9, 60, 24, 1, 0, Seat.CENTRED));
        Mesh two = TestContext.run(new Cylinder(9, 60, 24, 1, 0, Seat.CENTRED));
        TestContext c = new TestContext(3);
        c.bodies.put("b", MeshFixtures.moved(two, apart, 0, 0));
        return new BooleanStep(Operation.UNION, Bodies.of("b")).apply(one, c);
    }

    /** Across a rounded chest, also where rims come near each other, near edges, and half over them. */
    @Test
    void theRimsOfACutFollowTheCutterOverTwoHundredPoses() throws StepException {
        Mesh chest = TestContext.run(
                bevel("width", 7.0, "segments", 4), TestContext.run(new Box(54, 40, 34, 1, 1, 1, Seat.CENTRED)));
        Random random = new Random(11);
        int bevelled = 0;
        for (int pose = 0; pose < 200; pose++) {
            Mesh cutter = holes(9.2 + 8 * random.nextDouble());
            // Half of them drilled straight, half turned any way.
            cutter = pose % 2 == 0
                    ? MeshFixtures.moved(cutter, 40 * random.nextDouble() - 24, 30 * random.nextDouble() - 15, 0)
                    : MeshFixtures.posed(cutter, random, 15);
            Mesh in = cut(chest, cutter);
            Mesh out = TestContext.run(
                    bevel(
                            "rails",
                            Rails.OVER,
                            "where",
                            rims(),
                            "width",
                            0.3 + 2 * random.nextDouble(),
                            "segments",
                            1 + pose % 4),
                    in);
            assertValid(in, out, "pose " + pose);
            assertTrue(Crossings.of(out).isEmpty(), "pose " + pose);
            if (out.faceCount() > in.faceCount()) bevelled++;
        }
        assertTrue(bevelled > 190, bevelled + " of 200 poses have a bevel");
    }

    /** A round rim of a hole is chamfered by a frustum: what goes is a ring whose section is a triangle. */
    @Test
    void theChamferOfAHoleTakesARing() throws StepException {
        Mesh plate = TestContext.run(new Box(40, 40, 10, 1, 1, 1, Seat.CENTRED));
        int n = 256;
        Mesh in = cut(plate, TestContext.run(new Cylinder(12, 20, n, 1, 0, Seat.CENTRED)));
        Mesh out = TestContext.run(bevel("rails", Rails.OVER, "where", rims(), "width", 1.0), in);
        assertValid(in, out, "hole");
        double taken = volume(in) - volume(out);
        // Pappus: the triangle's area times the way of its centre, at a third of the width beyond the hole, twice.
        assertEquals(2 * 0.5 * 2 * Math.PI * (6 + 1 / 3.0), taken, 1e-3 * taken);
    }

    /** Bevel, cut through it, bevel what the cut made, and once more on all that is sharp. */
    @Test
    void severalBevelsInOneStack() throws StepException {
        Mesh ring = TestContext.run(new Tube(60, 10, 14, 48, 1, Seat.CENTRED));
        Mesh rounded = TestContext.run(bevel("rails", Rails.OVER, "width", 2.0, "segments", 3), ring);
        Mesh in = cut(rounded, MeshFixtures.moved(TestContext.run(new Box(20, 8, 8, 1, 1, 1, Seat.CENTRED)), 28, 0, 7));
        Mesh once = TestContext.run(bevel("rails", Rails.OVER, "where", rims(), "width", 0.6, "segments", 2), in);
        assertValid(in, once, "second");
        Mesh twice =
                bevel("rails", Rails.OVER, "sharperThan", 40.0, "width", 0.2).apply(once, new TestContext(5));
        assertValid(once, twice, "third");
        assertTrue(Crossings.of(twice).isEmpty());
    }
}
