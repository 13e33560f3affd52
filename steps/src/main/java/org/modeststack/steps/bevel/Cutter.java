package org.modeststack.steps.bevel;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.DoubleConsumer;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Guide;
import org.modeststack.steps.StepException;
import org.modeststack.steps.profile.ProfileCurve;

/**
 * Cuts off edges or corners as a {@link Bevel} says and builds the mesh. With the guard on, strips that would cross are
 * held back; elements whose strips would cross whatever the width are left alone.
 */
final class Cutter {
    /** How often strips are held back further before something is left alone. */
    private static final int TRIES = 10;

    /** How often a few elements are left alone before all that hangs together with them is. */
    private static final int ROUNDS = 8;

    /**
     * Of more new faces only what is beside each other is looked at, not what passes through something else; of fewer
     * where nothing is near its limit and all ends are of the kinds that keep clear of each other.
     */
    private static final int MANY = 150_000;

    private static final int MANY_AND_SURE = 20_000;

    /** Of more edges the rails are too many to be told apart. */
    private static final int SHOWN = 200;

    private final Mesh in;
    private final Adjacency adj;
    private final Bevel bevel;
    private final ProfileCurve curve;
    private final long seed;
    private final String madeTag;
    private final double @Nullable [] weights;

    private int held;
    private int left;
    private double least = 1;
    private @Nullable Vec3 place;

    /** @param weights for each edge or vertex what the width is multiplied by; null for 1 everywhere */
    Cutter(Mesh in, Bevel bevel, double @Nullable [] weights, long seed, String madeTag) throws StepException {
        this.in = in;
        adj = in.adjacency();
        this.bevel = bevel;
        this.weights = weights;
        this.seed = seed;
        this.madeTag = madeTag;
        curve = bevel.profileCurve();
    }

    /** How many elements were held back. */
    int held() {
        return held;
    }

    /** Where to look for what held them back; or null. */
    @Nullable
    Vec3 place() {
        return place;
    }

    /** How many were left alone. */
    int left() {
        return left;
    }

    /** To what share of the width they were held back at the least. */
    double least() {
        return least;
    }

    private boolean corners() {
        return bevel.of() == Bevel.Of.VERTICES;
    }

    /**
     * @param elements vertices or edges; those that had to be left alone are taken out
     * @param progress is told how much is done before each attempt, and may stop the work by an exception
     */
    Mesh cut(BitSet elements, DoubleConsumer progress) {
        int all = elements.cardinality();
        for (int round = 0; !elements.isEmpty(); round++) {
            // Mostly the first round is the last; how many more there will be cannot be known.
            double done = 1 - 1.0 / (round + 1);
            CutMesh cut = new CutMesh(in);
            EdgeBevel edges = begin(cut, elements);
            Guard guard = new Guard(cut, touched(elements), () -> groups(elements));
            Mesh out = guarded(cut, guard, edges, i -> progress.accept(done + (1 - done) / 2 * i / TRIES));
            if (out != null) {
                report(guard, elements);
                left = all - elements.cardinality();
                return out;
            }
            place = guard.place();
            leave(elements, guard.culprits(round < ROUNDS));
        }
        left = all;
        return in;
    }

    /** How wide strips can be before they meet, and where their rails are then. */
    WidestBevels.Known widest(BitSet elements) {
        CutMesh cut = new CutMesh(in);
        begin(cut, elements);
        Guard guard = new Guard(cut, touched(elements), () -> groups(elements));
        guard.hold();
        double spent = guard.spent();
        List<Guide> rails = new ArrayList<>();
        boolean shown = !corners() && spent < Double.POSITIVE_INFINITY && elements.cardinality() <= SHOWN;
        for (int e = elements.nextSetBit(0); e >= 0 && shown; e = elements.nextSetBit(e + 1)) {
            for (int i = 0; i < 2; i++) {
                int c = adj.edgeCorner(e, i);
                rails.add(new Guide(
                        cut.atScale(cut.lastAt(c), spent), cut.atScale(cut.firstAt(adj.cornerNext()[c]), spent)));
            }
        }
        return new WidestBevels.Known(spent * bevel.amount(), rails);
    }

