package org.modeststack.steps.repeat;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.mesh.part.Placement;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.clean.Welding;

/** Many copies of all parts. Copy 0 stays as it is; the keys of the others follow from its keys and the copy's number. */
final class Copies {
    private Copies() {}

    /**
     * A copy's place, with keys of its own.
     *
     * @param at where it is; its keys are not asked
     */
    private record Copy(Placement at, long seed, int number) implements Placement {
        @Override
        public Affine affine() {
            return at.affine();
        }

        @Override
        public void place(double[] xyz, int from, int to) {
            at.place(xyz, from, to);
        }

        @Override
        public long key(long key) {
            return Keys.of(key, seed, number);
        }
    }

    /** The end of a sentence. */
    static String howWelded(double weld, boolean withoutWalls, boolean onward) {
        if (weld <= 0) return ".";
        return ", welded within {weld}" + (onward ? " onward" : "") + (withoutWalls ? ", without walls." : ".");
    }

    /**
     * @param places where copy i is, for i from 1
     * @param weld merge vertices of different copies closer than this, or 0 for none
     * @param withoutWalls whether faces go that lie on each other then
     * @param onward whether merging goes on from one vertex to the next
     */
    static Geometry of(
            Geometry in,
            int count,
            IntFunction<Placement> places,
            double weld,
            boolean withoutWalls,
            boolean onward,
            StepContext context)
            throws StepException {
        Limits.checkParts((double) count * in.parts().size());
        List<Part> parts = new ArrayList<>(in.parts());
        for (int i = 1; i < count; i++) {
            Copy copy = new Copy(places.apply(i), context.seed(), i);
            for (Part p : in.parts()) parts.add(p.placed(copy));
        }
        Geometry copies = Geometry.of(parts);
        if (weld <= 0) return copies;
        Limits.checkMaking(copies);
        Mesh welded = Welding.within(copies.mesh(), weld, onward, null, context);
        InnerWalls walls = new InnerWalls(welded);
        if (withoutWalls) return Geometry.of(walls.takenOut());
        int pairs = walls.pairs();
        if (pairs > 0)
            context.remark(
                    Remark.Level.NOTE,
                    (pairs == 1 ? "1 pair of faces lies" : pairs + " pairs of faces lie")
                            + " on each other inside, where copies touch; “Without walls” takes them out.");
        return Geometry.of(welded);
    }
}
