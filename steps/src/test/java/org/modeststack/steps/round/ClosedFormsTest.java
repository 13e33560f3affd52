package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleBinaryOperator;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * Rails on bodies of revolution, whose places are known: they come nearer to them by about a quarter each time the bodies
 * are divided twice as fine, which is what the chords of a circle do.
 */
class ClosedFormsTest {
    private static final double RADIUS = 8;
    private static final double WIDTH = 1.5;
    private static final double BALL = 25;
    private static final double HALF = 20;

    /** A body drilled or joined along its axis; how far a point is from the exact rails, by its distance from the axis and height. */
    enum Body {
        PLATE_DRILLED((r, z) -> nearer(r, z, RADIUS + WIDTH, HALF, RADIUS, HALF - WIDTH)) {
            @Override
            Mesh cut(int n) throws StepException {
                return EdgeRoundingTest.cut(plate(), EdgeRoundingTest.make(drill(n)), Operation.DIFFERENCE);
            }
        },
        POST_ON_A_PLATE((r, z) -> nearer(r, z, RADIUS + WIDTH, HALF, RADIUS, HALF + WIDTH)) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh post = MeshFixtures.moved(
                        EdgeRoundingTest.make(new Cylinder(2 * RADIUS, 30, n, 1, 0, Seat.CENTERED)), 0, 0, HALF);
                return EdgeRoundingTest.cut(plate(), post, Operation.UNION);
            }
        },
        BALL_DRILLED((r, z) -> {
            double rim = Math.asin(RADIUS / BALL), rail = rim + WIDTH / BALL;
            return nearer(r, z, BALL * Math.sin(rail), BALL * Math.cos(rail), RADIUS, BALL * Math.cos(rim) - WIDTH);
        }) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh ball = EdgeRoundingTest.make(new UvSphere(2 * BALL, n, n / 2, Seat.CENTERED));
                // Turned a little, so that no vertex of the one lies on the other.
                return EdgeRoundingTest.cut(
                        ball,
                        EdgeRoundingTest.turned(EdgeRoundingTest.make(drill(n)), Axis.Z, 1.3),
                        Operation.DIFFERENCE);
            }
        };

        private final DoubleBinaryOperator off;

        Body(DoubleBinaryOperator off) {
            this.off = off;
        }

        abstract Mesh cut(int n) throws StepException;

        private static Mesh plate() throws StepException {
            return EdgeRoundingTest.make(new Box(60, 60, 2 * HALF, 1, 1, 1, Seat.CENTERED));
        }

        private static Cylinder drill(int n) {
            return new Cylinder(2 * RADIUS, 80, n, 1, 0, Seat.CENTERED);
        }
    }

    private static double nearer(double r, double z, double r1, double z1, double r2, double z2) {
        return Math.min(Math.hypot(r - r1, Math.abs(z) - z1), Math.hypot(r - r2, Math.abs(z) - z2));
    }

    @ParameterizedTest
    @EnumSource
    void railsComeNearerToTheirPlacesWithOrderTwo(Body body) throws StepException {
        List<Double> worst = new ArrayList<>();
        for (int n : new int[] {24, 48, 96}) {
            Mesh m = EdgeRoundingTest.rounded(body.cut(n), WIDTH, 3, Rails.OVER);
            EdgeRoundingTest.assertSound(m);
            double most = 0;
            int count = 0;
            for (int v : EdgeRoundingTest.rails(m)) {
                if (Math.abs(m.z(v)) < HALF / 2) continue;
                count++;
                most = Math.max(most, body.off.applyAsDouble(Math.hypot(m.x(v), m.y(v)), m.z(v)));
            }
            assertTrue(count >= 2 * n, count + " vertices");
            worst.add(most);
        }
        // The sagitta of the chords of the circle through the rail, and as much for those of the rim.
        double chord = 2 * (RADIUS + WIDTH) * (1 - Math.cos(Math.PI / 24));
        assertTrue(worst.get(0) < 2 * chord, worst + " with chords of " + chord);
        assertTrue(worst.get(2) < worst.get(0) / 9, worst.toString());
    }

    /** Flat strips take off, or put on, a triangle that goes round the axis (Pappus); the error is that of the chords. */
    @ParameterizedTest
    @EnumSource(names = {"PLATE_DRILLED", "POST_ON_A_PLATE"})
    void whatIsTakenOffIsATriangleThatGoesRound(Body body) throws StepException {
        int n = 192, rims = body == Body.PLATE_DRILLED ? 2 : 1;
        Mesh before = body.cut(n), after = EdgeRoundingTest.rounded(before, WIDTH, 1, Rails.OVER);
        double exact = rims * WIDTH * WIDTH / 2 * 2 * Math.PI * (RADIUS + WIDTH / 3);
        double change =
                Math.abs(Measures.of(after).volume() - Measures.of(before).volume());
        assertEquals(exact, change, 1e-3 * exact);
    }
}
