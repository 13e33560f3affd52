package org.modeststack.steps.place;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Placement;
import org.modeststack.steps.Axis;

/**
 * Turned round an axis of the world through a point, and then moved along it.
 *
 * @param rise how far, mm; 0 leaves all numbers as turning has left them
 */
public record AxisTurn(Axis axis, double cos, double sin, Vec3 about, double rise) implements Placement {
    @Override
    public Affine affine() {
        Vec3 x = turned(new Vec3(1, 0, 0)), y = turned(new Vec3(0, 1, 0)), z = turned(new Vec3(0, 0, 1));
        Vec3 shift = about.minus(turned(about)).plus(axis.direction().times(rise));
        return new Affine(x, y, z, shift);
    }

    /** A direction. */
    private Vec3 turned(Vec3 d) {
        double[] p = {d.x(), d.y(), d.z()};
        axis.turn(p, 0, 3, cos, sin, Vec3.ZERO);
        return new Vec3(p[0], p[1], p[2]);
    }

    @Override
    public void place(double[] xyz, int from, int to) {
        axis.turn(xyz, from, to, cos, sin, about);
        if (rise != 0) new Shift(axis.direction().times(rise)).place(xyz, from, to);
    }
}
