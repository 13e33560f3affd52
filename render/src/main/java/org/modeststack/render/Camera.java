package org.modeststack.render;

import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Ray;

/**
 * Where the picture is taken from: looking at a target from a distance, Z up. An immutable value.
 *
 * @param target what is looked at and turned about, mm
 * @param yaw degrees round Z; 0 looks along +Y, that is from the front
 * @param pitch degrees above the horizon, -90 to 90
 * @param distance from the target to the eye, mm, greater than 0
 * @param perspective false for a parallel view of the same size at the target
 */
public record Camera(Vec3 target, double yaw, double pitch, double distance, boolean perspective) {
    /** Half the vertical angle of view. */
    public static final double HALF_ANGLE = Math.toRadians(17);

    /** The usual first look: from the front right, somewhat above. */
    public static final Camera DEFAULT = new Camera(Vec3.ZERO, 28, 32, 400, true);

    public Camera {
        pitch = Math.clamp(pitch, -90.0, 90.0);
        distance = Math.clamp(distance, 1e-6, 1e12);
        yaw = Math.IEEEremainder(yaw, 360);
    }

    /** From the eye into the picture. */
    public Vec3 forward() {
        double y = Math.toRadians(yaw), p = Math.toRadians(pitch);
        return new Vec3(-Math.sin(y) * Math.cos(p), Math.cos(y) * Math.cos(p), -Math.sin(p));
    }

    public Vec3 right() {
        double y = Math.toRadians(yaw);
        return new Vec3(Math.cos(y), Math.sin(y), 0);
    }

    public Vec3 up() {
        return right().cross(forward());
    }

    public Vec3 eye() {
        return target.minus(forward().times(distance));
    }

    /** Pixels per millimetre at the target. */
    public double scale(int height) {
        return height / 2.0 / (distance * Math.tan(HALF_ANGLE));
    }

    /** Turned about the target by degrees. */
    public Camera orbit(double dYaw, double dPitch) {
        return new Camera(target, yaw + dYaw, pitch + dPitch, distance, perspective);
    }

    /** Moved sideways so that what is at the target follows the pointer. */
    public Camera pan(double dx, double dy, int height) {
        double s = 1 / scale(height);
        return at(target.minus(right().times(dx * s)).plus(up().times(dy * s)));
    }

    /** Nearer (factor below 1) or farther, with the point under (x, y) staying there. */
    public Camera zoom(double factor, double x, double y, int width, int height) {
        double s = 1 / scale(height);
        Vec3 under = target.plus(right().times((x - width / 2.0) * s)).minus(up().times((y - height / 2.0) * s));
        Vec3 moved = under.plus(target.minus(under).times(factor));
        return new Camera(moved, yaw, pitch, distance * factor, perspective);
    }

    /** On the way to another place: turned the shorter way round, and nearing it evenly to the eye. */
    public Camera towards(Camera to, double share) {
        double turn = Math.IEEEremainder(to.yaw - yaw, 360);
        return new Camera(
                target.plus(to.target.minus(target).times(share)),
                yaw + turn * share,
                pitch + (to.pitch - pitch) * share,
                distance * Math.pow(to.distance / distance, share),
                to.perspective);
    }

    public Camera at(Vec3 newTarget) {
        return new Camera(newTarget, yaw, pitch, distance, perspective);
    }

    public Camera from(double newYaw, double newPitch) {
        return new Camera(target, newYaw, newPitch, distance, perspective);
    }

    public Camera withPerspective(boolean p) {
        return new Camera(target, yaw, pitch, distance, p);
    }

    /** Seen from the same direction, so near that the box fills the picture with a little room round it. */
    public Camera fit(Bounds box, int width, int height) {
        if (box.isEmpty()) return this;
        Vec3 c = box.center(), r = right(), u = up(), f = forward();
        double aspect = (double) width / height, tan = Math.tan(HALF_ANGLE), need = 1e-3;
        for (int i = 0; i < 8; i++) {
            Vec3 p = new Vec3(
                            (i & 1) == 0 ? box.minX() : box.maxX(),
                            (i & 2) == 0 ? box.minY() : box.maxY(),
                            (i & 4) == 0 ? box.minZ() : box.maxZ())
                    .minus(c);
            double side = Math.max(Math.abs(p.dot(r)) / aspect, Math.abs(p.dot(u))) / tan;
            need = Math.max(need, perspective ? side - p.dot(f) : side);
        }
        return new Camera(c, yaw, pitch, need * 1.04, perspective);
    }

    /** From the eye through a pixel; in a parallel view, along it from far before the target. */
    public Ray ray(double x, double y, int width, int height) {
        double s = 1 / scale(height);
        Vec3 across = right().times((x - width / 2.0) * s).plus(up().times((height / 2.0 - y) * s));
        Vec3 on = target.plus(across);
        return perspective
                ? new Ray(eye(), on.minus(eye()).unit())
                : new Ray(on.minus(forward().times(1e3 * distance)), forward());
    }

    /** The distance of grid lines on the ground: a power of ten in millimetres, not too close in the picture. */
    public double gridSpacing(int height) {
        return Ground.spacing(scale(height));
    }

    /** Where a point shows, in pixels from the upper left; the third number is its depth in front of the eye. */
    public Vec3 project(Vec3 p, int width, int height) {
        Vec3 d = p.minus(target);
        double depth = d.dot(forward()) + distance;
        double s = perspective ? height / 2.0 / Math.tan(HALF_ANGLE) / depth : scale(height);
        return new Vec3(width / 2.0 + d.dot(right()) * s, height / 2.0 - d.dot(up()) * s, depth);
    }
}
