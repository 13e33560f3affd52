package org.modeststack.steps.mirror;

import org.modeststack.mesh.Keys;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Placement;

/**
 * The mirror image in a plane.
 *
 * @param seed of the keys of the image
 */
record Reflection(MirrorPlane plane, long seed) implements Placement {
    @Override
    public Affine affine() {
        return plane.reflection();
    }

    @Override
    public void place(double[] xyz, int from, int to) {
        plane.reflect(xyz, from, to);
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
