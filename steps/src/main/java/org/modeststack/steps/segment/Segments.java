package org.modeststack.steps.segment;

import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Changes into how many segments round parts are divided. */
@StepInfo(
        type = "segments",
        title = "Segments",
        family = Family.FACES,
        help = "Divides round parts into another number of segments, on the circles they lie on. Picked are the edges"
                + " that part one segment from the next; a quarter of a circle counts as well as a whole one.",
        words = "change round resolution segments sides count smooth arc cylinder fillet")
public record Segments(
        @Param(
                label = "Lines",
                help = "All edges from one segment to the next, in every row of the round part.",
                def = "edges")
        Pick lines,

        @Param(label = "Segments", help = "How many there will be.", min = 1, max = 10_000, def = "32")
        int segments,

        @Param(
                label = "Begin",
                help = "The line that stays: one straight along X, Y or Z from the middle, if there is one, so that"
                        + " symmetry is kept; or any.",
                def = "axis")
        Begin begin)
        implements Step {

    /** Which line of a part that goes all the way round stays where it is. */
    public enum Begin {
        AXIS,
        ANY
    }

    /** Keeps a line on an axis. */
    public Segments(Pick lines, int segments) {
        this(lines, segments, Begin.AXIS);
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        Selection picked = lines.on(in, context).to(in, ElementKind.EDGE);
        if (picked.isEmpty()) return Unpicked.of(in, "edges", context);
        RoundPart part = new RoundPart(in, picked.elements(), segments, begin);
        if (part.rowCount() == 0) {
            context.remark(
                    Remark.Level.REMARK, "No row of four-sided faces lies between picked edges, so nothing changes.");
            return in;
        }
        Limits.checkFaces(in.faceCount() + (double) part.rowCount() * segments);
        if (part.held() > 0)
            context.remark(
                    Remark.Level.REMARK,
                    part.held() + (part.held() == 1 ? " round part was" : " round parts were")
                            + " left as found: a rim has more than one face beyond it, or is no line. Pick the edges of"
                            + " the rows beyond it too.");
        if (part.parts() == 0) return in;
        if (segments < 3 && part.closes())
            throw new StepException("All the way round takes 3 segments at least; it is " + segments + ".");
        Mesh out = part.build(context.seed(), context.madeTag());
        if (part.notRound() > 0)
            context.remark(
                    Remark.Level.NOTE,
                    part.notRound() + (part.notRound() == 1 ? " rim lies" : " rims lie")
                            + " on no circle; new vertices are on the old edges.");
        return out;
    }

    @Override
    public String sentence() {
        return "*Divide* the round part along {lines} into {segments} segments.";
    }
}
