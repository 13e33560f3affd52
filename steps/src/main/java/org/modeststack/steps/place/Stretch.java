package org.modeststack.steps.place;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Placement;

/** Scaled along the axes from a point that stays; no factor is 0. */
public record Stretch(Vec3 factors, Vec3 from) implements Placement {
    @Override
    public Affine affine() {
        Vec3 x = new Vec3(factors.x(), 0, 0), y = new Vec3(0, factors.y(), 0), z = new Vec3(0, 0, factors.z());
        return new Affine(
                x,
                y,
                z,
                new Vec3(from.x() * (1 - factors.x()), from.y() * (1 - factors.y()), from.z() * (1 - factors.z())));
    }

    @Override
    public void place(double[] xyz, int begin, int end) {
        for (int i = begin; i < end; i += 3) {
            xyz[i] = from.x() + (xyz[i] - from.x()) * factors.x();
            xyz[i + 1] = from.y() + (xyz[i + 1] - from.y()) * factors.y();
            xyz[i + 2] = from.z() + (xyz[i + 2] - from.z()) * factors.z();
        }
    }

    @Override
    public boolean mirrors() {
        return factors.x() * factors.y() * factors.z() < 0;
    }
}
