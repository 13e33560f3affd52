package org.modeststack.steps.shape;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.place.Stretch;

/** Scales the whole mesh; negating one factor makes the mirror image, with its faces still looking outwards. */
@StepInfo(
        type = "scale",
        title = "Scale",
        family = Family.SHAPE,
        help = "Scales everything so far from a point. A negative factor also mirrors.",
        words = "size resize stretch negate")
public record Scale(
        @Param(
                label = "Factors",
                help = "Factor along X, Y and Z.",
                unit = Unit.FACTOR,
                min = -1e6,
                max = 1e6,
                def = "1 1 1")
        Vec3 factors,

        @Param(
                label = "From",
                help = "The point that stays.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0",
                role = Role.POINT)
        Vec3 from)
        implements PartStep {

    @Override
    public Geometry apply(Geometry in, StepContext context) throws StepException {
        if (factors.x() * factors.y() * factors.z() == 0)
            throw new StepException("A factor of 0 would flatten the body; use a small factor instead.");
        return in.placed(new Stretch(factors, from));
    }

    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty()) return List.of();
        Bounds b = in.bounds();
        Vec3 far = new Vec3(b.maxX(), b.maxY(), b.maxZ()).minus(from);
        List<Handle> all = new ArrayList<>();
        all.add(Handle.point("from", from));
        for (Axis a : Axis.values()) {
            double reach = far.get(a.ordinal());
            if (Math.abs(reach) <= 1e-9 * b.diagonal()) continue;
            Vec3 at = from.plus(a.direction().times(reach * factors.get(a.ordinal())));
            all.add(new Handle("factors", a.ordinal(), from, at, 1 / Math.abs(reach)));
        }
        return all;
    }

    @Override
    public Vec3 carry(Vec3 point) {
        Vec3 d = point.minus(from);
        return from.plus(new Vec3(d.x() * factors.x(), d.y() * factors.y(), d.z() * factors.z()));
    }

    @Override
    public String sentence() {
        return from.equals(Vec3.ZERO) ? "*Scale* by {factors}." : "*Scale* by {factors} from {from}.";
    }
}
