package org.modeststack.steps.cut;

import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.Param;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepInfo;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Unpicked;

/** Divides faces by edges between their picked corners. */
@StepInfo(
        type = "connect",
        title = "Connect",
        family = Family.FACES,
        help = "Divides each face with several picked corners by edges from one to the next.",
        words = "vertices split cut face edge between join vertices")
public record Connect(
        @Param(label = "Vertices", help = "The corners to connect.", def = "vertices")
        Pick vertices) implements Step {

    @Override
    public Mesh apply(Mesh in, StepContext context) {
        Selection picked = vertices.on(in, context).to(in, ElementKind.VERTEX);
        if (picked.isEmpty()) return Unpicked.of(in, "vertices", context);
        ChordCut cut = new ChordCut(in);
        for (int f = 0; f < in.faceCount(); f++) chords(in, f, picked.elements(), cut);
        Mesh out = cut.build(context.seed(), context.madeTag());
        if (cut.made() == 0 && cut.outside() == 0)
            context.remark(
                    Remark.Level.REMARK,
                    "No face has two picked corners that are not neighbours, so nothing is divided.");
        cut.remarkOutside(context);
        return out;
    }

    /** From each picked corner of a face to the next; round again where there are more than two. */
    private static void chords(Mesh in, int f, BitSet picked, ChordCut cut) {
        int from = in.offsets()[f], to = in.offsets()[f + 1], first = -1, previous = -1, count = 0;
        for (int c = from; c < to; c++) {
            if (!picked.get(in.corners()[c])) continue;
            if (previous < 0) first = c;
            else if (c - previous > 1) cut.chord(f, in.corners()[previous], in.corners()[c]);
            previous = c;
            count++;
        }
        if (count > 2 && first + to - from - previous > 1) cut.chord(f, in.corners()[previous], in.corners()[first]);
    }

    @Override
    public String sentence() {
        return "*Connect* {vertices} across their faces.";
    }
}
