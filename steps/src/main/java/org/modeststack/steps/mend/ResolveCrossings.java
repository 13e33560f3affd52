package org.modeststack.steps.mend;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.steps.Family;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.combine.arrange.Arrangement;

/** Makes a body that runs through itself the border of all that is solid in it. */
@StepInfo(
        type = "resolve-crossings",
        title = "Resolve crossings",
        family = Family.CLEAN,
        help = "Cuts faces where they run through each other and keeps what has solid on one side only. All is decided"
                + " exactly. The body must be closed.",
        words = "self intersection union overlap repair shells")
public record ResolveCrossings() implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        if (in.isEmpty()) return in;
        Faults before = Faults.all(in);
        if (before.count(FaultKind.CROSSING) + before.count(FaultKind.COVERING) == 0) {
            if (before.isWhole())
                context.remark(Remark.Level.NOTE, "No faces run through each other, so nothing changes.");
            else context.remark(Remark.Level.REMARK, Faults.NOT_WHOLE);
            return in;
        }
        Mesh out = Arrangement.untangled(in, context);
        Faults after = Faults.all(out);
        if (!after.isWhole()) context.remark(Remark.Level.REMARK, Faults.NOT_WHOLE);
        int left = after.count(FaultKind.CROSSING) + after.count(FaultKind.COVERING);
        if (left > 0)
            context.remark(
                    Remark.Level.REMARK,
                    left + (left == 1 ? " face still runs" : " faces still run") + " through or along others.");
        return out;
    }

    @Override
    public String sentence() {
        return "*Resolve* where faces run through each other.";
    }
}
