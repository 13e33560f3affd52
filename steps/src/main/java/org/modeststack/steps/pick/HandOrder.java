package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;

/** The order in which elements were picked by hand, for steps to which first, next and last mean something. */
public final class HandOrder {
    private HandOrder() {}

    /** The given elements: those picked by hand first, as they were picked; the others by number. */
    public static int[] of(Mesh mesh, Pick pick, Selection elements) {
        IntArrayList out = new IntArrayList();
        IntOpenHashSet seen = new IntOpenHashSet();
        BitSet given = elements.elements();
        if (pick.kind() == elements.kind()) {
            for (Term t : pick.terms()) {
                if (!(t instanceof Term.Where w) || !(w.rule() instanceof Rule.Hand h)) continue;
                for (int e : h.elementsOn(mesh, pick.kind())) if (given.get(e) && seen.add(e)) out.add(e);
            }
        }
        for (int e = given.nextSetBit(0); e >= 0; e = given.nextSetBit(e + 1)) if (seen.add(e)) out.add(e);
        return out.toIntArray();
    }
}
