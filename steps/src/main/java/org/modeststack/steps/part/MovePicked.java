package org.modeststack.steps.part;

import java.util.ArrayList;
import java.util.List;
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

/** Moves picked elements. */
@StepInfo(
        type = "move-picked",
        title = "Move picked",
        family = Family.FACES,
        help = "Moves picked vertices, edges or faces along the body's axes, their normal or their edges.",
        words = "translate shift drag push pull soft proportional")
public record MovePicked(
        @Param(label = "What", help = "What is moved.", def = "faces")
        Pick what,

        @Param(
                label = "By",
                help = "Distance along each axis.",
                unit = Unit.LENGTH,
                min = -1e9,
                max = 1e9,
                def = "0 0 0")
        Vec3 by,

        @PartAxes Axes axes,

        @SoftReach double reach,

        @Fading Fade fade)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        Vec3 d = axes.of(in, picked).out(by);
        return MovedVertices.of(in, what, picked, fade, reach, context, (p, w) -> p.plus(d.times(w)));
    }

    @Override
    public List<Handle> handles(Mesh in) {
        Selection picked = what.on(in).selection();
        if (picked.isEmpty()) return List.of();
        Axes.Frame frame = axes.of(in, picked);
        Vec3 at = frame.middle().plus(frame.out(by));
        double length = 0.25 * in.bounds().diagonal();
        List<Handle> all = new ArrayList<>();
        if (axes == Axes.BODY) all.add(Handle.point("by", at));
        for (int i = 0; i < 3; i++)
            all.add(Handle.shifting("by", i, at, at.plus(frame.axis(i).times(length))));
        return all;
    }

    @Override
    public String sentence() {
        return "*Move* {what} by {by}" + MovedVertices.tail(axes, reach);
    }
}
