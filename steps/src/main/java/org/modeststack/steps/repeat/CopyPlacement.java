package org.modeststack.steps.repeat;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.part.Placement;

/** The place of a copy, which knows its number, so that it can be told from others also when it was copied again. */
public sealed interface CopyPlacement extends Placement {
    /** Counted from 0. */
    int number();

    /**
     * A copy with keys of its own.
     *
     * @param at where it is; its keys are not asked
     * @param name what is the same for the copy as long as it is there; its keys follow from it
     */
    record Placed(Placement at, int number, long seed, long name) implements CopyPlacement {
        @Override
        public Affine affine() {
            return at.affine();
        }

        @Override
        public void place(double[] xyz, int from, int to) {
            at.place(xyz, from, to);
        }

        @Override
        public boolean mirrors() {
            return at.mirrors();
        }

        @Override
        public long key(long key) {
            return Keys.of(key, seed, name);
        }
    }

    /** The one that stays where it is and keeps its keys. */
    record Staying(int number) implements CopyPlacement {
        @Override
        public Affine affine() {
            return Affine.IDENTITY;
        }

        @Override
        public void place(double[] xyz, int from, int to) {
            // It is there.
        }
    }

    /** The numbers of the copies by which a part came about, that of the last step first. */
    static List<Integer> way(Part part) {
        List<Integer> out = new ArrayList<>();
        for (Placement p : part.placements()) if (p instanceof CopyPlacement c) out.addFirst(c.number());
        return out;
    }
}
