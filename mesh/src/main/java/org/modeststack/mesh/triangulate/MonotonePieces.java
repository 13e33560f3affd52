package org.modeststack.mesh.triangulate;

import java.util.Arrays;
import java.util.Comparator;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.work.Work;

/**
 * Cuts a simple polygon of very many corners into triangles in n log n: a line sweeps over it and cuts it into pieces that
 * it meets in one stretch, and each of these is cut into triangles in one go. All turns are decided exactly; corners at one
 * height are taken in order of the other coordinate. A polygon that is not simple is noticed and left to others.
 *
 * <p>Source: M. R. Garey, D. S. Johnson, F. P. Preparata, R. E. Tarjan, "Triangulating a Simple Polygon", Information
 * Processing Letters 7, 1978; after M. de Berg et al., "Computational Geometry", 3rd edition, sections 3.2 and 3.3.
 */
final class MonotonePieces {
    private enum Kind {
        START,
        END,
        SPLIT,
        MERGE,
        REGULAR
    }

    /** A side with the inside of the polygon to its right, as the sweep meets it. */
    private static final class Side {
        final int low;
        final int high;
        /** Of what the side sees to its right, the last corner. */
        int helper;

        Side(int high, int low, int helper) {
            this.high = high;
            this.low = low;
            this.helper = helper;
        }
    }

    /** Corners are in double where the polygon was cut; each has the place of the one that it is of. */
    private final double[] u;

    private final double[] w;
    private final int n;
    private int count;
    private final int[] of;
    private final int[] prev;
    private final int[] next;
    private final Kind[] kind;
    private final @Nullable Side[] side;
    private final TreeMap<Side, Side> sweep = new TreeMap<>(fromLeft());
    private boolean simple = true;

    /** @param n corners, counter-clockwise */
    MonotonePieces(double[] u, double[] w, int n) {
        this.u = u;
        this.w = w;
        this.n = n;
        // Each corner is cut at most three times.
        int most = 4 * n;
        of = new int[most];
        prev = new int[most];
        next = new int[most];
        kind = new Kind[most];
        side = new Side[most];
        for (int i = 0; i < n; i++) {
            of[i] = i;
            prev[i] = i == 0 ? n - 1 : i - 1;
            next[i] = i == n - 1 ? 0 : i + 1;
        }
        count = n;
    }

    /**
     * @param out receives three corners for each of the n - 2 triangles
     * @return whether it went well; else what is in {@code out} means nothing
     */
    boolean triangulate(int[] out, int from, int outAt) {
        Integer[] order = new Integer[n];
        for (int i = 0; i < n; i++) {
            order[i] = i;
            kind[i] = kindOf(i);
        }
        Arrays.sort(order, (a, b) -> isBelow(a, b) ? 1 : isBelow(b, a) ? -1 : 0);
        for (int i = 0; i < n && simple; i++) {
            Work.checkpoint(i);
            meet(order[i]);
        }
        return simple && cut(out, from, outAt) && covers(out, from, outAt);
    }

    private boolean isBelow(int a, int b) {
        int p = of[a], q = of[b];
        return w[p] < w[q] || w[p] == w[q] && u[p] < u[q];
    }

    private int turn(int a, int b, int c) {
        int p = of[a], q = of[b], r = of[c];
        return Predicates.orient2d(u[p], w[p], u[q], w[q], u[r], w[r]);
    }

    private Kind kindOf(int v) {
        boolean before = isBelow(prev[v], v), after = isBelow(next[v], v);
        boolean convex = turn(prev[v], v, next[v]) > 0;
        if (before && after) return convex ? Kind.START : Kind.SPLIT;
        if (!before && !after) return convex ? Kind.END : Kind.MERGE;
        return Kind.REGULAR;
    }

    /** Sides that the sweep meets at the same time do not cross, so that their order is that of one end of one of them. */
    private Comparator<Side> fromLeft() {
        return (a, b) -> {
            if (a == b) return 0;
            int t;
            if (a.high == a.low) t = -turn(b.low, b.high, a.high);
            else if (b.high == b.low) t = turn(a.low, a.high, b.high);
            else if (isBelow(b.high, a.high)) t = upper(turn(a.low, a.high, b.high), turn(a.low, a.high, b.low));
            else t = -upper(turn(b.low, b.high, a.high), turn(b.low, b.high, a.low));
            return t;
        };
    }

    /** Where the upper end lies on the other side's line, the lower one tells. */
    private static int upper(int high, int low) {
        return high != 0 ? high : low;
    }

    private void begin(int v, int helper) {
        Side s = new Side(v, next[v], helper);
        side[v] = s;
        if (sweep.put(s, s) != null) simple = false;
    }

    private void end(int v) {
        Side s = side[v];
        if (s == null || sweep.remove(s) == null) simple = false;
    }

    private @Nullable Side leftOf(int v) {
        Side at = new Side(v, v, v);
        Side s = sweep.lowerKey(at);
        if (s == null) simple = false;
        return s;
    }

    private void meet(int v) {
        int now = v;
        switch (kind[v]) {
            case START -> begin(v, v);
            case END -> {
                closeMerge(v, side[prev[v]]);
                end(prev[v]);
            }
            case SPLIT -> {
                Side left = leftOf(v);
                if (left == null) return;
                int fresh = join(v, left.helper);
                left.helper = v;
                begin(fresh, fresh);
            }
            case MERGE -> {
                int before = prev[v];
                now = closeMerge(v, side[before]);
                end(before);
                Side left = leftOf(v);
                if (left == null) return;
                if (kind[left.helper] == Kind.MERGE) join(now, left.helper);
                left.helper = now;
            }
            case REGULAR -> {
                if (isBelow(v, prev[v])) {
                    int before = prev[v];
                    now = closeMerge(v, side[before]);
                    end(before);
                    begin(now, v);
                } else {
                    Side left = leftOf(v);
                    if (left == null) return;
                    if (kind[left.helper] == Kind.MERGE) join(v, left.helper);
                    left.helper = v;
                }
            }
        }
    }

