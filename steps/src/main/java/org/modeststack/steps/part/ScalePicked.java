package org.modeststack.steps.part;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Handle;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;
import org.modeststack.steps.pick.Pick;

/** Scales picked elements from a pivot. A factor of 0 makes them flat across that axis. */
@StepInfo(
        type = "scale-picked",
        title = "Scale picked",
        family = Family.FACES,
        help = "Makes picked vertices, edges or faces larger or smaller from their middle or a given point.",
        words = "size resize stretch flat soft proportional")
public record ScalePicked(
        @Param(label = "What", help = "What is scaled.", def = "faces")
        Pick what,

        @Param(
                label = "Factors",
                help = "Factor along each axis.",
                unit = Unit.FACTOR,
                min = -1e6,
                max = 1e6,
                def = "0.8 0.8 0.8")
        Vec3 factors,

        @PartAxes Axes axes,

        @Param(label = "Pivot", help = "Which point stays.", def = "middle")
        Pivot pivot,

        @GivenPivot Vec3 point,

        @SoftReach double reach,

        @Fading Fade fade)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        Axes.Frame frame = axes.of(in, picked);
        Vec3 center = pivot.of(frame, point);
        return MovedVertices.of(in, what, picked, fade, reach, context, (p, w) -> {
            Vec3 d = frame.in(p.minus(center));
            Vec3 scaled = new Vec3(
                    d.x() * (1 + w * (factors.x() - 1)),
                    d.y() * (1 + w * (factors.y() - 1)),
                    d.z() * (1 + w * (factors.z() - 1)));
            return center.plus(frame.out(scaled));
        });
    }

    @Override
    public List<Handle> handles(Mesh in) {
        Selection picked = what.on(in).selection();
        if (picked.isEmpty()) return List.of();
        Axes.Frame frame = axes.of(in, picked);
        Vec3 center = pivot.of(frame, point);
        double[] reach = new double[3];
        for (int v : picked.to(in, ElementKind.VERTEX).elements().stream().toArray()) {
            Vec3 d = frame.in(in.point(v).minus(center));
            for (int i = 0; i < 3; i++) reach[i] = Math.max(reach[i], Math.abs(d.get(i)));
        }
        List<Handle> all = new ArrayList<>();
        if (pivot == Pivot.GIVEN) all.add(Handle.point("point", point));
        for (int i = 0; i < 3; i++) {
            // Along an axis on which all lies at the pivot there is nothing to scale.
            if (reach[i] <= 1e-9 * in.bounds().diagonal()) continue;
            Vec3 way = frame.axis(i).times(reach[i]);
            all.add(new Handle("factors", i, center, center.plus(way.times(factors.get(i))), 1 / reach[i]));
        }
        return all;
    }

    @Override
    public String sentence() {
        return "*Scale* {what} by {factors}" + pivot.words() + MovedVertices.tail(axes, reach);
    }
}
