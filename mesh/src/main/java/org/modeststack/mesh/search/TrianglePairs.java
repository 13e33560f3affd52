package org.modeststack.mesh.search;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.modeststack.mesh.work.Workers;

/** Pairs of triangles whose boxes overlap, of which at least one is asked for. */
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
        for (LongArrayList piece : kept(xyz, triangles, asked, () -> (_, _) -> true))
            for (long pair : piece) visitor.pair((int) (pair >>> 32), (int) pair);
    }

    /**
     * The pairs that a test wants, each once, in an order that does not depend on how many cores look for them.
     *
     * @param test gives each of those that look for them a test of its own
     * @return pieces one after another: the first triangle in the high half, the second in the low one
     */
    public static List<LongArrayList> kept(double[] xyz, int[] triangles, IntPredicate asked, Supplier<PairTest> test) {
        int count = triangles.length / 3;
        // Often few are asked for: only they go into a tree, and all are held against it.
        int[] own = IntStream.range(0, count).filter(asked).toArray();
        if (own.length == 0) return List.of();
        double[] all = Bvh.triangleBoxes(xyz, triangles), boxes = new double[6 * own.length];
        boolean[] inside = new boolean[count];
        for (int i = 0; i < own.length; i++) {
            System.arraycopy(all, 6 * own[i], boxes, 6 * i, 6);
            inside[own[i]] = true;
        }
        Bvh tree = new Bvh(boxes);
        double[] whole = tree.box();
        LongArrayList[] out = new LongArrayList[(count + PIECE - 1) / PIECE];
        Workers.each(out.length, piece -> {
            LongArrayList found = out[piece] = new LongArrayList();
            PairTest wanted = test.get();
            for (int b = piece * PIECE; b < Math.min(count, (piece + 1) * PIECE); b++) {
                int o = 6 * b, other = b;
                boolean apart = false;
                for (int k = 0; k < 3; k++) apart |= all[o + k] > whole[3 + k] || all[o + 3 + k] < whole[k];
                if (apart) continue;
                boolean isOwn = inside[b];
                tree.within(all[o], all[o + 1], all[o + 2], all[o + 3], all[o + 4], all[o + 5], i -> {
                    // Two that are both asked for are found from either.
                    if (isOwn && own[i] <= other) return;
                    if (wanted.wants(own[i], other)) found.add((long) own[i] << 32 | other);
                });
            }
        });
        return List.of(out);
    }
}
