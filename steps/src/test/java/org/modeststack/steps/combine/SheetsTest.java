package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.Booleans.assertClosed;
import static org.modeststack.steps.combine.Booleans.combine;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;
import static org.modeststack.steps.combine.Booleans.volume;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Open sheets as operands: walls of everything behind them. */
class SheetsTest {
    /** A ground of n × n squares at a height, its normal up, its middle on the Z axis. */
    private static Mesh ground(int n, double height) {
        return MeshFixtures.moved(MeshFixtures.sheet(n), -n / 2.0, -n / 2.0, height);
    }

    /** Bent upwards at x = 0, by so much for each millimetre. */
    private static Mesh bent(Mesh sheet, double slope) {
        double[] xyz = sheet.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) xyz[i + 2] += slope * Math.abs(xyz[i]);
        return sheet.withPositions(xyz);
    }

    @ParameterizedTest
    @CsvSource({
        // Height of the ground through a cube from 0 to 2, flipped, operation, what is left
        "0.5, false, DIFFERENCE, 6",
        "0.5, true, DIFFERENCE, 2",
        "0.5, false, INTERSECTION, 2",
        "0.5, true, INTERSECTION, 6",
        "1.5, false, DIFFERENCE, 2",
        "1.5, true, INTERSECTION, 2"
    })
    void aGroundLeavesWhatLiesBeforeIt(double height, boolean flip, Operation op, double left) throws StepException {
        Mesh cube = MeshFixtures.moved(MeshFixtures.cube(2), -1, -1, 0);
        Mesh r = combine(op, flip, cube, ground(4, height));
        assertClosed(r);
        assertEquals(left, volume(r), 1e-12);
    }

    @Test
    void theWallIsOfTheSheetsFaces() throws StepException {
        Mesh r = difference(MeshFixtures.moved(MeshFixtures.cube(2), -1, -1, 0), ground(4, 0.5));
        // Five sides of the cube, one of them whole, and four squares of the ground.
        assertEquals(9, r.faceCount());
        assertEquals(4, r.tag(Booleans.last.madeTag() + ":b").size());
    }

    @Test
    void aBentSheetAndABall() throws StepException {
        Mesh ball = TestContext.run(new UvSphere(4, 24, 12, Seat.CENTRED));
        Mesh sheet = bent(ground(6, -0.3), 0.4);
        Mesh above = difference(ball, sheet), below = combine(Operation.INTERSECTION, ball, sheet);
        assertClosed(above);
        assertClosed(below);
        assertEquals(volume(ball), volume(above) + volume(below), 1e-9);
        assertTrue(volume(above) > 1 && volume(below) > 1);
    }

    @Test
    void anotherShellIsJudgedByTheSideItLiesOn() throws StepException {
        Mesh two = TestContext.run(new Box(1, 1, 1, 1, 1, 1, Seat.STANDING));
        Mesh high = MeshFixtures.moved(two, 0, 0, 5), low = MeshFixtures.moved(two, 0, 0, -7);
        TestContext context = new TestContext(1);
        context.bodies.put("high", high);
        context.bodies.put("low", low);
        Mesh all = new Join(org.modeststack.steps.Bodies.of("high", "low")).apply(two, context);
        assertEquals(1 + 0.5, volume(difference(all, ground(4, 0.5))), 1e-12);
    }

    @Test
    void aSheetThatEndsInsideSaysWhere() {
        Mesh cube = MeshFixtures.moved(MeshFixtures.cube(6), -3, -3, 0);
        StepException e = assertThrows(StepException.class, () -> difference(cube, ground(4, 0.5)));
        assertTrue(e.getMessage().startsWith("b does not divide this body"), e.getMessage());
        assertNotNull(e.place());
        assertEquals(0.5, e.place().z(), 1e-12);
        assertEquals(2, Math.max(Math.abs(e.place().x()), Math.abs(e.place().y())), 1e-12);
    }

    @Test
    void aSheetCannotBeUnited() {
        StepException e = assertThrows(StepException.class, () -> union(MeshFixtures.cube(1), MeshFixtures.sheet(2)));
        assertTrue(e.getMessage().startsWith("b is open at 8 edges"), e.getMessage());
        assertEquals(0, e.place().z());
    }

    @Test
    void anOpenBodyIsCutWithoutAWall() throws StepException {
        Mesh sheet = ground(4, 0), drill = MeshFixtures.box(-0.5, -0.5, -1, 0.5, 0.5, 1);
        Mesh holed = difference(sheet, drill);
        assertEquals(16 - 1, Measures.of(holed).area(), 1e-12);
        assertEquals(16 + 4, Health.of(holed).borderEdges() - extraCorners(holed));
        assertEquals(
                1, Measures.of(combine(Operation.INTERSECTION, sheet, drill)).area(), 1e-12);
        assertTrue(Booleans.last.remarks.getFirst().text().startsWith("This body is open at 16 edges"));
    }

    /** The hole's sides are crossed by the grid lines through its middle: each is two edges. */
    private static int extraCorners(Mesh holed) {
        int n = 0;
        for (int v = 0; v < holed.vertexCount(); v++) {
            boolean onHole = Math.max(Math.abs(holed.x(v)), Math.abs(holed.y(v))) == 0.5;
            if (onHole && (holed.x(v) == 0 || holed.y(v) == 0)) n++;
        }
        return n;
    }

    /** A sheet that is cut itself: flipping is for sheets that cut, so it changes nothing here. */
    @ParameterizedTest
    @CsvSource({"false, DIFFERENCE", "true, DIFFERENCE", "false, INTERSECTION", "true, INTERSECTION"})
    void aSheetAndTwoBodies(boolean flip, Operation op) throws StepException {
        Mesh sheet = ground(8, 0.25);
        Mesh a = MeshFixtures.box(-3, -3, -1, -1, -1, 1), b = MeshFixtures.box(-2, -2, -1, 3, 2, 1);
        Mesh r = combine(op, flip, sheet, a, b);
        // The two hide 2 × 2 and 5 × 4 of 64, and share 1 × 1.
        assertEquals(
                op == Operation.DIFFERENCE ? 64 - (4 + 20 - 1) : 1,
                Measures.of(r).area(),
                1e-9);
    }

    /** Bodies that are cut by a flipped sheet and by a box, in one step. */
    @Test
    void aBodyMinusASheetAndABody() throws StepException {
        Mesh cube = MeshFixtures.moved(MeshFixtures.cube(2), -1, -1, 0);
        Mesh drill = MeshFixtures.box(-0.5, -0.5, -1, 0.5, 0.5, 3);
        Mesh under = combine(Operation.DIFFERENCE, true, cube, ground(4, 0.5), drill);
        assertClosed(under);
        assertEquals(0.5 * (4 - 1), volume(under), 1e-12);
        Mesh over = combine(Operation.DIFFERENCE, false, cube, ground(4, 0.5), drill);
        assertClosed(over);
        assertEquals(1.5 * (4 - 1), volume(over), 1e-12);
    }

    /**
     * Fins that all end in the Z axis: more run up along it than down, or the other way, so that no solid lies between
     * them. As many as there are of both are joined in pairs; the others end there.
     */
    @ParameterizedTest
    @CsvSource({"2, 1", "1, 2", "3, 1", "1, 3", "3, 2", "4, 2", "2, 0", "0, 3"})
    void finsThatMeetInOneEdgeAreJoinedInPairs(int up, int down) throws StepException {
        int n = up + down;
        MeshBuilder b = new MeshBuilder(4 * n, n);
        for (int i = 0; i < n; i++) {
            double angle = 2 * Math.PI * i / n + 0.1, x = Math.cos(angle), y = Math.sin(angle);
            // Each has its own vertices on the axis, or the body would be refused.
            int foot = b.vertex(0, 0, 0, 200 + i), top = b.vertex(0, 0, 4, 300 + i);
            int low = b.vertex(x, y, 0, 10 + i), high = b.vertex(x, y, 4, 50 + i);
            int[] fin = i < up ? new int[] {foot, top, high, low} : new int[] {top, foot, low, high};
            b.face(100 + i, b.material("Stone"), fin);
        }
        Mesh bar = TestContext.run(new Cylinder(1, 1, 24, 1, 0, Seat.CENTRED));
        Mesh r = difference(b.build(), MeshFixtures.moved(bar, 0, 0, 2));
        double inside = 0.5 * Math.cos(Math.PI / 24);
        double area = Measures.of(r).area();
        assertTrue(area > n * (4 - 0.5) - 1e-9 && area < n * (4 - inside) + 1e-9, "area " + area);
        Health health = Health.of(r);
        assertEquals(0, health.nonManifoldEdges());
        assertEquals(0, health.flippedEdges());
        int pairs = Math.min(up, down);
        // Each fin has six borders away from the axis, and two pieces of the axis where it is alone.
        assertEquals(6 * n + 2 * (n - 2 * pairs), health.borderEdges());
        // A pair is one sheet above the cut and below it.
        assertEquals(n - pairs, Measures.of(r).shells());
    }
}