    /** Joins a corner to what waits at a side to be joined; gives the corner that goes on from there. */
    private int closeMerge(int v, @Nullable Side s) {
        if (s == null) simple = false;
        return s != null && kind[s.helper] == Kind.MERGE ? join(v, s.helper) : v;
    }

    /** Cuts the polygon between two corners; both are there twice then. Gives the second one of the first. */
    private int join(int a, int b) {
        if (a == b || count + 2 > of.length) {
            simple = false;
            return a;
        }
        int a2 = copy(a), b2 = copy(b);
        next[b2] = next[b];
        next[a2] = next[a];
        prev[next[b]] = b2;
        prev[next[a]] = a2;
        next[a] = b2;
        prev[b2] = a;
        next[b] = a2;
        prev[a2] = b;
        return a2;
    }

    /** The second one of a corner has the side that goes on from it. */
    private int copy(int v) {
        int c = count++;
        of[c] = of[v];
        kind[c] = kind[v];
        side[c] = side[v];
        return c;
    }

    private boolean cut(int[] out, int from, int outAt) {
        boolean[] done = new boolean[count];
        int at = outAt, end = outAt + 3 * (n - 2);
        int[] sorted = new int[count], chain = new int[count], stack = new int[count];
        for (int first = 0; first < count; first++) {
            if (done[first]) continue;
            int size = 0, top = first, bottom = first;
            int v = first;
            do {
                if (done[v]) return false;
                done[v] = true;
                size++;
                if (isBelow(top, v)) top = v;
                if (isBelow(v, bottom)) bottom = v;
                v = next[v];
            } while (v != first);
            if (size < 3 || at + 3 * (size - 2) > end) return false;
            if (!merge(top, bottom, size, sorted, chain)) return false;
            at = cutPiece(sorted, chain, size, stack, out, from, at);
            if (at < 0) return false;
        }
        return at == end;
    }

    /** The corners of a piece from above, and on which side each lies: 1 the left, where the outline goes down. */
    private boolean merge(int top, int bottom, int size, int[] sorted, int[] chain) {
        int left = next[top], right = prev[top];
        sorted[0] = top;
        chain[0] = 0;
        for (int i = 1; i < size - 1; i++) {
            boolean takeLeft = left != bottom && (right == bottom || isBelow(right, left));
            int v = takeLeft ? left : right;
            if (v == bottom || isBelow(sorted[i - 1], v)) return false;
            sorted[i] = v;
            chain[i] = takeLeft ? 1 : -1;
            if (takeLeft) left = next[left];
            else right = prev[right];
        }
        sorted[size - 1] = bottom;
        chain[size - 1] = 0;
        return true;
    }

    /** @return where in {@code out} to go on; -1 where the piece is none */
    private int cutPiece(int[] sorted, int[] chain, int size, int[] stack, int[] out, int from, int outAt) {
        int at = outAt, depth = 0;
        stack[depth++] = 0;
        stack[depth++] = 1;
        for (int j = 2; j < size; j++) {
            int last = stack[depth - 1];
            if (j == size - 1 || chain[j] != chain[last]) {
                for (int i = 0; i + 1 < depth; i++)
                    at = put(out, at, from, sorted[j], sorted[stack[i]], sorted[stack[i + 1]], chain[stack[i + 1]] > 0);
                depth = 0;
                stack[depth++] = last;
            } else {
                depth--;
                while (depth > 0) {
                    int top = stack[depth - 1];
                    int t = turn(sorted[top], sorted[last], sorted[j]);
                    if (chain[j] > 0 ? t <= 0 : t >= 0) break;
                    at = put(out, at, from, sorted[j], sorted[top], sorted[last], chain[j] > 0);
                    last = top;
                    depth--;
                }
                stack[depth++] = last;
            }
            stack[depth++] = j;
        }
        return at - outAt == 3 * (size - 2) ? at : -1;
    }

    private int put(int[] out, int at, int from, int low, int high, int middle, boolean onLeft) {
        out[at] = from + of[low];
        out[at + 1] = from + of[onLeft ? high : middle];
        out[at + 2] = from + of[onLeft ? middle : high];
        return at + 3;
    }

    /** Whether no triangle is turned over, and all together are as large as the polygon. */
    private boolean covers(int[] out, int from, int outAt) {
        double whole = 0, sum = 0;
        for (int i = 0; i < n; i++) {
            int j = i + 1 == n ? 0 : i + 1;
            whole += (u[i] - u[0]) * (w[j] - w[0]) - (u[j] - u[0]) * (w[i] - w[0]);
        }
        for (int t = 0; t < n - 2; t++) {
            int a = out[outAt + 3 * t] - from, b = out[outAt + 3 * t + 1] - from, c = out[outAt + 3 * t + 2] - from;
            if (Predicates.orient2d(u[a], w[a], u[b], w[b], u[c], w[c]) < 0) return false;
            sum += (u[b] - u[a]) * (w[c] - w[a]) - (u[c] - u[a]) * (w[b] - w[a]);
        }
        return Math.abs(sum - whole) <= 1e-6 * Math.abs(whole);
    }
}
