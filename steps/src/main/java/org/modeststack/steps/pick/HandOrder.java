package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.BitSet;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;

/** The order in which vertices were picked by hand, for steps to which first and last mean something. */
public final class HandOrder {
    private HandOrder() {}

    /** The given vertices: those picked by hand first, as they were picked; the others by number. */
    public static int[] of(Mesh mesh, Pick pick, BitSet vertices) {
        IntArrayList out = new IntArrayList();
        IntOpenHashSet seen = new IntOpenHashSet();
        if (pick.kind() == ElementKind.VERTEX) {
            for (Term t : pick.terms()) {
                if (!(t instanceof Term.Where w) || !(w.rule() instanceof Rule.Hand h)) continue;
                for (int v : h.elementsOn(mesh, ElementKind.VERTEX)) if (vertices.get(v) && seen.add(v)) out.add(v);
            }
        }
        for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1)) if (seen.add(v)) out.add(v);
        return out.toIntArray();
    }
}
