package org.modeststack.stack;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.steps.Step;

/** Where the steps of a body put all of it, as far as they move it as a whole. */
public final class WholePlacement {
    private WholePlacement() {}

    /** Over the steps from one on, to the marker line. */
    public static Affine over(Body b, int from) {
        Affine all = Affine.IDENTITY;
        for (Entry e : b.entries().subList(Math.min(from, b.shownSteps()), b.shownSteps()))
            if (e.enabled()) all = all.then(of(e.step()));
        return all;
    }

    /** Where one step puts all that goes into it. */
    public static Affine of(Step step) {
        Vec3 o = step.carry(Vec3.ZERO);
        return new Affine(
                step.carry(Affine.IDENTITY.x()).minus(o),
                step.carry(Affine.IDENTITY.y()).minus(o),
                step.carry(Affine.IDENTITY.z()).minus(o),
                o);
    }

    /** The way back; the same way where there is none because something was flattened. */
    public static Affine back(Affine way) {
        return Math.abs(way.determinant()) > 1e-300 ? way.inverse() : way;
    }
}
