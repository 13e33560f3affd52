package org.modeststack.steps.place;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Placement;

/** Any affine map that does not flatten. */
public record Transform(Affine affine) implements Placement {
    @Override
    public void place(double[] xyz, int from, int to) {
        Vec3 x = affine.x(), y = affine.y(), z = affine.z(), shift = affine.shift();
        for (int i = from; i < to; i += 3) {
            double a = xyz[i], b = xyz[i + 1], c = xyz[i + 2];
            xyz[i] = x.x() * a + y.x() * b + z.x() * c + shift.x();
            xyz[i + 1] = x.y() * a + y.y() * b + z.y() * c + shift.y();
            xyz[i + 2] = x.z() * a + y.z() * b + z.z() * c + shift.z();
        }
    }

    @Override
    public boolean mirrors() {
        return affine.determinant() < 0;
    }

    /** About a point that stays: scaled by a factor, then turned. */
    public static Affine about(Vec3 point, Affine turn, double scale) {
        Affine turned = new Affine(
                turn.x().times(scale), turn.y().times(scale), turn.z().times(scale), Vec3.ZERO);
        return new Affine(turned.x(), turned.y(), turned.z(), point.minus(turned.point(point)));
    }
}
