package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.shade.CornerNormals;
import org.modeststack.steps.Axis;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** How a hole in a ball looks whose rim is rounded: the ball as if nothing had been cut, the strip without dark spots. */
class RoundedShadingTest {
    private static final double RADIUS = 25;
    private static final double WIDTH = 1.5;

    /** A hole of radius 8 along a line that leans by an angle about X and passes the middle by so much. */
    private static Mesh drilled(int sides, double lean, double past) throws StepException {
        Mesh ball = EdgeRoundingTest.make(new UvSphere(2 * RADIUS, 64, 32, Seat.CENTRED));
        Mesh drill = EdgeRoundingTest.make(new Cylinder(16, 100, sides, 1, 0, Seat.CENTRED));
        double[] xyz = drill.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) xyz[i] += past;
        Mesh leaning = EdgeRoundingTest.turned(drill.withPositions(xyz), Axis.X, lean);
        return CutFixtures.cut(ball, leaning, Operation.DIFFERENCE);
    }

    private static Vec3 normal(CornerNormals normals, int corner) {
        double[] n = new double[3];
        normals.at(corner, n);
        return new Vec3(n[0], n[1], n[2]);
    }

    private static double degrees(Vec3 a, Vec3 b) {
        return Math.toDegrees(Math.atan2(a.cross(b).length(), a.dot(b)));
    }

    /** The exact normal of a ball is the direction from its middle, that of a hole points to its axis. */
    @ParameterizedTest
    @CsvSource({"24, 0, 0, 5", "32, 17, 0, 6", "64, 40, 5, 5", "48, 78, 9, 6", "20, 90, 3, 8", "64, 11, 12, 7"})
    void theBallLooksLikeABallAndTheStripTurnsEvenly(int sides, double lean, double past, int segments)
            throws StepException {
        Mesh m = EdgeRoundingTest.rounded(drilled(sides, lean, past), WIDTH, segments, Rails.OVER);
        Vec3 along = new Vec3(0, -Math.sin(Math.toRadians(lean)), Math.cos(Math.toRadians(lean)));
        Vec3 on = new Vec3(past, 0, 0);
        Tag strip = m.tag(new TestContext(4).madeTag());
        CornerNormals normals = new CornerNormals(m);
        double worst = 0;
        int onBall = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            if (strip.contains(f) || isInHole(m, f, on, along)) continue;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                worst = Math.max(worst, degrees(normal(normals, c), m.point(m.corners()[c])));
                onBall++;
            }
        }
        assertTrue(onBall > 5000 && worst <= 0.5, "off by " + worst + " degrees");
        Adjacency adj = m.adjacency();
        int across = 0;
        for (int e = 0; e < adj.edgeCount(); e++) {
            int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
            if (!strip.contains(adj.cornerFace()[c]) || !strip.contains(adj.cornerFace()[d])) continue;
            int u = m.corners()[c], v = m.corners()[d];
            double far = fromAxis(m.point(u), on, along).length()
                    - fromAxis(m.point(v), on, along).length();
            Vec3 edge = m.point(v).minus(m.point(u));
            Vec3 round = along.cross(fromAxis(m.point(u), on, along)).unit();
            // Only what leads from one rail to the other.
            if (Math.abs(edge.dot(round)) > 0.5 * edge.length() || far == 0) continue;
            across++;
            Vec3 first = normal(normals, c), second = normal(normals, d);
            assertEquals(0, degrees(first, normal(normals, adj.cornerNext()[d])), 1e-4, "one normal at a vertex");
            double turned =
                    degrees(first, inwards(m.point(u), on, along)) - degrees(second, inwards(m.point(v), on, along));
            assertTrue(far * turned > 0, "turns back by " + turned + " at " + m.point(u));
        }
        assertTrue(across > segments * 20, across + " edges across the strip");
    }

    private static Vec3 fromAxis(Vec3 p, Vec3 on, Vec3 along) {
        Vec3 d = p.minus(on);
        return d.minus(along.times(d.dot(along)));
    }

    private static Vec3 inwards(Vec3 p, Vec3 on, Vec3 along) {
        return fromAxis(p, on, along).times(-1);
    }

    private static boolean isInHole(Mesh m, int f, Vec3 on, Vec3 along) {
        for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
            if (fromAxis(m.point(m.corners()[c]), on, along).length() > 8 + 1e-6) return false;
        return true;
    }
}
