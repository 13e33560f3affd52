package org.modeststack.steps.place;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Placement;

/** A turn about the origin followed by a shift: what moves a body without changing its shape. */
public record Rigid(Affine affine) implements Placement {
    private static final Vec3 EX = new Vec3(1, 0, 0);
    private static final Vec3 EY = new Vec3(0, 1, 0);
    private static final Vec3 EZ = new Vec3(0, 0, 1);

    public static Rigid shift(Vec3 by) {
        return new Rigid(Affine.shift(by));
    }

    /** Takes a right-handed frame of unit vectors to another, and a point to a point. */
    public static Rigid between(Vec3[] from, Vec3 fromPoint, Vec3[] to, Vec3 toPoint) {
        Vec3[] e = new Vec3[3];
        for (int i = 0; i < 3; i++)
            e[i] = to[0].times(from[0].get(i)).plus(to[1].times(from[1].get(i))).plus(to[2].times(from[2].get(i)));
        Affine turn = new Affine(e[0], e[1], e[2], Vec3.ZERO);
        return new Rigid(new Affine(e[0], e[1], e[2], toPoint.minus(turn.point(fromPoint))));
    }

    /**
     * The shortest turn that takes one direction to another, as images of the axes (O. Rodrigues's formula). For
     * opposite directions it turns half round a horizontal axis.
     */
    public static Rigid shortest(Vec3 from, Vec3 to) {
        Vec3 a = from.unit(), b = to.unit(), axis = a.cross(b);
        double sin = axis.length(), cos = a.dot(b);
        if (sin < 1e-12) {
            if (cos > 0) return shift(Vec3.ZERO);
            Vec3 level = EZ.cross(a);
            axis = level.length() < 1e-6 ? EX : level.unit();
            sin = 0;
            cos = -1;
        } else {
            axis = axis.unit();
        }
        return round(axis, cos, sin);
    }

    /**
     * A turn about an axis through the origin.
     *
     * @param axis unit length
     */
    public static Rigid round(Vec3 axis, double cos, double sin) {
        Vec3[] e = {EX, EY, EZ};
        for (int i = 0; i < 3; i++) {
            Vec3 along = axis.times(axis.dot(e[i])), across = e[i].minus(along);
            e[i] = along.plus(across.times(cos)).plus(axis.cross(across).times(sin));
        }
        return new Rigid(new Affine(e[0], e[1], e[2], Vec3.ZERO));
    }

    /** First this, then another. */
    public Rigid then(Rigid o) {
        return new Rigid(affine.then(o.affine));
    }

    @Override
    public void place(double[] xyz, int from, int to) {
        new Transform(affine).place(xyz, from, to);
    }
}
