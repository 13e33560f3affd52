package org.modeststack.steps.pick.reread;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Affine;
import org.modeststack.steps.pick.SurfacePatches;

/**
 * Which surface of a mesh that was read again is which of those it had before: the one with the same faces where it has
 * kept some; else the one that is about as large, looks the same way, lies nearest and has the same neighbours, if each is
 * the other's best and no second comes near.
 */
final class PatchPairs {
    /** So much worse must the second be. */
    private static final double CLEARLY = 1.5;

    /** What is less alike is another. */
    private static final double LIMIT = 1.2;

    /** Nor may it differ by less than so much more. */
    private static final double TOO_NEAR = 0.05;

    /** A neighbour that is not there counts as so much, of all neighbours. */
    private static final double NEIGHBOURS = 1;

    /** In each round more neighbours are known; so many are enough. */
    private static final int ROUNDS = 6;

    private final SurfacePatches was;
    private final SurfacePatches is;
    private final @Nullable PatchShape[] before;
    private final @Nullable PatchShape[] now;
    /** For each patch before the one now, or -1. */
    private final int[] pairs;

    private PatchPairs(Mesh before, Mesh now, Affine motion, boolean inPlace, int[] pairs) {
        was = SurfacePatches.of(before);
        is = SurfacePatches.of(now);
        Bounds to = now.bounds();
        this.before = PatchShape.all(before, motion, to, inPlace);
        this.now = PatchShape.all(now, Affine.IDENTITY, to, inPlace);
        this.pairs = pairs;
    }

    /**
     * For each patch of a mesh the one that it is now, or -1.
     *
     * @param motion how the mesh has moved as a whole
     * @param inPlace whether much of it lies where it did then
     * @param faces for each face of the mesh before what it is now, or -1
     */
    static int[] of(Mesh before, Mesh now, Affine motion, boolean inPlace, int[] faces) {
        int[] pairs = kept(SurfacePatches.of(before), SurfacePatches.of(now), faces);
        PatchPairs all = new PatchPairs(before, now, motion, inPlace, pairs);
        for (int round = 0; round < ROUNDS && all.match(); round++) {}
        return pairs;
    }

    /** The patches that have most of the faces that were kept of another. */
    private static int[] kept(SurfacePatches was, SurfacePatches is, int[] faces) {
        int[] pairs = new int[was.count()];
        BitSet taken = new BitSet();
        for (int p = 0; p < pairs.length; p++) {
            Int2IntOpenHashMap votes = new Int2IntOpenHashMap();
            was.faces(p).forEach(f -> {
                if (faces[f] >= 0) votes.addTo(is.patchOf(faces[f]), 1);
            });
            pairs[p] = -1;
            int most = 0;
            for (var e : votes.int2IntEntrySet()) {
                if (e.getIntValue() <= most || taken.get(e.getIntKey())) continue;
                most = e.getIntValue();
                pairs[p] = e.getIntKey();
            }
            if (pairs[p] >= 0) taken.set(pairs[p]);
        }
        return pairs;
    }

    /** Pairs what is each other's best and clearly so; tells whether there was any. */
    private boolean match() {
        BitSet paired = new BitSet();
        for (int q : pairs) if (q >= 0) paired.set(q);
        IntArrayList open = new IntArrayList(), free = new IntArrayList();
        for (int p = 0; p < before.length; p++) if (pairs[p] < 0 && before[p] != null) open.add(p);
        for (int q = 0; q < now.length; q++) if (!paired.get(q) && now[q] != null) free.add(q);
        BitSet[] mine = around(was, pairs),
                its =
                        around(
                                is,
                                IntStream.range(0, now.length)
                                        .map(q -> paired.get(q) ? q : -1)
                                        .toArray());
        Best there = new Best(open.size()), back = new Best(free.size());
        for (int i = 0; i < open.size(); i++)
            for (int j = 0; j < free.size(); j++) {
                int p = open.getInt(i), q = free.getInt(j);
                double d = differ(before[p], now[q]) + NEIGHBOURS * others(mine[p], its[q]);
                there.add(i, j, d);
                back.add(j, i, d);
            }
        boolean any = false;
        for (int i = 0; i < open.size(); i++) {
            int j = there.of(i);
            if (j < 0 || back.of(j) != i || !canBe(before[open.getInt(i)], now[free.getInt(j)])) continue;
            pairs[open.getInt(i)] = free.getInt(j);
            any = true;
        }
        return any;
    }

    private static double differ(@Nullable PatchShape a, @Nullable PatchShape b) {
        return a == null || b == null ? Double.POSITIVE_INFINITY : a.differs(b);
    }

    private static boolean canBe(@Nullable PatchShape a, @Nullable PatchShape b) {
        return a != null && b != null && a.canBe(b);
    }

    /** What share of the neighbours of either is not one of the other. */
    private static double others(BitSet a, BitSet b) {
        BitSet both = (BitSet) a.clone(), any = (BitSet) a.clone();
        both.and(b);
        any.or(b);
        return any.isEmpty() ? 0 : 1 - (double) both.cardinality() / any.cardinality();
    }

    /** For each patch those now that its neighbours are, as far as they are known. */
    private static BitSet[] around(SurfacePatches patches, int[] known) {
        BitSet[] out = new BitSet[patches.count()];
        Arrays.setAll(out, _ -> new BitSet());
        for (int l = 0; l < patches.lineCount(); l++) {
            int p = patches.low(l), q = patches.high(l);
            if (p < 0) continue;
            if (known[q] >= 0) out[p].set(known[q]);
            if (known[p] >= 0) out[q].set(known[p]);
        }
        return out;
    }

    /** For each of some the one of others that differs least, and clearly less than any other. */
    private static final class Best {
        private final int[] best;
        private final double[] least;
        private final double[] second;

        Best(int of) {
            best = new int[of];
            least = new double[of];
            second = new double[of];
            Arrays.fill(least, Double.POSITIVE_INFINITY);
            Arrays.fill(second, Double.POSITIVE_INFINITY);
        }

        void add(int i, int j, double differs) {
            if (differs < least[i]) {
                second[i] = least[i];
                least[i] = differs;
                best[i] = j;
            } else {
                second[i] = Math.min(second[i], differs);
            }
        }

        /** -1 where there is none. */
        int of(int i) {
            return least[i] < LIMIT && second[i] > CLEARLY * least[i] + TOO_NEAR ? best[i] : -1;
        }
    }
}
