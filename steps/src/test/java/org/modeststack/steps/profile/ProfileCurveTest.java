package org.modeststack.steps.profile;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.steps.StepException;

/** Cross-sections, laid out in a plane: the edge at the origin, the first face along x. */
class ProfileCurveTest {
    /** x and y of all places, for faces that turn by an angle. */
    static double[][] laidOut(ProfileCurve c, double turn) {
        double[] ab = new double[2 * (c.segments() + 1)];
        c.at(turn, ab);
        double[][] out = new double[c.segments() + 1][];
        for (int i = 0; i < out.length; i++) {
            double a = ab[2 * i], b = ab[2 * i + 1];
            // The faces enclose what is left of a half turn.
            out[i] = new double[] {a - b * Math.cos(turn), b * Math.sin(turn)};
        }
        return out;
    }

    static double over(double[] p, double cx, double cy, double l) {
        return ((p[0] - 1) * cy - p[1] * cx) / l;
    }

    static double along(double[] p, double cx, double cy, double l) {
        return ((p[0] - 1) * cx + p[1] * cy) / l;
    }

    /** What lies between two pure profiles lies between them place by place, without a jump at 0 and 1. */
    @ParameterizedTest
    @ValueSource(doubles = {-1, -0.4, 0, 0.3, 1, 1.6, 2})
    void profilesGoOverIntoEachOther(double profile) {
        double[] at = new double[18], below = new double[18], above = new double[18];
        new ProfileCurve(profile, 8).at(1.2, at);
        new ProfileCurve(Math.max(-1, profile - 1e-9), 8).at(1.2, below);
        new ProfileCurve(Math.min(2, profile + 1e-9), 8).at(1.2, above);
        assertArrayEquals(at, below, 1e-8);
        assertArrayEquals(at, above, 1e-8);
        assertArrayEquals(new double[] {1, 0}, new double[] {at[0], at[1]}, 1e-12);
        assertArrayEquals(new double[] {0, 1}, new double[] {at[16], at[17]}, 1e-12);
    }

    @ParameterizedTest
    @EnumSource(
            value = Shape.class,
            names = {"STEPS", "COVE", "BEAD", "OGEE"})
    void mouldingsGoFromRailToRail(Shape shape) throws StepException {
        for (int n = 1; n <= 64; n++) {
            double[] p = Moulding.of(shape, n);
            assertEquals(0, p[0] + p[1], 1e-12);
            assertEquals(1, p[p.length - 2], 1e-12);
            assertEquals(0, p[p.length - 1], 1e-12);
            for (int i = 2; i < p.length; i += 2) assertTrue(p[i] >= p[i - 2] - 1e-12, "never back");
            // All but the ogee are the same from either side.
            if (shape != Shape.OGEE) assertArrayEquals(p, Moulding.mirrored(p), 1e-12);
            if (p.length / 2 <= 65)
                assertArrayEquals(p, Moulding.parse(Moulding.show(p)), 6e-4, "written with three digits");
        }
    }

    /** An ogee is hollow as far as it is round: turned by a half turn about its middle it is itself. */
    @Test
    void anOgeeIsHalfHollowAndHalfRound() {
        double[] p = Moulding.of(Shape.OGEE, 12), q = Moulding.mirrored(p);
        for (int i = 0; i < p.length; i += 2) {
            assertEquals(p[i], q[i], 1e-12);
            assertEquals(p[i + 1], -q[i + 1], 1e-12);
        }
        assertTrue(p[7] < -0.05 && q[7] > 0.05);
    }

    @Test
    void aCurveHasNotEndlesslyManyPoints() {
        StringBuilder text = new StringBuilder("0.5 0.1");
        for (int i = 0; i < 63; i++) text.append(", 0.5 0.1");
        StepException e = assertThrows(StepException.class, () -> Moulding.parse(text.toString()));
        assertEquals("A profile has 63 points of its own at the most.", e.getMessage());
    }
}
