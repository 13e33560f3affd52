package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Axis;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.bevel.Measure;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Bevels by radius, against where a ball that touches both surfaces is by elementary geometry. */
class RollingBallTest {
    private static final double BALL = 1.5;
    private static final double HOLE = 8;
    private static final double SPHERE = 25;
    private static final double LEANS = Math.toRadians(30);

    /** Between two planes: the ball touches both at the radius over the tangent of half the angle between them. */
    @ParameterizedTest
    @CsvSource({"3, 1", "4, 0.5", "5, 2", "6, 2", "12, 3"})
    void betweenPlanesTheStripIsPartOfACylinderOfTheRadius(int sides, double radius) throws StepException {
        Mesh prism = EdgeRoundingTest.make(new Prism(40, 20, sides, 1, Seat.CENTRED));
        var bevel = Steps.byType("bevel");
        var step = bevel.with(bevel.createDefault(), "measure", Measure.RADIUS);
        step = bevel.with(bevel.with(bevel.with(step, "width", radius), "segments", 6), "sharperThan", 0.0);
        step = bevel.with(step, "where", Pick.hand(prism, new Selection(ElementKind.EDGE, upright(prism))));
        Mesh m = step.apply(prism, new TestContext(4));
        EdgeRoundingTest.assertSound(m);
        // All of a strip's places are the radius from an axis that is so far in from both planes.
        double flat = Math.hypot(prism.x(0), prism.y(0)) * Math.cos(Math.PI / sides),
                axis = (flat - radius) / Math.cos(Math.PI / sides);
        int seen = 0;
        for (int v = 0; v < m.vertexCount(); v++) {
            Vec3 p = m.point(v);
            double least = Double.POSITIVE_INFINITY;
            for (int u = 0; u < prism.vertexCount(); u++) {
                Vec3 way = new Vec3(prism.x(u), prism.y(u), 0).unit().times(axis);
                least = Math.min(least, Math.abs(Math.hypot(p.x() - way.x(), p.y() - way.y()) - radius));
            }
            assertEquals(0, least, 1e-9);
            seen++;
        }
        assertEquals(2 * sides * 7, seen);
    }

    private static BitSet upright(Mesh m) {
        Adjacency adj = m.adjacency();
        BitSet out = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (m.z(adj.edgeLow(e)) != m.z(adj.edgeHigh(e))) out.set(e);
        }
        return out;
    }

    /** How far a place of a rail is from the exact one. */
    enum Joint {
        /** The ball lies in the corner, as far from the axis as both radii. */
        POST_ON_A_PLATE(p -> nearer(
                Math.hypot(p.z(), Math.hypot(p.x(), p.y()) - HOLE - BALL),
                Math.hypot(p.z() - BALL, Math.hypot(p.x(), p.y()) - HOLE))) {
            @Override
            Mesh cut(int n) throws StepException {
                return CutFixtures.cut(plate(), MeshFixtures.moved(post(n), 0, 0, 5), Operation.UNION);
            }
        },
        /** The ball lies in the rim: a radius beyond the hole's wall and within the sphere. */
        SPHERE_DRILLED(p -> {
            double far = HOLE + BALL, in = SPHERE - BALL, up = Math.sqrt(in * in - far * far);
            double r = Math.hypot(p.x(), p.y()), z = Math.abs(p.z());
            return nearer(Math.hypot(r - HOLE, z - up), Math.hypot(r - far * SPHERE / in, z - up * SPHERE / in));
        }) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh ball = EdgeRoundingTest.make(new UvSphere(2 * SPHERE, n, n / 2, Seat.CENTRED));
                Mesh drill = EdgeRoundingTest.make(new Cylinder(2 * HOLE, 80, n, 1, 0, Seat.CENTRED));
                return CutFixtures.cut(ball, EdgeRoundingTest.turned(drill, Axis.Z, 1.3), Operation.DIFFERENCE);
            }
        },
        /** The post leans, so that the angle changes all along the edge; the ball stays a radius off both all the same. */
        LEANING_POST(p -> nearer(
                Math.hypot(p.z(), fromAxis(p.plus(new Vec3(0, 0, BALL))) - HOLE - BALL),
                Math.hypot(Math.abs(onPost(p).z()) - BALL, fromAxis(p) - HOLE))) {
            @Override
            Mesh cut(int n) throws StepException {
                Mesh post = EdgeRoundingTest.turned(post(n), Axis.Y, Math.toDegrees(LEANS));
                return CutFixtures.cut(plate(), post, Operation.UNION);
            }
        };

        private final ToDoubleFunction<Vec3> off;

        Joint(ToDoubleFunction<Vec3> off) {
            this.off = off;
        }

        abstract Mesh cut(int n) throws StepException;

        private static Mesh plate() throws StepException {
            return MeshFixtures.moved(EdgeRoundingTest.make(new Box(90, 90, 40, 1, 1, 1, Seat.CENTRED)), 0, 0, -20);
        }

        private static Mesh post(int n) throws StepException {
            return EdgeRoundingTest.make(new Cylinder(2 * HOLE, 60, n, 1, 0, Seat.CENTRED));
        }

        private static double nearer(double a, double b) {
            return Math.min(a, b);
        }

        private static double fromAxis(Vec3 p) {
            Vec3 along = new Vec3(Math.sin(LEANS), 0, Math.cos(LEANS));
            return p.minus(along.times(p.dot(along))).length();
        }

        /** Where the ball's middle is that touches the post at a place of it. */
        private static Vec3 onPost(Vec3 p) {
            Vec3 along = new Vec3(Math.sin(LEANS), 0, Math.cos(LEANS));
            Vec3 out = p.minus(along.times(p.dot(along))).unit();
            return p.plus(out.times(BALL));
        }
    }

    @ParameterizedTest
    @EnumSource
    void railsComeNearerToWhereTheBallTouches(Joint joint) throws StepException {
        List<Double> worst = new ArrayList<>();
        for (int n : new int[] {24, 48, 96}) {
            Mesh m = EdgeRoundingTest.rounded(joint.cut(n), Measure.RADIUS, BALL, 4, Rails.OVER);
            EdgeRoundingTest.assertSound(m);
            double most = 0;
            int count = 0;
            for (int v : EdgeRoundingTest.rails(m)) {
                count++;
                most = Math.max(most, joint.off.applyAsDouble(m.point(v)));
            }
            assertTrue(count >= 2 * n, count + " vertices");
            worst.add(most);
        }
        // The chords of the largest circle that is divided; a rail is led on until it is off by hardly a fiftieth.
        double chord = (joint == Joint.SPHERE_DRILLED ? SPHERE : HOLE + BALL) * (1 - Math.cos(Math.PI / 24));
        assertTrue(worst.get(0) < 1.2 * chord, worst + " with chords of " + chord);
        assertTrue(worst.get(2) < Math.max(worst.get(0) / 9, BALL / 50), worst.toString());
    }
}
