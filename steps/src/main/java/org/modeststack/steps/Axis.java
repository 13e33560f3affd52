package org.modeststack.steps;

import org.modeststack.mesh.Vec3;

/** One of the three axes of the world. */
public enum Axis {
    X,
    Y,
    Z;

    public Vec3 direction() {
        return new Vec3(this == X ? 1 : 0, this == Y ? 1 : 0, this == Z ? 1 : 0);
    }

    /** Turns points in place, three coordinates each, round this axis through a point. */
    public void turn(double[] xyz, int from, int to, double cos, double sin, Vec3 about) {
        int u = (ordinal() + 1) % 3, v = (ordinal() + 2) % 3;
        double ou = about.get(u), ov = about.get(v);
        for (int i = from; i < to; i += 3) {
            double a = xyz[i + u] - ou, b = xyz[i + v] - ov;
            xyz[i + u] = ou + (a * cos - b * sin);
            xyz[i + v] = ov + (a * sin + b * cos);
        }
    }
}
