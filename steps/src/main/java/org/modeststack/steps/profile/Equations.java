package org.modeststack.steps.profile;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;

/** Three linear equations with a symmetric matrix, as least squares in space come to. */
public final class Equations {
    private Equations() {}

    /**
     * @param q the matrix: xx, xy, xz, yy, yz, zz
     * @param flat a determinant below this share of the cubed trace counts as none
     * @return null where the matrix is singular
     */
    public static @Nullable Vec3 solve(double[] q, double[] right, double flat) {
        double a = q[3] * q[5] - q[4] * q[4], b = q[2] * q[4] - q[1] * q[5], c = q[1] * q[4] - q[2] * q[3];
        double det = q[0] * a + q[1] * b + q[2] * c, trace = q[0] + q[3] + q[5];
        if (!(Math.abs(det) > flat * trace * trace * trace)) return null;
        double d = q[0] * q[5] - q[2] * q[2], e = q[1] * q[2] - q[0] * q[4], f = q[0] * q[3] - q[1] * q[1];
        return new Vec3(
                (a * right[0] + b * right[1] + c * right[2]) / det,
                (b * right[0] + d * right[1] + e * right[2]) / det,
                (c * right[0] + e * right[1] + f * right[2]) / det);
    }
}
