package org.modeststack.mesh;

/** An axis-aligned box. An empty one has {@code minX > maxX}. */
public record Bounds(double minX, double minY, double minZ, double maxX, double maxY, double maxZ) {
    public static final Bounds EMPTY = new Bounds(
            Double.POSITIVE_INFINITY,
            Double.POSITIVE_INFINITY,
            Double.POSITIVE_INFINITY,
            Double.NEGATIVE_INFINITY,
            Double.NEGATIVE_INFINITY,
            Double.NEGATIVE_INFINITY);

    /** The box round {@code xyz}, three coordinates a point. */
    public static Bounds of(double[] xyz) {
        double ax = Double.POSITIVE_INFINITY, ay = ax, az = ax;
        double bx = Double.NEGATIVE_INFINITY, by = bx, bz = bx;
        for (int i = 0; i < xyz.length; i += 3) {
            double x = xyz[i], y = xyz[i + 1], z = xyz[i + 2];
            ax = Math.min(ax, x);
            ay = Math.min(ay, y);
            az = Math.min(az, z);
            bx = Math.max(bx, x);
            by = Math.max(by, y);
            bz = Math.max(bz, z);
        }
        return new Bounds(ax, ay, az, bx, by, bz);
    }

    /** The box of a face's corners. */
    public static Bounds of(Mesh mesh, int face) {
        Bounds b = EMPTY;
        for (int c = mesh.offsets()[face]; c < mesh.offsets()[face + 1]; c++)
            b = b.including(mesh.point(mesh.corners()[c]));
        return b;
    }

    public boolean isEmpty() {
        return minX > maxX;
    }

    public Bounds union(Bounds o) {
        return new Bounds(
                Math.min(minX, o.minX),
                Math.min(minY, o.minY),
                Math.min(minZ, o.minZ),
                Math.max(maxX, o.maxX),
                Math.max(maxY, o.maxY),
                Math.max(maxZ, o.maxZ));
    }

    public Bounds including(Vec3 p) {
        return union(new Bounds(p.x(), p.y(), p.z(), p.x(), p.y(), p.z()));
    }

    /** Larger by a distance to all sides. */
    public Bounds grown(double by) {
        return new Bounds(minX - by, minY - by, minZ - by, maxX + by, maxY + by, maxZ + by);
    }

    /** Whether it has something in common with another box, be it only a point. */
    public boolean meets(Bounds o) {
        return minX <= o.maxX && o.minX <= maxX && minY <= o.maxY && o.minY <= maxY && minZ <= o.maxZ && o.minZ <= maxZ;
    }

    /** Whether another box lies in this one, but for a distance. */
    public boolean contains(Bounds o, double distance) {
        return minX <= o.minX + distance
                && minY <= o.minY + distance
                && minZ <= o.minZ + distance
                && maxX >= o.maxX - distance
                && maxY >= o.maxY - distance
                && maxZ >= o.maxZ - distance;
    }

    /** Whether both corners lie within a distance of those of another. */
    public boolean isNear(Bounds o, double distance) {
        return low().minus(o.low()).length() <= distance
                && high().minus(o.high()).length() <= distance;
    }

    /** The corner of the least coordinates. */
    public Vec3 low() {
        return new Vec3(minX, minY, minZ);
    }

    /** The corner of the greatest coordinates. */
    public Vec3 high() {
        return new Vec3(maxX, maxY, maxZ);
    }

    public Vec3 center() {
        return isEmpty() ? Vec3.ZERO : new Vec3((minX + maxX) / 2, (minY + maxY) / 2, (minZ + maxZ) / 2);
    }

    public Vec3 size() {
        return isEmpty() ? Vec3.ZERO : new Vec3(maxX - minX, maxY - minY, maxZ - minZ);
    }

    /** Length of the box's diagonal, 0 when empty. */
    public double diagonal() {
        return size().length();
    }

    /** The place in another box that a place has in this one; along an axis in which this one is flat it is shifted. */
    public Vec3 inProportion(Vec3 p, Bounds to) {
        return new Vec3(
                scaled(p.x(), minX, maxX, to.minX, to.maxX),
                scaled(p.y(), minY, maxY, to.minY, to.maxY),
                scaled(p.z(), minZ, maxZ, to.minZ, to.maxZ));
    }

    private static double scaled(double x, double a, double b, double c, double d) {
        return b - a > 0 ? c + (x - a) / (b - a) * (d - c) : x - a + c;
    }
}
