package org.modeststack.steps.mend;

import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.Unit;

/** Takes out vertices that do nothing. */
@StepInfo(
        type = "take-out-idle-vertices",
        title = "Take out idle vertices",
        family = Family.CLEAN,
        help = "Takes out vertices that only join two edges which run straight on, and those that no face uses.",
        words = "two edge loose isolated dissolve limited simplify")
public record DropIdle(
        @Param(
                label = "Turn up to",
                help = "Vertices stay where their two edges turn by more than this.",
                unit = Unit.ANGLE,
                min = 0,
                max = 180,
                def = "1",
                only = "looseOnly=off")
        double turnUpTo,

        @Param(
                label = "Loose only",
                section = "More",
                help =
                        "Only vertices of no face go. Others on straight edges stay, since faces that are not joined yet may meet there.",
                def = "off")
        boolean looseOnly)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        IdleVertices idle = looseOnly ? IdleVertices.ofNoFace(in) : IdleVertices.turningUpTo(in, turnUpTo);
        int n = idle.count();
        context.remark(
                Remark.Level.NOTE,
                n == 0
                        ? "No vertex is idle, so nothing changes."
                        : n == 1 ? "1 vertex taken out." : n + " vertices taken out.");
        return idle.takenOut();
    }

    @Override
    public String sentence() {
        return looseOnly
                ? "*Take out* vertices without a face."
                : "*Take out* idle vertices that turn by up to {turnUpTo}.";
    }
}
