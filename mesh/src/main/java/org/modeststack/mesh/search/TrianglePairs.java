package org.modeststack.mesh.search;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Workers;

/** Pairs of triangles whose boxes overlap, or as good as that, of which at least one is asked for. */
public final class TrianglePairs {
    /** Triangles that are looked at in one go. */
    private static final int PIECE = 1 << 11;

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
     * The pairs that a test wants, each once, in an order that does not depend on how many cores look for them.
     *
     * @param test gives each of those that look for them a test of its own
     * @return pieces one after another: the first triangle in the high half, the second in the low one
     */
    public static List<LongArrayList> kept(double[] xyz, int[] triangles, IntPredicate asked, Supplier<PairTest> test) {
        Boxes boxes = Boxes.of(xyz, triangles, asked);
        if (boxes == null) return List.of();
        int count = triangles.length / 3, ranges = (count + PIECE - 1) / PIECE;
        SelfOverlaps own = new SelfOverlaps(boxes.tree, boxes.own.length / PIECE);
        LongArrayList[] out = new LongArrayList[own.pieces() + ranges];
        Workers.each(out.length, i -> {
            LongArrayList found = out[i] = new LongArrayList();
            PairTest wanted = test.get();
            Bvh.PairVisitor visitor = (s, t) -> {
                if (wanted.wants(s, t)) found.add((long) s << 32 | t);
            };
            int range = i - own.pieces();
            if (range < 0) own.visit(i, boxes.ordered(visitor));
            else boxes.others(range * PIECE, Math.min(count, (range + 1) * PIECE), visitor);
        });
        return List.of(out);
    }

    /**
     * A tree of the boxes of those triangles that are asked for. Often these are few: only they go into the tree, against
     * itself and all others against it.
     */
    private record Boxes(double[] xyz, int[] triangles, int[] own, boolean[] isOwn, Bvh tree, double[] whole) {
        /** Null where none is asked for. */
        static @Nullable Boxes of(double[] xyz, int[] triangles, IntPredicate asked) {
            int count = triangles.length / 3;
            boolean[] isOwn = new boolean[count];
            int[] own = IntStream.range(0, count).filter(asked).toArray();
            if (own.length == 0) return null;
            double[] boxes = new double[6 * own.length];
            for (int i = 0; i < own.length; i++) {
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

        /**
         * Tells of the pairs of one that is asked for and one that is not, with a number from one up to and without
         * another.
         */
        void others(int from, int to, Bvh.PairVisitor visitor) {
            double[] box = new double[6];
            for (int t = from; t < to; t++) {
                if (isOwn[t]) continue;
                int second = t;
                Bvh.triangleBox(xyz, triangles, t, box, 0);
                boolean apart = false;
                for (int k = 0; k < 3; k++) apart |= box[k] > whole[3 + k] || box[3 + k] < whole[k];
                if (apart) continue;
                tree.within(box[0], box[1], box[2], box[3], box[4], box[5], i -> visitor.pair(own[i], second));
            }
        }
    }
}
