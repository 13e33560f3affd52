package org.modeststack.steps.repeat;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Vec3;

/**
 * Frames that turn about a curve as little as possible. On a helix they are known: against the curve's own frame they turn back
 * by its torsion (R. Bishop, "There is more than one way to frame a curve", American Mathematical Monthly 82, 1975).
 */
class MovingFramesTest {
    private static Vec3 point(double r, double h, double a) {
        return new Vec3(r * Math.cos(a), r * Math.sin(a), h * a);
    }

    private static Vec3 along(double r, double h, double a) {
        return new Vec3(-r * Math.sin(a), r * Math.cos(a), h).unit();
    }

    /** The angle by which frames carried over a helix in so many places miss what they should be, radians. */
    private static double miss(double r, double h, double to, int places) {
        Vec3 inward = new Vec3(-1, 0, 0), up = inward;
        for (int i = 0; i < places; i++) {
            double a = to * i / places, b = to * (i + 1) / places;
            up = MovingFrames.next(point(r, h, a), along(r, h, a), up, point(r, h, b), along(r, h, b));
        }
        double length = Math.sqrt(r * r + h * h), torsion = h / (length * length);
        double back = -torsion * length * to;
        Vec3 normal = new Vec3(-Math.cos(to), -Math.sin(to), 0),
                side = along(r, h, to).cross(normal);
        Vec3 expected = normal.times(Math.cos(back)).plus(side.times(Math.sin(back)));
        return up.minus(expected).length();
    }

    /** Published: the error falls with the fourth power of the distance (Wang et al. 2008, section 5.2). */
    @ParameterizedTest
    @CsvSource({"2, 0.5", "1, 1", "3, 2"})
    void onAHelixTheErrorFallsWithTheFourthPower(double r, double h) {
        double coarse = miss(r, h, 5, 40), fine = miss(r, h, 5, 80);
        assertTrue(coarse < 1e-4, "" + coarse);
        double order = Math.log(coarse / fine) / Math.log(2);
        assertEquals(4, order, 0.3);
    }

    @Property(tries = 60)
    void framesAreSquareAndTurnOnlyAsTheWayDoes(
            @ForAll @DoubleRange(min = -3, max = 3) double twist,
            @ForAll @DoubleRange(min = 0.1, max = 2) double rise) {
        Vec3[] points = new Vec3[60];
        for (int i = 0; i < points.length; i++)
            points[i] = new Vec3(Math.cos(i / 6.0), Math.sin(i / 6.0) + twist * Math.sin(i / 9.0), rise * i / 10.0);
        EdgePath path = EdgePath.of(points, false);
        double[] ways = new double[30];
        for (int i = 0; i < ways.length; i++) ways[i] = path.length() * i / (ways.length - 1);
        Vec3[] ups = MovingFrames.ups(path, ways, new Vec3(0, 0, 1));
        for (int i = 0; i < ways.length; i++) {
            assertEquals(0, ups[i].dot(path.along(ways[i])), 1e-9);
            assertEquals(1, ups[i].length(), 1e-12);
        }
    }

    /** What a closed path in space has turned by is shared out, so that the last frame meets the first. */
    @Test
    void aClosedPathComesBackToItsFirstFrame() {
        int n = 200;
        Vec3[] points = new Vec3[n];
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n;
            // A trefoil knot.
            points[i] =
                    new Vec3(Math.sin(a) + 2 * Math.sin(2 * a), Math.cos(a) - 2 * Math.cos(2 * a), -Math.sin(3 * a));
        }
        EdgePath path = EdgePath.of(points, true);
        Vec3[] ups = MovingFrames.ups(path, new double[] {0, path.length() * (1 - 1e-9)}, new Vec3(0, 0, 1));
        assertTrue(ups[0].dot(ups[1]) > 1 - 1e-6, ups[0] + " " + ups[1]);
    }

    /** On a level path nothing ever tilts, round corners too. */
    @Test
    void onALevelPathUpStaysUp() {
        Vec3[] square = {new Vec3(0, 0, 5), new Vec3(10, 0, 5), new Vec3(10, 10, 5), new Vec3(0, 10, 5)};
        EdgePath path = EdgePath.of(square, true);
        assertEquals(40, path.length(), 1e-12);
        double[] ways = {0, 3, 10, 12, 20, 39};
        for (Vec3 up : MovingFrames.ups(path, ways, new Vec3(0, 0, 1))) assertEquals(1, up.z(), 1e-12);
        // Within a side the way is that of the side, at a corner between the two.
        assertEquals(new Vec3(1, 0, 0), path.along(3));
        assertEquals(Math.sqrt(0.5), path.along(10).x(), 1e-12);
        assertEquals(Math.sqrt(0.5), path.along(10).y(), 1e-12);
    }
}
