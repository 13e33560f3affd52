package org.modeststack.mesh.part;

import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;

/**
 * An affine map of space: straight lines stay straight and parallel ones parallel.
 *
 * @param x where the unit vector along X goes; y and z likewise
 * @param shift where the origin goes
 */
public record Affine(Vec3 x, Vec3 y, Vec3 z, Vec3 shift) {
    public static final Affine IDENTITY =
            new Affine(new Vec3(1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1), Vec3.ZERO);

    /** A map that leaves directions as they are. */
    public static Affine shift(Vec3 by) {
        return new Affine(IDENTITY.x, IDENTITY.y, IDENTITY.z, by);
    }

    public Vec3 direction(Vec3 d) {
        return x.times(d.x()).plus(y.times(d.y())).plus(z.times(d.z()));
    }

    /** What becomes of a direction square to a surface: square to its image, on the side that its corners run round. */
    public Vec3 normal(Vec3 n) {
        return y.cross(z)
                .times(n.x())
                .plus(z.cross(x).times(n.y()))
                .plus(x.cross(y).times(n.z()));
    }

    public Vec3 point(Vec3 p) {
        return direction(p).plus(shift);
    }

    /** First this, then another. */
    public Affine then(Affine o) {
        return new Affine(o.direction(x), o.direction(y), o.direction(z), o.point(shift));
    }

    /** By how much volumes grow; negative where it mirrors. */
    public double determinant() {
        return x.cross(y).dot(z);
    }

    /** The most that any length grows by, at most 1.8 times too large where lengths grow unequally. */
    public double greatestScale() {
        return Math.sqrt(x.dot(x) + y.dot(y) + z.dot(z)) / (isRigid() ? Math.sqrt(3) : 1);
    }

    /** Whether it changes no length, but for rounding; it may mirror. */
    public boolean isRigid() {
        double e = 1e-9;
        return Math.abs(x.dot(x) - 1) < e
                && Math.abs(y.dot(y) - 1) < e
                && Math.abs(z.dot(z) - 1) < e
                && Math.abs(x.dot(y)) < e
                && Math.abs(y.dot(z)) < e
                && Math.abs(z.dot(x)) < e;
    }

    /** @throws ArithmeticException if it flattens space */
    public Affine inverse() {
        double d = determinant();
        if (d == 0) throw new ArithmeticException("no inverse");
        Vec3 a = y.cross(z).times(1 / d),
                b = z.cross(x).times(1 / d),
                c = x.cross(y).times(1 / d);
        Affine turn = new Affine(
                new Vec3(a.x(), b.x(), c.x()), new Vec3(a.y(), b.y(), c.y()), new Vec3(a.z(), b.z(), c.z()), Vec3.ZERO);
        return new Affine(turn.x, turn.y, turn.z, turn.direction(shift).times(-1));
    }

    /** A box round the image of a box. */
    public Bounds bounds(Bounds b) {
        if (b.isEmpty()) return b;
        double[] corners = new double[24];
        for (int i = 0; i < 8; i++) {
            Vec3 p = point(new Vec3(
                    (i & 1) == 0 ? b.minX() : b.maxX(),
                    (i & 2) == 0 ? b.minY() : b.maxY(),
                    (i & 4) == 0 ? b.minZ() : b.maxZ()));
            corners[3 * i] = p.x();
            corners[3 * i + 1] = p.y();
            corners[3 * i + 2] = p.z();
        }
        return Bounds.of(corners);
    }
}
