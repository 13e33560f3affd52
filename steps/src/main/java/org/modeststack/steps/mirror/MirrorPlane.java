package org.modeststack.steps.mirror;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.steps.Axis;

/**
 * A plane to mirror across, of any direction. Across an axis all is worked out in that one coordinate, exactly.
 *
 * @param axis that it is square to; null for none
 * @param at where it cuts that axis, mm
 * @param point on it
 * @param normal unit length
 */
record MirrorPlane(@Nullable Axis axis, double at, Vec3 point, Vec3 normal) {
    static MirrorPlane across(Axis axis, double at) {
        return new MirrorPlane(axis, at, axis.direction().times(at), axis.direction());
    }

    /** One that is square to an axis but for rounding is taken as just that. */
    static MirrorPlane of(Vec3 point, Vec3 normal) {
        for (Axis a : Axis.values())
            if (Math.abs(normal.dot(a.direction())) > 1 - 1e-15) return across(a, point.dot(a.direction()));
        return new MirrorPlane(null, 0, point, normal);
    }

    /** How far above it a point lies, along the normal; mm. */
    double height(double x, double y, double z) {
        if (axis == null)
            return (x - point.x()) * normal.x() + (y - point.y()) * normal.y() + (z - point.z()) * normal.z();
        return (axis == Axis.X ? x : axis == Axis.Y ? y : z) - at;
    }

    /** Puts a point, three coordinates, on the plane. */
    void drop(double[] p) {
        if (axis == null) move(p, 0, -height(p[0], p[1], p[2]));
        else p[axis.ordinal()] = at;
    }

    /** Puts points, three coordinates each, where their images are. */
    void reflect(double[] xyz, int from, int to) {
        if (axis != null) {
            for (int i = from + axis.ordinal(); i < to; i += 3) xyz[i] = 2 * at - xyz[i];
            return;
        }
        for (int i = from; i < to; i += 3) move(xyz, i, -2 * height(xyz[i], xyz[i + 1], xyz[i + 2]));
    }

    private void move(double[] xyz, int i, double by) {
        xyz[i] += by * normal.x();
        xyz[i + 1] += by * normal.y();
        xyz[i + 2] += by * normal.z();
    }

    /** Where all images are. */
    Affine reflection() {
        Vec3 n = normal;
        return new Affine(
                new Vec3(1, 0, 0).minus(n.times(2 * n.x())),
                new Vec3(0, 1, 0).minus(n.times(2 * n.y())),
                new Vec3(0, 0, 1).minus(n.times(2 * n.z())),
                n.times(2 * point.dot(n)));
    }

    /** The lowest and the highest that a box reaches, mm. */
    double[] reach(Bounds b) {
        double low = Double.POSITIVE_INFINITY, high = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < 8; i++) {
            double h = height(
                    (i & 1) == 0 ? b.minX() : b.maxX(),
                    (i & 2) == 0 ? b.minY() : b.maxY(),
                    (i & 4) == 0 ? b.minZ() : b.maxZ());
            low = Math.min(low, h);
            high = Math.max(high, h);
        }
        return new double[] {low, high};
    }
}
