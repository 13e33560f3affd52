package org.modeststack.steps.remove;

import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Unpicked;

/** Takes picked faces away and leaves holes; for picked edges and vertices the faces at them. */
@StepInfo(
        type = "delete",
        title = "Delete",
        family = Family.FACES,
        help = "Takes picked faces away and leaves holes; with edges or vertices, the faces at them.",
        words = "remove erase hole open")
public record Delete(
        @Param(label = "What", help = "The faces to take away, or edges or vertices whose faces go.", def = "faces")
        Pick what)
        implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = what.on(in, context);
        if (picked.isEmpty()) return Unpicked.of(in, PickText.plural(what.kind()), context);
        BitSet gone = facesAt(in, picked);
        if (gone.cardinality() == in.faceCount()) {
            context.remark(Remark.Level.REMARK, "All faces were picked, so nothing is left of the body.");
            return Mesh.EMPTY;
        }
        return MeshBuilder.only(in, f -> !gone.get(f));
    }

    /** The faces that go with picked elements: themselves, those along an edge, those round a vertex. */
    private static BitSet facesAt(Mesh in, Selection picked) {
        if (picked.kind() != ElementKind.EDGE)
            return picked.kind() == ElementKind.FACE
                    ? picked.elements()
                    : picked.touching(in, ElementKind.FACE).elements();
        BitSet out = new BitSet();
        Adjacency adj = in.adjacency();
        picked.elements().stream().forEach(e -> {
            for (int i = 0; i < adj.edgeSides(e); i++) out.set(adj.cornerFace()[adj.edgeCorner(e, i)]);
        });
        return out;
    }

    @Override
    public String sentence() {
        return "*Delete* {what}.";
    }
}
