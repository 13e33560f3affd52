package org.modeststack.mesh.search;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;

/** Pairs of triangles whose boxes overlap, or as good as that, of which at least one is asked for. */
public final class TrianglePairs {
    private TrianglePairs() {}

    /** Whether a pair is wanted. Not for use by several threads at once. */
    @FunctionalInterface
    public interface PairTest {
        boolean wants(int s, int t);
    }

    /**
     * Tells of each pair once.
     *
     * @param xyz three coordinates a vertex
     * @param triangles three vertices a triangle
     * @param asked of which triangles at least one is in every pair
     */
    public static void near(double[] xyz, int[] triangles, IntPredicate asked, Bvh.PairVisitor visitor) {
        Boxes boxes = Boxes.of(xyz, triangles, asked);
        if (boxes == null) return;
        boxes.tree.overlapsSelf(boxes.ordered(visitor));
        boxes.others(0, triangles.length / 3, visitor);
    }

    /**
     * Pairs that a test wants.
     *
     * @param pieces one after another: the first triangle in the high half, the second in the low one
     * @param isWhole whether all pairs were tested
     */
    public record Kept(List<LongArrayList> pieces, boolean isWhole) {}

    /**
     * The pairs that a test wants, each once, in an order that does not depend on how many cores look for them. Where so
     * many boxes overlap that testing them all would take minutes and what is found would fill the memory, not all are
     * tested; which ones are does not depend on the cores either.
     *
     * @param test gives each of those that look for them a test of its own
     */
    public static Kept kept(double[] xyz, int[] triangles, IntPredicate asked, Supplier<PairTest> test) {
        Boxes boxes = Boxes.of(xyz, triangles, asked);
        return boxes == null ? new Kept(List.of(), true) : new PairRounds(boxes, test).kept();
    }

    /**
     * A tree of the boxes of those triangles that are asked for. Often these are few: only they go into the tree, against
     * itself and all others against it.
     */
    record Boxes(double[] xyz, int[] triangles, int[] own, boolean[] isOwn, Bvh tree, double[] whole) {
        /** Null where none is asked for. */
        static @Nullable Boxes of(double[] xyz, int[] triangles, IntPredicate asked) {
            int count = triangles.length / 3;
            boolean[] isOwn = new boolean[count];
            int[] own = IntStream.range(0, count).filter(asked).toArray();
            if (own.length == 0) return null;
            double[] boxes = new double[6 * own.length];
            for (int i = 0; i < own.length; i++) {
                Work.checkpoint(i);
                Bvh.triangleBox(xyz, triangles, own[i], boxes, 6 * i);
                isOwn[own[i]] = true;
            }
            Bvh tree = new Bvh(boxes);
            return new Boxes(xyz, triangles, own, isOwn, tree, tree.box());
        }

        /** Takes pairs of the tree, and tells of the triangles, the one with the greater number first. */
        Bvh.PairVisitor ordered(Bvh.PairVisitor visitor) {
            return (i, j) -> visitor.pair(Math.max(own[i], own[j]), Math.min(own[i], own[j]));
        }

        /** The same for pairs that are taken until there are enough. */
        SelfOverlaps.PairTaker taking(SelfOverlaps.PairTaker taker) {
            return (i, j) -> taker.take(Math.max(own[i], own[j]), Math.min(own[i], own[j]));
        }

        /** Tells of the pairs of one that is asked for and one that is not, with a number from one up to and without another. */
        void others(int from, int to, Bvh.PairVisitor visitor) {
            double[] box = new double[6];
            for (int t = from; t < to; t++) other(t, box, visitor);
        }

        /**
         * Tells of the pairs of a triangle, unless it is asked for itself.
         *
         * @param box for six values that are needed meanwhile
         */
        void other(int t, double[] box, Bvh.PairVisitor visitor) {
            if (isOwn[t]) return;
            Bvh.triangleBox(xyz, triangles, t, box, 0);
            for (int k = 0; k < 3; k++) if (box[k] > whole[3 + k] || box[3 + k] < whole[k]) return;
            tree.within(box[0], box[1], box[2], box[3], box[4], box[5], i -> visitor.pair(own[i], t));
        }

        int count() {
            return triangles.length / 3;
        }
    }
}
