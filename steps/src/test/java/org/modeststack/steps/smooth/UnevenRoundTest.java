package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.NamedSteps;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.UvSphere;

/** Collars on coarse round surfaces are told before they are smoothed, others are not; and subdividing below the cut helps. */
class UnevenRoundTest {
    private static final Step BALL = new UvSphere(40, 32, 20, Seat.CENTRED);

    private static Mesh made(Step source, int levels) throws StepException {
        Mesh m = TestContext.run(source);
        return levels == 0 ? m : new Subdivide(levels).apply(m, new TestContext());
    }

    private static Mesh hole(double x, int sides) throws StepException {
        return MeshFixtures.moved(TestContext.run(new Cylinder(14, 200, sides, 1, 0, Seat.CENTRED)), x, 1, 0);
    }

    private static Mesh tidied(Mesh body, double x, int sides) throws StepException {
        return NamedSteps.step(
                        "tidy-rim", "rim", PickText.parse("edges: made \"" + CutFixtures.RIM + "\""), "reach", 3.0)
                .apply(CutFixtures.cut(body, hole(x, sides), Operation.DIFFERENCE), new TestContext(4));
    }

    private static Mesh roundedPlate() throws StepException {
        Step bevel = NamedSteps.step("bevel", "where", PickText.parse("edges: all"), "width", 6.0, "segments", 4);
        return bevel.apply(TestContext.run(new Box(60, 60, 20, 1, 1, 1, Seat.CENTRED)), new TestContext(2));
    }

    static Stream<Arguments> bodies() throws StepException {
        Mesh ball = made(BALL, 0), plate = made(new Box(60, 60, 20, 3, 3, 1, Seat.CENTRED), 0);
        return Stream.of(
                Arguments.of("a ball", tidied(ball, 3, 96), true),
                Arguments.of("a torus", tidied(made(new Torus(60, 24, 40, 20, Seat.CENTRED), 0), 29, 96), true),
                Arguments.of("a ball subdivided before", tidied(made(BALL, 2), 3, 96), false),
                Arguments.of("the same with a coarse hole", tidied(made(BALL, 2), 3, 24), true),
                Arguments.of(
                        "a ball that was only cut", CutFixtures.cut(ball, hole(3, 96), Operation.DIFFERENCE), false),
                Arguments.of("a ball as it is", ball, false),
                Arguments.of("a plate with a coarse hole", tidied(plate, 4, 24), true),
                Arguments.of("a plate", tidied(plate, 4, 96), false),
                Arguments.of("a plate with rounded edges", tidied(roundedPlate(), 4, 96), false));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("bodies")
    void isToldOnlyWhereFacetsShow(String what, Mesh mesh, boolean told) throws StepException {
        TestContext context = new TestContext();
        new Subdivide(1).apply(mesh, context);
        assertEquals(
                told,
                context.remarks.stream().anyMatch(SmoothingAdvice::tellsOfUneven),
                () -> UnevenRound.in(mesh) + " " + context.remarks);
    }

    @Test
    void finerFacetsAreThoseThatTurnByLess() throws StepException {
        assertEquals(2, UnevenRound.levels(made(BALL, 0)));
        assertEquals(0, UnevenRound.levels(made(BALL, 2)));
        assertEquals(0, UnevenRound.levels(made(new Box(60, 60, 20, 3, 3, 1, Seat.CENTRED), 0)));
        assertEquals(96, UnevenRound.sides(24));
        assertTrue(UnevenRound.isCoarse(24));
        // Hexagons are not meant to be round, and a hundred sides are.
        assertFalse(UnevenRound.isCoarse(6));
        assertFalse(UnevenRound.isCoarse(100));
    }

    /** Beyond the collar a ball's smoothed normals are far nearer to those of a ball where it was subdivided before the cut. */
    @Test
    void subdividedBeforeTheCutASmoothedBallStaysRound() throws StepException {
        double coarse = worst(new Subdivide(2).apply(tidied(made(BALL, 0), 3, 24), new TestContext())),
                finer = worst(new Subdivide(1).apply(tidied(made(BALL, 2), 3, 24), new TestContext()));
        assertTrue(coarse > 1.5, () -> "coarse: off by " + coarse);
        assertTrue(finer < coarse / 4, () -> "coarse: off by " + coarse + "°, subdivided before: " + finer + "°");
    }

    /** How far normals of faces from 3 to 8 mm beside the hole are from those of a ball, degrees. */
    private static double worst(Mesh m) {
        double worst = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            Vec3 at = FaceFrames.of(m).middle(f);
            double beside = Math.hypot(at.x() - 3, at.y() - 1) - 7;
            if (beside < 3 || beside > 8) continue;
            Vec3 normal = FaceFrames.of(m).normal(f);
            worst = Math.max(worst, Math.toDegrees(Math.acos(Math.min(1, normal.dot(at.unit())))));
        }
        return worst;
    }
}
