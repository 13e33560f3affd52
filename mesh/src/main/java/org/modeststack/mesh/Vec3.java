package org.modeststack.mesh;

/** A point or direction in space; lengths are millimetres wherever a unit applies. */
public record Vec3(double x, double y, double z) {
    public static final Vec3 ZERO = new Vec3(0, 0, 0);

    public Vec3 plus(Vec3 o) {
        return new Vec3(x + o.x, y + o.y, z + o.z);
    }

    public Vec3 minus(Vec3 o) {
        return new Vec3(x - o.x, y - o.y, z - o.z);
    }

    public Vec3 times(double s) {
        return new Vec3(x * s, y * s, z * s);
    }

    public double dot(Vec3 o) {
        return x * o.x + y * o.y + z * o.z;
    }

    public Vec3 cross(Vec3 o) {
        return new Vec3(y * o.z - z * o.y, z * o.x - x * o.z, x * o.y - y * o.x);
    }

    public double length() {
        return Math.sqrt(dot(this));
    }

    /** The unit vector in this direction; the zero vector stays zero. */
    public Vec3 unit() {
        double l = length();
        return l == 0 ? this : times(1 / l);
    }

    /** How far this point is from the straight line between two others, which may be one and the same. */
    public double distanceTo(Vec3 a, Vec3 b) {
        Vec3 along = b.minus(a), to = minus(a);
        double l2 = along.dot(along), t = l2 > 0 ? Math.clamp(to.dot(along) / l2, 0, 1) : 0;
        return to.minus(along.times(t)).length();
    }

    /** The component along axis 0, 1 or 2. */
    public double get(int axis) {
        return switch (axis) {
            case 0 -> x;
            case 1 -> y;
            case 2 -> z;
            default -> throw new IllegalArgumentException("axis " + axis);
        };
    }

    /**
     * The same with another value along one axis.
     *
     * @param axis 0 to 2
     */
    public Vec3 with(int axis, double value) {
        return new Vec3(axis == 0 ? value : x, axis == 1 ? value : y, axis == 2 ? value : z);
    }
}
