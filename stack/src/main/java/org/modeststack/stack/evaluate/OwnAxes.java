package org.modeststack.stack.evaluate;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.stack.WholePlacement;
import org.modeststack.steps.place.Transform;

/** How a body stands in space, as far as its steps say so: a peg that is put on a slope is as long as before. */
public final class OwnAxes {
    private static final double LEVEL = 1e-9;

    private OwnAxes() {}

    /**
     * How the shown steps have turned the whole body, as a map that moves nothing; the identity where they have not, or where
     * something else was done to the turned body that has axes of its own.
     */
    public static Affine of(Body b) {
        Affine turned = Affine.IDENTITY;
        for (Entry e : b.entries().subList(1, b.shownSteps())) {
            if (!e.enabled()) continue;
            Affine one = WholePlacement.of(e.step());
            Affine turn = new Affine(one.x(), one.y(), one.z(), Vec3.ZERO);
            if (turn.equals(Affine.IDENTITY)) continue;
            boolean rigid = turn.isRigid() && turn.determinant() > 0;
            // What is stretched once it is turned has the axes of the world from then on.
            turned = rigid ? turned.then(turn) : Affine.IDENTITY;
        }
        return turned;
    }

    /** Whether axes are those of the world, in any order. */
    public static boolean areLevel(Affine axes) {
        for (Vec3 a : new Vec3[] {axes.x(), axes.y(), axes.z()}) {
            double most = Math.max(Math.abs(a.x()), Math.max(Math.abs(a.y()), Math.abs(a.z())));
            if (Math.abs(most - 1) > LEVEL) return false;
        }
        return true;
    }

    /**
     * The size of the box round a body, along its own axes, mm. Linear in its vertices where it stands turned.
     *
     * @param axes from {@link #of}
     */
    public static Vec3 size(Geometry geometry, Affine axes) {
        if (areLevel(axes)) return geometry.bounds().size();
        return geometry.placed(new Transform(axes.inverse())).exactBounds().size();
    }
}
