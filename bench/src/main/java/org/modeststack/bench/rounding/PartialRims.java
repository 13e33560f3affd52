package org.modeststack.bench.rounding;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;

/**
 * Picks some of the sharp edges of a cut body, as people do by hand: a stretch of a rim, whole chains by chance, or an edge
 * or three; or by rule: the rim, all edges, or those that are bent one way. And says along which of them nothing else is
 * near, so that a strip has all of its width there.
 */
final class PartialRims {
    /** What is picked. */
    enum Part {
        STRETCH,
        CHAINS,
        FEW,
        RIM,
        ALL,
        OUTWARD,
        INWARD;

        private static final List<Part> BY_HAND = List.of(STRETCH, CHAINS, FEW);

        /** One of those that are picked by hand, by the number of a case. */
        static Part byHand(int number) {
            return BY_HAND.get(number / CutBodies.Kind.values().length % BY_HAND.size());
        }
    }

    /** An edge turns by more than this where it may be picked; where chains turn by more one ends. Cosine of 30 degrees. */
    private static final double SHARP = Math.cos(Math.toRadians(30));

    /** So many widths from a place nothing else may be, */
    private static final double ALONE = 2.4;

    /** but for what comes after along the chain, as far as so many widths. */
    private static final double ALONG = 4;

    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet sharp = new BitSet();

    private PartialRims(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        FaceFrames frames = FaceFrames.of(mesh);
        for (int e = 0; e < adj.edgeCount(); e++)
            if (adj.edgeSides(e) == 2
                    && frames.cosine(adj.cornerFace()[adj.edgeCorner(e, 0)], adj.cornerFace()[adj.edgeCorner(e, 1)])
                            < SHARP) sharp.set(e);
    }

    /**
     * @param edges that are picked
     * @param alone those of them that have nothing near them beside their own chain
     */
    record Some(Part part, Selection edges, BitSet alone) {}

    /** Null where there is nothing to pick. */
    static @Nullable Some of(CutBodies.Case c, Part part, int number) {
        PartialRims p = new PartialRims(c.mesh());
        Random r = new Random(31 * number + 5);
        BitSet picked = p.picked(c, part, r);
        if (picked.isEmpty()) return null;
        return new Some(part, new Selection(ElementKind.EDGE, picked), p.alone(picked, c.width()));
    }

    private BitSet picked(CutBodies.Case c, Part part, Random r) {
        BitSet out = new BitSet();
        if (part == Part.CHAINS) {
            for (IntArrayList chain : chains()) if (r.nextBoolean()) chain.forEach(out::set);
            return out;
        }
        if (part == Part.OUTWARD || part == Part.INWARD) {
            FaceFrames frames = FaceFrames.of(mesh);
            sharp.stream()
                    .filter(e -> EdgeBend.of(mesh, frames, e) > 0 == (part == Part.OUTWARD))
                    .forEach(out::set);
            return out;
        }
        BitSet from = sharp;
        if (part == Part.STRETCH || part == Part.RIM) {
            Tag t = c.mesh().tag(c.rim());
            from = Selection.of(mesh, t).to(mesh, ElementKind.EDGE).elements();
            from.and(sharp);
        }
        if (part == Part.RIM || part == Part.ALL) return from;
        int[] all = from.stream().toArray();
        if (all.length == 0) return out;
        int first = all[r.nextInt(all.length)];
        double share = 0.2 + 0.5 * r.nextDouble();
        int many = part == Part.FEW ? 1 + r.nextInt(3) : Math.max(1, (int) (share * all.length));
        out.set(first);
        follow(first, adj.edgeHigh(first), from, many / 2, out);
        follow(first, adj.edgeLow(first), from, (many - 1) / 2, out);
        return out;
    }

    /** The sharp edges in pieces that end where they fork and where they turn. */
    private List<IntArrayList> chains() {
        List<IntArrayList> out = new ArrayList<>();
        BitSet seen = new BitSet();
        for (int first = sharp.nextSetBit(0); first >= 0; first = sharp.nextSetBit(first + 1)) {
            if (seen.get(first)) continue;
            IntArrayList chain = IntArrayList.of(first);
            seen.set(first);
            chain.addAll(follow(first, adj.edgeLow(first), sharp, Integer.MAX_VALUE, seen));
            chain.addAll(follow(first, adj.edgeHigh(first), sharp, Integer.MAX_VALUE, seen));
            out.add(chain);
        }
        return out;
    }

    /**
     * The edges of some that go on from one over a vertex.
     *
     * @param most how many at most
     * @param taken where it ends; those that are found are put in
     */
    private IntArrayList follow(int edge, int v, BitSet of, int most, BitSet taken) {
        IntArrayList out = new IntArrayList();
        int e = edge, at = v;
        while (out.size() < most) {
            e = onward(e, at, of);
            if (e < 0 || taken.get(e)) break;
            taken.set(e);
            out.add(e);
            at = adj.otherEnd(e, at);
        }
        return out;
    }

    /** The one edge of some that goes on from another at a vertex without a corner; -1 where there is none or a fork. */
    private int onward(int edge, int v, BitSet of) {
        int found = -1;
        for (int e : Loops.edgesAt(mesh, adj, v)) {
            if (e == edge || !of.get(e)) continue;
            if (found >= 0) return -1;
            found = e;
        }
        if (found < 0) return -1;
        Vec3 at = mesh.point(v);
        Vec3 come = at.minus(mesh.point(adj.otherEnd(edge, v))).unit(),
                go = mesh.point(adj.otherEnd(found, v)).minus(at).unit();
        return come.dot(go) > SHARP ? found : -1;
    }

    private BitSet alone(BitSet picked, double width) {
        BitSet out = new BitSet();
        picked.stream().filter(e -> isAlone(e, picked, width)).forEach(out::set);
        return out;
    }

    private boolean isAlone(int edge, BitSet picked, double width) {
        Vec3 a = mesh.point(adj.edgeLow(edge)), b = mesh.point(adj.edgeHigh(edge));
        IntOpenHashSet along = new IntOpenHashSet();
        along.add(edge);
        for (int v : new int[] {adj.edgeLow(edge), adj.edgeHigh(edge)}) {
            double gone = 0;
            int e = edge, at = v;
            while (gone < ALONG * width) {
                int next = onward(e, at, picked);
                // It ends, forks, or is left by an edge that is not picked.
                if (next < 0 || onward(e, at, sharp) != next) return false;
                if (!along.add(next)) break;
                gone += adj.edgeLength(next, mesh);
                at = adj.otherEnd(next, at);
                e = next;
            }
        }
        for (int e = sharp.nextSetBit(0); e >= 0; e = sharp.nextSetBit(e + 1)) {
            if (along.contains(e)) continue;
            Vec3 p = mesh.point(adj.edgeLow(e)), q = mesh.point(adj.edgeHigh(e));
            double near = Math.min(
                    Math.min(a.distanceTo(p, q), b.distanceTo(p, q)), Math.min(p.distanceTo(a, b), q.distanceTo(a, b)));
            if (near < ALONE * width) return false;
        }
        return true;
    }
}
