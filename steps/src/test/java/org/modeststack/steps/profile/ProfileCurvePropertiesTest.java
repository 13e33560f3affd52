package org.modeststack.steps.profile;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.profile.ProfileCurveTest.along;
import static org.modeststack.steps.profile.ProfileCurveTest.laidOut;
import static org.modeststack.steps.profile.ProfileCurveTest.over;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.steps.StepException;

/** What must hold of {@link ProfileCurveTest}'s subject for whatever is drawn at random. */
class ProfileCurvePropertiesTest {

    /** An arc that touches both faces: its centre is square to each of them over its rail, at r = cot(turn / 2). */
    @Property(tries = 200)
    void roundIsAnArcThatTouchesBothFaces(
            @ForAll @DoubleRange(min = 0.01, max = 3.1) double turn, @ForAll @IntRange(min = 1, max = 64) int n) {
        double r = 1 / Math.tan(turn / 2);
        double before = 0;
        for (double[] p : laidOut(new ProfileCurve(1, n), turn)) {
            assertEquals(r, Math.hypot(p[0] - 1, p[1] - r), 1e-9 * Math.max(1, r));
            double angle = Math.atan2(1 - p[0], r - p[1]);
            assertTrue(angle >= before - 1e-12, "one way round");
            before = angle;
        }
        assertEquals(turn, before, 1e-6, "by as much as the faces turn");
    }

    /** Hollow is round mirrored at the chord; flat lies on the chord; full on the faces. */
    @Property(tries = 100)
    void theOtherPureProfiles(
            @ForAll @DoubleRange(min = 0.05, max = 3.0) double turn, @ForAll @IntRange(min = 1, max = 12) int n) {
        double[][] round = laidOut(new ProfileCurve(1, n), turn), hollow = laidOut(new ProfileCurve(-1, n), turn);
        double[][] flat = laidOut(new ProfileCurve(0, n), turn), full = laidOut(new ProfileCurve(2, n), turn);
        double cx = -Math.cos(turn) - 1, cy = Math.sin(turn), l = Math.hypot(cx, cy);
        for (int i = 0; i <= n; i++) {
            double up = over(round[i], cx, cy, l), down = over(hollow[i], cx, cy, l);
            assertEquals(-up, down, 1e-9, "mirrored");
            assertEquals(along(round[i], cx, cy, l), along(hollow[i], cx, cy, l), 1e-9);
            assertEquals(0, over(flat[i], cx, cy, l), 1e-12);
            assertEquals((double) i / n, along(flat[i], cx, cy, l) / l, 1e-9, "evenly");
            boolean onFirst = Math.abs(full[i][1]) < 1e-12;
            boolean onSecond = Math.abs(full[i][0] * Math.sin(turn) + full[i][1] * Math.cos(turn)) < 1e-12;
            assertTrue(onFirst || onSecond);
        }
    }

    @Property(tries = 100)
    void curvesAreReadAsTheyAreWritten(@ForAll Random random) throws StepException {
        int n = 1 + random.nextInt(20);
        double[] shares = random.doubles(n).sorted().toArray();
        StringBuilder text = new StringBuilder();
        double[] want = new double[2 * n + 4];
        want[2 * n + 2] = 1;
        for (int i = 0; i < n; i++) {
            want[2 * i + 2] = Math.rint(1 + shares[i] * 998) / 1000;
            want[2 * i + 3] = Math.rint((random.nextDouble() * 3 - 2) * 1000) / 1000;
            text.append(i == 0 ? "" : " ; ")
                    .append(want[2 * i + 2])
                    .append("  ")
                    .append(want[2 * i + 3]);
        }
        double[] read = Moulding.parse(text.toString());
        assertArrayEquals(want, read, 1e-12);
        assertArrayEquals(read, Moulding.parse(Moulding.show(read)), 1e-12);
        assertArrayEquals(read, Moulding.mirrored(Moulding.mirrored(read)), 1e-12);
    }
}
