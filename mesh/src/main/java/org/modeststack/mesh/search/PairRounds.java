package org.modeststack.mesh.search;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.modeststack.mesh.work.Work;
import org.modeststack.mesh.work.Workers;

/**
 * Tests pairs of triangles piece by piece, on several threads. A piece with very many pairs is left at a limit; in rounds
 * the limit rises for those that were left, as long as all together stay within what is allowed. Which pairs are tested is
 * thus the same on any number of cores.
 */
final class PairRounds {
    /** Triangles that are looked at in one go. */
    private static final int PIECE = 1 << 11;

    private static final long FIRST_LIMIT = 1 << 18;
    private static final int RISE = 4;

    /** What is allowed in all, in tests; a pair that is wanted counts for more, for it is kept and judged exactly. */
    private static final long ALLOWED = 1 << 28, ALLOWED_EACH = 1000;

    private static final int WANTED_COST = 32;

    private final TrianglePairs.Boxes boxes;
    private final SelfOverlaps own;
    private final Supplier<TrianglePairs.PairTest> test;
    private final long firstLimit;
    private final long allowed;
    private final LongArrayList[] found;
    private final long[] spent;
    private final boolean[] isDone;

    PairRounds(TrianglePairs.Boxes boxes, Supplier<TrianglePairs.PairTest> test) {
        this(boxes, test, FIRST_LIMIT, ALLOWED + ALLOWED_EACH * boxes.count());
    }

    PairRounds(TrianglePairs.Boxes boxes, Supplier<TrianglePairs.PairTest> test, long firstLimit, long allowed) {
        this.boxes = boxes;
        this.firstLimit = firstLimit;
        this.allowed = allowed;
        this.test = test;
        own = new SelfOverlaps(boxes.tree(), boxes.own().length / PIECE);
        int pieces = own.pieces() + (boxes.count() + PIECE - 1) / PIECE;
        found = new LongArrayList[pieces];
        spent = new long[pieces];
        isDone = new boolean[pieces];
    }

    TrianglePairs.Kept kept() {
        int[] todo = IntStream.range(0, found.length).toArray();
        long left = allowed;
        for (long limit = firstLimit, before = 0; todo.length > 0 && limit > before; ) {
            int[] now = todo;
            long atMost = limit;
            Workers.each(now.length, k -> search(now[k], atMost));
            left -= Arrays.stream(now).mapToLong(i -> spent[i]).sum();
            todo = Arrays.stream(now).filter(i -> !isDone[i]).toArray();
            before = limit;
            limit = Math.min(RISE * limit, left / Math.max(1, todo.length));
        }
        return new TrianglePairs.Kept(List.of(found), todo.length == 0);
    }

    /** Goes through one piece from its beginning, to its end or to the limit. */
    private void search(int piece, long limit) {
        LongArrayList kept = found[piece] = new LongArrayList();
        TrianglePairs.PairTest wanted = test.get();
        long[] cost = new long[1];
        SelfOverlaps.PairTaker taker = (s, t) -> {
            cost[0]++;
            if (wanted.wants(s, t)) {
                cost[0] += WANTED_COST;
                kept.add((long) s << 32 | t);
            }
            return cost[0] < limit;
        };
        int range = piece - own.pieces();
        isDone[piece] = range < 0 ? own.take(piece, boxes.taking(taker)) : others(range * PIECE, taker);
        spent[piece] = cost[0];
    }

    private boolean others(int from, SelfOverlaps.PairTaker taker) {
        boolean[] more = {true};
        double[] box = new double[6];
        for (int t = from, end = Math.min(boxes.count(), from + PIECE); t < end && more[0]; t++) {
            Work.checkpoint();
            boxes.other(t, box, (s, other) -> more[0] = more[0] && taker.take(s, other));
        }
        return more[0];
    }
}