    /**
     * Works out what becomes of vertices.
     *
     * @return null where corners are cut off
     */
    private @Nullable EdgeBevel begin(CutMesh cut, BitSet elements) {
        if (!corners()) return edges(cut, elements);
        new CornerBevel(cut, elements, bevel.measure(), bevel.amount(), weights, curve, bevel.meeting(), seed);
        return null;
    }

    private EdgeBevel edges(CutMesh cut, BitSet edges) {
        EdgeWidths widths = new EdgeWidths(in, edges, bevel.measure(), bevel.amount(), bevel.taper() != 1);
        double[] tapered = bevel.taper() == 1 ? null : Taper.along(in, edges, bevel.taper());
        if (weights != null || tapered != null) widths.scale(edges, weights, tapered);
        Turns turns = new Turns(bevel.outerTurns(), bevel.innerTurns(), bevel.segments());
        return new EdgeBevel(cut, edges, widths, curve, turns, bevel.meeting(), seed);
    }

    private BitSet touched(BitSet elements) {
        if (corners()) return elements;
        BitSet out = new BitSet(in.vertexCount());
        for (int e = elements.nextSetBit(0); e >= 0; e = elements.nextSetBit(e + 1)) {
            out.set(adj.edgeLow(e));
            out.set(adj.edgeHigh(e));
        }
        return out;
    }

    /** What is held back alike: chains of cut edges, and cut corners that are joined by an edge, which they share. */
    private int[] groups(BitSet elements) {
        DisjointSets sets = new DisjointSets(in.vertexCount());
        if (bevel.heldBack() == Holding.NEAR) return sets.roots();
        for (int e = 0; e < adj.edgeCount(); e++) {
            boolean joined =
                    corners() ? elements.get(adj.edgeLow(e)) && elements.get(adj.edgeHigh(e)) : elements.get(e);
            if (joined) sets.join(adj.edgeLow(e), adj.edgeHigh(e));
        }
        return sets.roots();
    }

    /** @return null where something crosses however far it is held back */
    private @Nullable Mesh guarded(CutMesh cut, Guard guard, @Nullable EdgeBevel edges, IntConsumer attempt) {
        if (!bevel.guard()) return built(cut, guard);
        guard.hold();
        for (int i = 0; i < TRIES; i++) {
            attempt.accept(i);
            boolean merged = join(cut, guard, edges);
            Mesh out = built(cut, guard);
            if (merged && guard.holdBranching(out)) continue;
            boolean sure = !cut.isDoubtful() && !guard.isTight(), many = cut.newFaces() > (sure ? MANY_AND_SURE : MANY);
            if (many && sure) return out;
            if (!guard.holdFlat(out) && (many || !guard.holdCrossings(out, bevel.rails() == Rails.OVER))) return out;
        }
        return null;
    }

    /** @return whether anything has come together */
    private static boolean join(CutMesh cut, Guard g, @Nullable EdgeBevel bevel) {
        DisjointSets merged = g.merged();
        if (merged != null && bevel != null) bevel.joinProfiles(merged);
        cut.merge(merged);
        return merged != null;
    }

    private Mesh built(CutMesh cut, Guard guard) {
        Mesh out = cut.build(guard.scale, this::material, madeTag);
        return bevel.blend() ? BlendedStrips.of(out, madeTag) : out;
    }

    /** The material of the new faces in the mesh to be built; -1 for that of the faces beside them. */
    private int material(MeshBuilder b) {
        String name = bevel.material();
        if (name.isBlank()) return -1;
        b.materialsOf(in);
        return b.material(name);
    }

    private void leave(BitSet elements, BitSet culprits) {
        if (corners()) {
            elements.andNot(culprits);
            return;
        }
        for (int e = elements.nextSetBit(0); e >= 0; e = elements.nextSetBit(e + 1))
            if (culprits.get(adj.edgeLow(e)) || culprits.get(adj.edgeHigh(e))) elements.clear(e);
    }

    private void report(Guard guard, BitSet elements) {
        if (place == null) place = guard.place();
        for (int e = elements.nextSetBit(0); e >= 0; e = elements.nextSetBit(e + 1)) {
            double s = corners() ? guard.scale[e] : Math.min(guard.scale[adj.edgeLow(e)], guard.scale[adj.edgeHigh(e)]);
            least = Math.min(least, s);
            if (s < 1) held++;
        }
    }
}
