package org.modeststack.steps.round;

import java.util.List;
import org.modeststack.mesh.Vec3;

/**
 * The way in which a point leaves several faces that meet in it so that it is one unit off all of them: the least squares
 * solution of "its product with each normal is 1", with a little weight on being short.
 */
final class OffsetWay {
    /** How much being short counts, as a share of all normals. */
    private static final double SHORT = 0.01;

    /** It is no longer than this where faces meet at a knife's edge. */
    private static final double LONGEST = 3;

    private OffsetWay() {}

    /** @param normals each as long as it counts, since thin triangles tell little */
    static Vec3 of(List<Vec3> normals) {
        double all = normals.stream().mapToDouble(Vec3::length).sum(), least = SHORT * all;
        double xx = least, yy = least, zz = least, xy = 0, yz = 0, zx = 0;
        Vec3 sum = Vec3.ZERO;
        for (Vec3 weighted : normals) {
            double w = weighted.length();
            Vec3 n = weighted.unit();
            xx += w * n.x() * n.x();
            yy += w * n.y() * n.y();
            zz += w * n.z() * n.z();
            xy += w * n.x() * n.y();
            yz += w * n.y() * n.z();
            zx += w * n.z() * n.x();
            sum = sum.plus(weighted);
        }
        Vec3 a = new Vec3(xx, xy, zx), b = new Vec3(xy, yy, yz), c = new Vec3(zx, yz, zz);
        double det = a.dot(b.cross(c));
        Vec3 out = b.cross(c)
                .times(sum.x())
                .plus(c.cross(a).times(sum.y()))
                .plus(a.cross(b).times(sum.z()))
                .times(1 / det);
        return out.length() > LONGEST ? out.unit().times(LONGEST) : out;
    }
}
