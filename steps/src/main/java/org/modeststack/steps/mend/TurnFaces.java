package org.modeststack.steps.mend;

import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.ShellFaults;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;

/** Turns faces so that all of a shell look to the same side, outwards where it encloses something. */
@StepInfo(
        type = "turn-faces-one-way",
        title = "Turn faces one way",
        family = Family.CLEAN,
        help = "Turns faces round that look to the other side than those beside them, and shells that look inwards.",
        words = "flip normals orient inside out unify consistent")
public record TurnFaces(
        @Param(
                label = "Outwards",
                help = "Also turns shells as a whole that look inwards; hollows within a solid stay.",
                def = "on")
        boolean outwards)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        FaceTurning turning = new FaceTurning(in);
        BitSet turned = turning.turned();
        Mesh out = FaceTurning.turn(in, turned);
        if (outwards) {
            BitSet inwards = ShellFaults.lookingInwards(out);
            out = FaceTurning.turn(out, inwards);
            turned.xor(inwards);
        }
        int n = turned.cardinality();
        context.remark(
                Remark.Level.NOTE,
                n == 0 ? "All faces look the same way already." : n == 1 ? "1 face turned." : n + " faces turned.");
        if (turning.twisted() > 0)
            context.remark(
                    Remark.Level.REMARK,
                    "The surface is twisted: however faces are turned, "
                            + (turning.twisted() == 1 ? "1 edge has" : turning.twisted() + " edges have")
                            + " faces turned against each other.");
        return n == 0 ? in : out;
    }

    @Override
    public String sentence() {
        return "*Turn* faces one way" + (outwards ? ", outwards." : ".");
    }
}
