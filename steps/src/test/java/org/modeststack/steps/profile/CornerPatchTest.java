package org.modeststack.steps.profile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Vec3;

/** Grids in corners, seen at the corner of a cube whose three edges are cut off alike. */
class CornerPatchTest {
    private static CornerPatch cubeCorner(double profile, int n) {
        Vec3 x = new Vec3(-1, 0, 0), y = new Vec3(0, -1, 0), z = new Vec3(0, 0, -1);
        Vec3[] foot = {x, y, z};
        Vec3[] ends = {x.plus(z), x.plus(y), y.plus(z)};
        double right = Math.PI / 2;
        return new CornerPatch(new ProfileCurve(profile, n), foot, ends, new double[] {right, right, right});
    }

    /** Rings of m (n − 2k) vertices each, and one in the middle for even n. */
    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5, 9, 64})
    void asManyPlacesAsTheRingsHave(int n) {
        int want = n % 2 == 0 ? 1 : 0;
        for (int k = 1; 2 * k < n; k++) want += 3 * (n - 2 * k);
        assertEquals(want, cubeCorner(1, n).places().length);
    }

    @ParameterizedTest
    @ValueSource(ints = {2, 5, 8, 64})
    void roundLiesOnTheBallAndHollowRoundTheOldVertex(int n) {
        for (Vec3 p : cubeCorner(1, n).places())
            assertEquals(1, p.minus(new Vec3(-1, -1, -1)).length(), 1e-12);
        for (Vec3 p : cubeCorner(-1, n).places()) assertEquals(Math.sqrt(2), p.length(), 1e-12);
        for (Vec3 p : cubeCorner(0, n).places()) assertEquals(-2, p.x() + p.y() + p.z(), 1e-12, "a plane");
        for (Vec3 p : cubeCorner(2, n).places())
            assertTrue(
                    Math.abs(p.x()) < 1e-12 || Math.abs(p.y()) < 1e-12 || Math.abs(p.z()) < 1e-12, "on the old faces");
    }
}
