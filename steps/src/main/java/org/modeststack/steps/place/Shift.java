package org.modeststack.steps.place;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Placement;

/** Somewhere else by a distance. */
public record Shift(Vec3 by) implements Placement {
    @Override
    public Affine affine() {
        return Affine.shift(by);
    }

    @Override
    public void place(double[] xyz, int from, int to) {
        for (int i = from; i < to; i += 3) {
            xyz[i] += by.x();
            xyz[i + 1] += by.y();
            xyz[i + 2] += by.z();
        }
    }
}
