package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Axis;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * Rails on bodies of revolution, and where two pipes cross, whose places are known: they come nearer to them by about a quarter each time the bodies
 * are divided twice as fine, which is what the chords of a circle do.
 */
class ClosedFormsTest {
    private static final double RADIUS = 8;
    private static final double WIDTH = 1.5;
    private static final double BALL = 25;
    private static final double HALF = 20;
    private static final double CONE = 40;
    private static final double CONE_HEIGHT = 60;

    /** A body drilled or joined along its axis; how far a point is from the exact rails, by its distance from the axis and height. */
    enum Body {
        PLATE_DRILLED(round((r, z) -> nearer(r, z, RADIUS + WIDTH, HALF, RADIUS, HALF - WIDTH))) {
            @Override
            Mesh cut(int n) throws StepException {
                return CutFixtures.cut(plate(), EdgeRoundingTest.make(drill(n)), Operation.DIFFERENCE);
            }
        },
        POST_ON_A_PLATE(round((r, z) -> nearer(r, z, RADIUS + WIDTH, HALF, RADIUS, HALF + WIDTH))) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh post = MeshFixtures.moved(
                        EdgeRoundingTest.make(new Cylinder(2 * RADIUS, 30, n, 1, 0, Seat.CENTRED)), 0, 0, HALF);
                return CutFixtures.cut(plate(), post, Operation.UNION);
            }
        },
        BALL_DRILLED(round((r, z) -> {
            double rim = Math.asin(RADIUS / BALL), rail = rim + WIDTH / BALL;
            return nearer(r, z, BALL * Math.sin(rail), BALL * Math.cos(rail), RADIUS, BALL * Math.cos(rim) - WIDTH);
        })) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh ball = EdgeRoundingTest.make(new UvSphere(2 * BALL, n, n / 2, Seat.CENTRED));
                // Turned a little, so that no vertex of the one lies on the other.
                return CutFixtures.cut(
                        ball,
                        EdgeRoundingTest.turned(EdgeRoundingTest.make(drill(n)), Axis.Z, 1.3),
                        Operation.DIFFERENCE);
            }
        },
        /** On the cone the rail is as far down its slope, on the wall of the hole as far down. */
        CONE_DRILLED(round((r, z) -> {
            double slope = Math.hypot(CONE, CONE_HEIGHT), rim = CONE_HEIGHT * (1 - RADIUS / CONE);
            return nearer(r, z, RADIUS + WIDTH * CONE / slope, rim - WIDTH * CONE_HEIGHT / slope, RADIUS, rim - WIDTH);
        })) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh cone = EdgeRoundingTest.make(new Cone(2 * CONE, 0, CONE_HEIGHT, n, 1, Seat.STANDING));
                Mesh drill = EdgeRoundingTest.make(new Cylinder(2 * RADIUS, 200, n, 1, 0, Seat.CENTRED));
                return CutFixtures.cut(cone, EdgeRoundingTest.turned(drill, Axis.Z, 1.3), Operation.DIFFERENCE);
            }
        },
        /** A pipe joined square to a larger one. Both unroll into planes, in which the rail is as far from the line of the rim. */
        CROSSING_PIPES(p -> Math.min(offMain(p), offBranch(p))) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh main = EdgeRoundingTest.turned(
                        EdgeRoundingTest.make(new Cylinder(2 * BALL, 120, n, 1, 0, Seat.CENTRED)), Axis.Y, 90);
                Mesh branch = EdgeRoundingTest.make(new Cylinder(2 * RADIUS, 50, n, 1, 0, Seat.STANDING));
                return CutFixtures.cut(main, EdgeRoundingTest.turned(branch, Axis.Z, 1.3), Operation.UNION);
            }
        };

        private final ToDoubleFunction<Vec3> off;

        Body(ToDoubleFunction<Vec3> off) {
            this.off = off;
        }

        abstract Mesh cut(int n) throws StepException;

        private static Mesh plate() throws StepException {
            return EdgeRoundingTest.make(new Box(60, 60, 2 * HALF, 1, 1, 1, Seat.CENTRED));
        }

        private static Cylinder drill(int n) {
            return new Cylinder(2 * RADIUS, 80, n, 1, 0, Seat.CENTRED);
        }
    }

    private static ToDoubleFunction<Vec3> round(DoubleBinaryOperator off) {
        return p -> off.applyAsDouble(Math.hypot(p.x(), p.y()), p.z());
    }

    /** From where a rail on the large pipe should be: off its surface, and along it. */
    private static double offMain(Vec3 p) {
        double around = BALL * Math.atan2(p.y(), p.z());
        double far = fromRim(t ->
                Math.hypot(RADIUS * Math.cos(t) - p.x(), BALL * Math.asin(RADIUS * Math.sin(t) / BALL) - around));
        return Math.hypot(Math.hypot(p.y(), p.z()) - BALL, far - WIDTH);
    }

    private static double offBranch(Vec3 p) {
        double around = Math.atan2(p.y(), p.x());
        double far = fromRim(t -> Math.hypot(
                RADIUS * Math.IEEEremainder(t - around, 2 * Math.PI),
                Math.sqrt(BALL * BALL - Math.pow(RADIUS * Math.sin(t), 2)) - p.z()));
        return Math.hypot(Math.hypot(p.x(), p.y()) - RADIUS, far - WIDTH);
    }

    /** The least of a distance to places all round the rim, by angle. */
    private static double fromRim(DoubleUnaryOperator distance) {
        return IntStream.range(0, 4000)
                .mapToDouble(i -> distance.applyAsDouble(2 * Math.PI * i / 4000))
                .min()
                .orElseThrow();
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
                most = Math.max(most, body.off.applyAsDouble(m.point(v)));
            }
            assertTrue(count >= 2 * n, count + " vertices");
            worst.add(most);
        }
        // The sagitta of the chords of the circle through the rail, and as much for those of the rim.
        double chord = 2 * (RADIUS + WIDTH) * (1 - Math.cos(Math.PI / 24));
        assertTrue(worst.get(0) < 2 * chord, worst + " with chords of " + chord);
        // Between stations a rail is led on until it is nearly right, which is all that is left where chords tell
        // little.
        assertTrue(worst.get(2) < Math.max(worst.get(0) / 9, WIDTH / 150), worst.toString());
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
