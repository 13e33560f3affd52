package org.modeststack.steps.mirror;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.steps.Axis;
import org.modeststack.steps.NamedSteps;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Seat;

/** A boss on one corner of a divided block is put onto the others. */
class CarryOverTest {
    private static final double BLOCK = 60 * 60 * 20;
    private Mesh block;
    /** With a boss of 10 × 10 × 5 mm on the square from (10, 10) to (20, 20). */
    private Mesh bossed;

    private static String square(double x, double y) {
        return "faces: facing 0 0 1 5; within inside " + (x - 1) + " " + (y - 1) + " 19 " + (x + 11) + " " + (y + 11)
                + " 21";
    }

    private static Mesh raised(Mesh m, double x, double y, double height) throws StepException {
        return NamedSteps.step("extrude", "faces", PickText.parse(square(x, y)), "distance", height)
                .apply(m, new TestContext((long) (x + 7 * y + 1000)));
    }

    @BeforeEach
    void aBlockWithABoss() throws StepException {
        block = TestContext.run(NamedSteps.step(
                "box",
                "width",
                60.0,
                "depth",
                60.0,
                "height",
                20.0,
                "segmentsX",
                6,
                "segmentsY",
                6,
                "segmentsZ",
                2,
                "origin",
                Seat.STANDING));
        bossed = raised(block, 10, 10, 5);
        assertEquals(BLOCK + 500, Measures.of(bossed).volume(), 1e-9);
    }

    private static Step carry(Object... pairs) {
        return NamedSteps.with(
                NamedSteps.step("carry-over", "what", PickText.parse("faces: inside 9 9 20 21 21 30")), pairs);
    }

    private static void assertSound(Mesh m) {
        assertTrue(Health.of(m).isClosed());
        assertTrue(Crossings.of(m).isEmpty());
        assertEquals(m.faceCount(), Arrays.stream(m.faceKeys()).distinct().count());
        assertEquals(m.vertexCount(), Arrays.stream(m.vertexKeys()).distinct().count());
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1})
    void aBossIsMirrored(int rings) throws StepException {
        Mesh m = TestContext.run(carry("grownBy", rings), bossed);
        assertSound(m);
        assertEquals(BLOCK + 1000, Measures.of(m).volume(), 1e-9);
        assertEquals(bossed.faceCount() + 4, m.faceCount());
        assertEquals(0, Measures.of(m).centroid().x(), 1e-9);
    }

    @Test
    void whatIsThereIsReplaced() throws StepException {
        Mesh both = raised(bossed, -20, 10, 9);
        Mesh m = TestContext.run(carry(), both);
        assertSound(m);
        assertEquals(BLOCK + 1000, Measures.of(m).volume(), 1e-9);
    }

    @ParameterizedTest
    @CsvSource({"90, 3, 4", "180, 1, 2", "-90, 1, 2"})
    void orTurnedRoundAnAxis(double angle, int times, int bosses) throws StepException {
        Mesh m = TestContext.run(
                carry("how", CarryOver.How.TURNED, "axis", Axis.Z, "angle", angle, "times", times), bossed);
        assertSound(m);
        assertEquals(BLOCK + 500 * bosses, Measures.of(m).volume(), 1e-9);
    }

    @Test
    void orMoved() throws StepException {
        Mesh m = TestContext.run(
                carry("how", CarryOver.How.MOVED, "by", new Vec3(-20, 0, 0), "times", 2, "grownBy", 0), bossed);
        assertSound(m);
        assertEquals(BLOCK + 1500, Measures.of(m).volume(), 1e-9);
    }

    /** A larger boss on the other side needs more rings, and the step says how many. */
    @Test
    void whereTheBodyIsNotAlikeThePlaceAndTheRingsThatGoAreSaid() throws StepException {
        Mesh other = NamedSteps.step("divide-faces", "faces", PickText.parse(square(-20, 10)), "mostSides", 3)
                .apply(bossed, new TestContext(77));
        Mesh moved = other.withPositions(shifted(other));
        StepException e = assertThrows(StepException.class, () -> TestContext.run(carry("grownBy", 0), moved));
        assertTrue(e.getMessage().endsWith("Grown by 1 it would go."), e.getMessage());
        assertTrue(Objects.requireNonNull(e.place()).x() < 0);
        assertSound(TestContext.run(carry("grownBy", 1), moved));
    }

    /** One corner of the square on the other side is elsewhere. */
    private static double[] shifted(Mesh m) {
        double[] xyz = m.xyz().clone();
        for (int v = 0; v < m.vertexCount(); v++) if (m.x(v) == -10 && m.y(v) == 10 && m.z(v) == 20) xyz[3 * v] += 2;
        return xyz;
    }

    @Test
    void ontoItselfItDoesNotGo() {
        StepException e = assertThrows(
                StepException.class,
                () -> TestContext.run(
                        carry("how", CarryOver.How.MOVED, "by", new Vec3(-10, 0, 0), "grownBy", 1), block));
        assertTrue(
                e.getMessage().startsWith("The place it would go to reaches the part itself")
                        || e.getMessage().startsWith("At the border"),
                e.getMessage());
    }
}
