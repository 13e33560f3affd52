package org.modeststack.app.state;

import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;

/**
 * Where the steps of a body take its points, as far as they move all of it: an affine map, by the images of the origin
 * and of the ends of the three unit vectors.
 */
public record StackPlacement(Vec3 origin, Vec3 x, Vec3 y, Vec3 z) {
    private static final Vec3 EX = new Vec3(1, 0, 0);
    private static final Vec3 EY = new Vec3(0, 1, 0);
    private static final Vec3 EZ = new Vec3(0, 0, 1);

    /** Over the steps from one on, to the marker line. */
    public static StackPlacement over(Body b, int from) {
        Vec3 o = carried(b, from, Vec3.ZERO);
        return new StackPlacement(
                o,
                carried(b, from, EX).minus(o),
                carried(b, from, EY).minus(o),
                carried(b, from, EZ).minus(o));
    }

    private static Vec3 carried(Body b, int from, Vec3 p) {
        for (Entry e : b.entries().subList(Math.min(from, b.shownSteps()), b.shownSteps()))
            if (e.enabled()) p = e.step().carry(p);
        return p;
    }

    /** Whether it leaves everything where it is. */
    public boolean isNone() {
        return origin.equals(Vec3.ZERO) && x.equals(EX) && y.equals(EY) && z.equals(EZ);
    }

    public Vec3 point(Vec3 p) {
        return origin.plus(vector(p));
    }

    /** A difference of two points. */
    public Vec3 vector(Vec3 d) {
        return x.times(d.x()).plus(y.times(d.y())).plus(z.times(d.z()));
    }

    public Vec3 direction(Vec3 d) {
        return vector(d).unit();
    }

    /** The way back; the same way where there is none because something was flattened. */
    public StackPlacement inverse() {
        double det = x.dot(y.cross(z));
        if (!(Math.abs(det) > 1e-300)) return this;
        // Rows of the inverse matrix are the cross products of the columns.
        Vec3 r = y.cross(z).times(1 / det),
                s = z.cross(x).times(1 / det),
                t = x.cross(y).times(1 / det);
        StackPlacement back = new StackPlacement(
                Vec3.ZERO, new Vec3(r.x(), s.x(), t.x()), new Vec3(r.y(), s.y(), t.y()), new Vec3(r.z(), s.z(), t.z()));
        return new StackPlacement(back.vector(origin).times(-1), back.x, back.y, back.z);
    }
}
