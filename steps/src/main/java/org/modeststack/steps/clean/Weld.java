package org.modeststack.steps.clean;

import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Family;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;

/** Merges vertices that lie closer together than a distance. */
@StepInfo(
        type = "weld",
        title = "Weld",
        family = Family.CLEAN,
        help = "Merges vertices closer together than a distance; sides and faces that shrink to nothing go.",
        words = "merge doubles join vertices")
public record Weld(
        @Param(
                label = "Within",
                help = "Vertices this close become one.",
                unit = Unit.LENGTH,
                min = 0,
                max = 1e6,
                def = "0.01")
        double within,

        @Onward boolean onward)
        implements Step {

    /** Nothing moves farther than the distance. */
    public Weld(double within) {
        this(within, false);
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Mesh out = Welding.within(in, within, onward, null, context);
        if (!onward && out.isEmpty() && !in.isEmpty()) {
            context.remark(
                    Remark.Level.FAULT,
                    "Nothing would be left of the body within " + Numbers.show(within)
                            + " mm, so nothing was merged: weld within less.");
            return in;
        }
        remark(in, out, context);
        return out;
    }

    /** What has vanished is more than worth knowing. */
    private static void remark(Mesh in, Mesh out, StepContext context) {
        int vertices = in.vertexCount() - out.vertexCount(), faces = in.faceCount() - out.faceCount();
        if (vertices == 0) return;
        context.remark(
                faces > 0 ? Remark.Level.REMARK : Remark.Level.NOTE,
                vertices
                        + (vertices == 1 ? " vertex merged" : " vertices merged")
                        + (faces > 0 ? ", " + faces + (faces == 1 ? " face" : " faces") + " vanished." : "."));
    }

    @Override
    public String sentence() {
        return "*Weld* vertices within {within}" + (onward ? ", onward from one to the next." : ".");
    }
}
