package org.modeststack.steps.combine;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;

/** Union, difference or intersection with other bodies, which stay as they are. */
@StepInfo(
        type = "boolean",
        title = "Boolean",
        family = Family.COMBINE,
        help = "A boolean with other bodies: unite them with this one, cut them away from it, or keep what they share."
                + " What lies inside goes and the vertices along the cut are shared; Join keeps every face instead.",
        words = "combine union difference intersection subtract add cut away common drill")
public record BooleanStep(
        @Param(label = "Operation", help = "What is kept.", def = "difference")
        Operation operation,

        @Param(label = "With", help = "The other bodies, in order.")
        Bodies with,

        @Param(
                label = "Flip sheets",
                section = "More",
                help = "An open sheet is the wall of everything behind it; this takes what is before it instead.",
                def = "off")
        boolean flipSheets,

        @Param(
                label = "Weld",
                section = "More",
                help = "Vertices of the cut that only rounding keeps apart become one, so that no edge is without"
                        + " length and no face without width. Off leaves them as they come.",
                def = "on")
        boolean weld,

        @Param(
                label = "Follow bends",
                section = "More",
                help =
                        "A bent face is two triangles or more. What is left of one that is cut stays divided between them,"
                                + " so that the surface is exactly what it was. Off joins them again, for an even rim, which"
                                + " moves the surface a little.",
                def = "on")
        boolean followBends)
        implements Step {

    public BooleanStep(Operation operation, Bodies with) {
        this(operation, with, false, true, true);
    }

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        if (with.ids().isEmpty()) throw StepException.asking("Choose a body to combine with.");
        List<Arrangement.Operand> operands = new ArrayList<>();
        operands.add(new Arrangement.Operand(in, "", "This body"));
        for (String id : with.ids()) {
            operands.add(new Arrangement.Operand(context.body(id), id, context.bodyName(id)));
        }
        Arrangement.Choices choices = new Arrangement.Choices(flipSheets, weld, followBends);
        Mesh out = new Arrangement(operands, operation, choices, context).result();
        hint(out, operands, context);
        return out;
    }

    /** Says with how many sides a round tool would meet the edges of this body, if that is another number than it has. */
    private static void hint(Mesh out, List<Arrangement.Operand> operands, StepContext context) {
        Tag rim = out.tag(context.madeTag());
        if (operands.size() != 2 || rim == null || rim.kind() != ElementKind.EDGE) return;
        RoundTool tool = RoundTool.of(operands.getLast().mesh());
        if (tool == null) return;
        int better = tool.betterSides(out, rim);
        if (better == 0) return;
        context.remark(new SidesAdvice(operands.getLast().name(), tool.sides(), better, SidesAdvice.THIS).remark());
    }

    @Override
    public String sentence() {
        return switch (operation) {
            case UNION -> "*Unite* with {with}.";
            case DIFFERENCE -> "*Cut away* {with}.";
            case INTERSECTION -> "*Keep* what is shared with {with}.";
        };
    }
}
