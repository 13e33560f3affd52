package org.modeststack.steps.shape;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.place.Shift;

/** Moves the whole mesh. */
@StepInfo(
        type = "move",
        title = "Move",
        family = Family.SHAPE,
        help = "Moves everything so far by a distance along X, Y and Z.",
        words = "translate place shift position")
public record Move(
        @Param(
                label = "By",
                help = "Distance along X, Y and Z.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0")
        Vec3 by)
        implements PartStep {

    @Override
    public Geometry apply(Geometry in, StepContext context) {
        return in.placed(new Shift(by));
    }

    @Override
    public List<Handle> handles(Mesh in) {
        if (in.isEmpty()) return List.of();
        Vec3 center = carry(in.bounds().center());
        double reach = 0.5 * in.bounds().diagonal();
        List<Handle> all = new ArrayList<>();
        all.add(Handle.point("by", center));
        for (Axis a : Axis.values()) {
            all.add(Handle.shifting(
                    "by", a.ordinal(), center, center.plus(a.direction().times(reach))));
        }
        return all;
    }

    @Override
    public Vec3 carry(Vec3 p) {
        return p.plus(by);
    }

    @Override
    public String sentence() {
        return "*Move* by {by}.";
    }
}
