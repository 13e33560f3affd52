package org.modeststack.steps.mirror;

import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Placement;
import org.modeststack.steps.Axis;

/**
 * The mirror image across a plane square to an axis.
 *
 * @param at where the plane cuts the axis
 * @param seed of the keys of the image
 */
record Reflection(Axis axis, double at, long seed) implements Placement {
    @Override
    public Affine affine() {
        Vec3 d = axis.direction();
        Affine same = Affine.IDENTITY;
        return new Affine(
                axis == Axis.X ? d.times(-1) : same.x(),
                axis == Axis.Y ? d.times(-1) : same.y(),
                axis == Axis.Z ? d.times(-1) : same.z(),
                d.times(2 * at));
    }

    @Override
    public void place(double[] xyz, int from, int to) {
        for (int i = from + axis.ordinal(); i < to; i += 3) xyz[i] = 2 * at - xyz[i];
    }

    @Override
    public boolean mirrors() {
        return true;
    }

    @Override
    public long key(long key) {
        return Keys.of(key, seed);
    }
}
