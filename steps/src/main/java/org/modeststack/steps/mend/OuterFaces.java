package org.modeststack.steps.mend;

import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.fault.FoundFault;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;

/** Takes out faces with solid on both sides, and faces that are there twice. */
@StepInfo(
        type = "take-out-inner-faces",
        title = "Take out inner faces",
        family = Family.CLEAN,
        help =
                "Takes out faces that lie inside the solid, and those that are there twice. Faces that run through others"
                        + " stay; resolve crossings first.",
        words = "interior inside remove hidden shell doubles")
public record OuterFaces(
        @Param(label = "Inside", help = "Takes out faces with solid on both sides.", def = "on")
        boolean inside,

        @Param(label = "Doubled", help = "Takes out faces on the same vertices as another.", def = "on")
        boolean doubled)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Faults faults = inside ? Faults.all(in) : Faults.quick(in);
        BitSet gone = new BitSet();
        int within = inside ? mark(faults.of(FaultKind.INSIDE), gone) : 0;
        int twice = doubled ? mark(faults.of(FaultKind.DOUBLED), gone) : 0;
        if (gone.isEmpty()) {
            context.remark(Remark.Level.NOTE, "No faces lie inside or are there twice, so nothing changes.");
            return in;
        }
        if (gone.cardinality() == in.faceCount()) {
            context.remark(Remark.Level.REMARK, "All faces would go, so nothing was taken out.");
            return in;
        }
        context.remark(
                Remark.Level.NOTE,
                within + (within == 1 ? " face" : " faces") + " inside and " + twice + " doubled taken out.");
        return MeshBuilder.only(in, f -> !gone.get(f));
    }

    private static int mark(@Nullable FoundFault fault, BitSet gone) {
        if (fault == null) return 0;
        for (int f : fault.elements()) gone.set(f);
        return fault.elements().length;
    }

    @Override
    public String sentence() {
        return "*Take out* "
                + (inside ? doubled ? "faces inside and doubled ones." : "faces inside." : "doubled faces.");
    }
}
