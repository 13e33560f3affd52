package org.modeststack.steps.shading;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Role;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.EachAlike;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Says what picked faces are made of. */
@StepInfo(
        type = "material",
        title = "Material",
        family = Family.FACES,
        help =
                "Picked faces are made of one of the document's materials from here on; how that looks can be changed at any time.",
        words = "give paint colour color shader assign surface look")
public record GiveMaterial(
        @Param(label = "Faces", help = "Which faces.", def = "faces: all")
        Pick faces,

        @Param(label = "Material", help = "The name of the material.", def = "plain", role = Role.MATERIAL)
        String material)
        implements EachAlike {

    @Override
    public Mesh apply(Mesh in, StepContext context) throws StepException {
        if (material.isBlank()) throw new StepException("Choose the material that the faces are to be of.");
        Selection picked = faces.on(in, context).to(in, ElementKind.FACE);
        if (picked.isEmpty()) return Unpicked.of(in, "faces", context);
        List<String> names = new ArrayList<>(in.materials());
        int at = names.indexOf(material);
        if (at < 0) {
            at = names.size();
            names.add(material);
        }
        int[] out = in.faceMaterials().clone();
        BitSet all = picked.elements();
        boolean changed = false;
        for (int f = all.nextSetBit(0); f >= 0; f = all.nextSetBit(f + 1)) {
            changed |= out[f] != at;
            out[f] = at;
        }
        return changed ? in.withFaceMaterials(out, names) : in;
    }

    @Override
    public String sentence() {
        return "*Make* {faces} of {material}.";
    }
}
