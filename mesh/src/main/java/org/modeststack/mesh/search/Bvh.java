package org.modeststack.mesh.search;

import java.util.Arrays;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.work.Work;

/**
 * A binary tree of boxes over items, for finding which boxes of two trees overlap and which boxes a line meets.
 *
 * <p>Nodes lie in flat arrays; node 0 is the root; the children of an inner node are {@code left} and {@code left + 1}.
 * The items are sorted along a space-filling curve and the tree splits where the curve's highest bit changes; their
 * boxes are kept in that order, so that leaves lie together in memory. Time and memory are linear but for the recursion.
 *
 * <p>Source: C. Lauterbach et al., "Fast BVH Construction on GPUs", Eurographics 2009 (linear bounding volume
 * hierarchy).
 */
public final class Bvh implements Memory.Counted {
    private static final int LEAF = 8;
    /** Above so many items it is asked whether the tree is still wanted. */
    private static final int MANY = 1 << 12;

    /** Bits of the curve for each axis. */
    private static final int BITS = 11;
    /** Bits of an item's number, which stands behind the code while both are sorted. */
    private static final int ITEM_BITS = 31;

    /** The boxes in the order of the curve. */
    final double[] boxes;
    /** The items in the order of the curve. */
    final int[] items;

    final double[] nodeBox;
    final int[] left;
    final int[] first;
    final int[] count;
    int nodes;

    /** @param given minX, minY, minZ, maxX, maxY, maxZ for each item */
    public Bvh(double[] given) {
        int n = given.length / 6;
        items = new int[n];
        long[] codes = order(given, items);
        boxes = new double[given.length];
        for (int i = 0; i < n; i++) {
            Work.checkpoint(i);
            System.arraycopy(given, 6 * items[i], boxes, 6 * i, 6);
        }
        int capacity = Math.max(1, n);
        nodeBox = new double[6 * capacity];
        left = new int[capacity];
        first = new int[capacity];
        count = new int[capacity];
        nodes = 1;
        if (n > 0) build(0, 0, n, codes);
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(boxes);
        memory.addArray(items);
        memory.addArray(nodeBox);
        memory.addArray(left);
        memory.addArray(first);
        memory.addArray(count);
    }

    /** The boxes of triangles given by three vertices each, as indices into {@code xyz / 3}. */
    public static double[] triangleBoxes(double[] xyz, int[] triangles) {
        double[] out = new double[2 * triangles.length];
        for (int t = 0; t < triangles.length / 3; t++) {
            Work.checkpoint(t);
            triangleBox(xyz, triangles, t, out, 6 * t);
        }
        return out;
    }

    /** Writes the box of one triangle, six numbers, to a place of an array. */
    static void triangleBox(double[] xyz, int[] triangles, int t, double[] out, int at) {
        int a = 3 * triangles[3 * t], b = 3 * triangles[3 * t + 1], c = 3 * triangles[3 * t + 2];
        for (int k = 0; k < 3; k++) {
            out[at + k] = Math.min(xyz[a + k], Math.min(xyz[b + k], xyz[c + k]));
            out[at + 3 + k] = Math.max(xyz[a + k], Math.max(xyz[b + k], xyz[c + k]));
        }
    }

    /**
     * Sorts the items by the place of their box's middle on a Z-order curve.
     *
     * @return for each place the code of the curve, shifted left by the bits of an item
     */
    private static long[] order(double[] given, int[] items) {
        int n = items.length;
        double lx = Double.POSITIVE_INFINITY, ly = lx, lz = lx, hx = -lx, hy = -lx, hz = -lx;
        for (int o = 0; o < given.length; o += 6) {
            double x = given[o] + given[o + 3], y = given[o + 1] + given[o + 4], z = given[o + 2] + given[o + 5];
            lx = Math.min(lx, x);
            ly = Math.min(ly, y);
            lz = Math.min(lz, z);
            hx = Math.max(hx, x);
            hy = Math.max(hy, y);
            hz = Math.max(hz, z);
        }
        double extent = Math.max(hx - lx, Math.max(hy - ly, hz - lz));
        double scale = extent > 0 ? ((1 << BITS) - 1) / extent : 0;
        long[] codes = new long[n];
        for (int i = 0; i < n; i++) {
            Work.checkpoint(i);
            int o = 6 * i;
            long code = spread((int) ((given[o] + given[o + 3] - lx) * scale)) << 2
                    | spread((int) ((given[o + 1] + given[o + 4] - ly) * scale)) << 1
                    | spread((int) ((given[o + 2] + given[o + 5] - lz) * scale));
            codes[i] = code << ITEM_BITS | i;
        }
        long[] other = new long[n];
        int[] start = new int[2049];
        for (int shift = ITEM_BITS; shift < ITEM_BITS + 3 * BITS; shift += 11) {
            Work.checkpoint();
            Arrays.fill(start, 0);
            for (long c : codes) start[(int) (c >>> shift & 2047) + 1]++;
            for (int i = 0; i < 2048; i++) start[i + 1] += start[i];
            Work.checkpoint();
            for (long c : codes) other[start[(int) (c >>> shift & 2047)]++] = c;
            long[] t = codes;
            codes = other;
            other = t;
        }
        for (int i = 0; i < n; i++) items[i] = (int) (codes[i] & (1L << ITEM_BITS) - 1);
        return codes;
    }

    /** Puts two zero bits behind each of eleven bits. */
    private static long spread(int bits) {
        long x = bits & 0x7FFL;
        x = (x | x << 16) & 0x70000FFL;
        x = (x | x << 8) & 0x700F00FL;
        x = (x | x << 4) & 0x430C30C3L;
        return (x | x << 2) & 0x49249249L;
    }

    private void build(int node, int from, int to, long[] codes) {
        if (to - from > MANY) Work.checkpoint();
        int o = 6 * node;
        if (to - from <= LEAF) {
            first[node] = from;
            count[node] = to - from;
            System.arraycopy(boxes, 6 * from, nodeBox, o, 6);
            for (int i = from + 1; i < to; i++) grow(o, boxes, 6 * i);
            return;
        }
        int mid = split(from, to, codes);
        int l = nodes;
        left[node] = l;
        nodes += 2;
        build(l, from, mid, codes);
        build(l + 1, mid, to, codes);
        System.arraycopy(nodeBox, 6 * l, nodeBox, o, 6);
        grow(o, nodeBox, 6 * l + 6);
    }

    private void grow(int o, double[] b, int at) {
        for (int k = 0; k < 3; k++) {
            nodeBox[o + k] = Math.min(nodeBox[o + k], b[at + k]);
            nodeBox[o + 3 + k] = Math.max(nodeBox[o + 3 + k], b[at + 3 + k]);
        }
    }

    /** Where the highest bit that differs changes; the middle where all are at one place, or the parts too unequal. */
    private static int split(int from, int to, long[] codes) {
        long a = codes[from], b = codes[to - 1];
        if (a >>> ITEM_BITS == b >>> ITEM_BITS) return (from + to) >>> 1;
        int bit = 63 - Long.numberOfLeadingZeros(a ^ b);
        long mask = 1L << bit;
        int lo = from + 1, hi = to - 1;
        while (lo < hi) {
            int mid = (lo + hi) >>> 1;
            if ((codes[mid] & mask) != 0) hi = mid;
            else lo = mid + 1;
        }
        return lo;
    }

    /** Receives pairs of items whose boxes overlap. */
    @FunctionalInterface
    public interface PairVisitor {
        void pair(int mine, int other);
    }

    /** Receives items. */
    @FunctionalInterface
    public interface ItemVisitor {
        void item(int item);
    }

    /** Visits every pair of an item here and one of the other tree whose boxes overlap or touch. */
    public void overlaps(Bvh other, PairVisitor visitor) {
        if (items.length == 0 || other.items.length == 0) return;
        if (!touch(nodeBox, 0, other.nodeBox, 0)) return;
        int[] stack = new int[1024];
        int top = 0;
        stack[top++] = 0;
        stack[top++] = 0;
        for (int turns = 0; top > 0; turns++) {
            Work.checkpoint(turns);
            int b = stack[--top], a = stack[--top];
            int na = count[a], nb = other.count[b];
            if (na > 0 && nb > 0) {
                // What is done with the pairs of two leaves may take long.
                Work.checkpoint();
                for (int i = first[a], endA = i + na; i < endA; i++) {
                    for (int j = other.first[b], endB = j + nb; j < endB; j++) {
                        if (touch(boxes, 6 * i, other.boxes, 6 * j)) visitor.pair(items[i], other.items[j]);
                    }
                }
                continue;
            }
            boolean splitA = na == 0 && (nb > 0 || extent(nodeBox, 6 * a) >= extent(other.nodeBox, 6 * b));
            if (top + 4 > stack.length) stack = Arrays.copyOf(stack, 2 * stack.length);
            for (int k = 0; k < 2; k++) {
                int x = splitA ? left[a] + k : a, y = splitA ? b : other.left[b] + k;
                if (!touch(nodeBox, 6 * x, other.nodeBox, 6 * y)) continue;
                stack[top++] = x;
                stack[top++] = y;
            }
        }
    }

    /** Visits pairs of items here, each pair once: all whose boxes overlap or touch, and some that only nearly do. */
    public void overlapsSelf(PairVisitor visitor) {
        SelfOverlaps all = new SelfOverlaps(this, 1);
        for (int i = 0; i < all.pieces(); i++) all.visit(i, visitor);
    }

    /** The box round everything: minX, minY, minZ, maxX, maxY, maxZ; infinite the wrong way round where it is empty. */
    public double[] box() {
        if (items.length == 0) {
            double inf = Double.POSITIVE_INFINITY;
            return new double[] {inf, inf, inf, -inf, -inf, -inf};
        }
        return Arrays.copyOf(nodeBox, 6);
    }

    /**
     * Visits the items whose box is met by the ray from a point in the positive direction of an axis, give or take.
     *
     * @param slack how far off the ray a box may lie and still be visited
     */
    public void along(int axis, double[] from, double slack, ItemVisitor visitor) {
        double[] high = {from[0] + slack, from[1] + slack, from[2] + slack};
        high[axis] = Double.POSITIVE_INFINITY;
        within(from[0] - slack, from[1] - slack, from[2] - slack, high[0], high[1], high[2], visitor);
    }

    /** Visits the items whose box overlaps or touches the given one. */
    public void within(double ax, double ay, double az, double bx, double by, double bz, ItemVisitor visitor) {
        if (items.length == 0) return;
        double[] query = {ax, ay, az, bx, by, bz};
        int[] stack = new int[256];
        int top = 0;
        stack[top++] = 0;
        while (top > 0) {
            int n = stack[--top];
            if (!touch(nodeBox, 6 * n, query, 0)) continue;
            if (count[n] > 0) {
                for (int i = first[n]; i < first[n] + count[n]; i++) {
                    if (touch(boxes, 6 * i, query, 0)) visitor.item(items[i]);
                }
            } else {
                if (top + 2 > stack.length) stack = Arrays.copyOf(stack, 2 * stack.length);
                stack[top++] = left[n];
                stack[top++] = left[n] + 1;
            }
        }
    }

    /** Receives an item and says how far along the ray others are still of interest. */
    public interface RayVisitor {
        double item(int item);
    }

    /**
     * Visits the items whose box a ray meets before a distance, which the visitor may shorten as it goes.
     *
     * @param way three numbers, of which some may be 0
     */
    public void onRay(double[] from, double[] way, RayVisitor visitor) {
        if (items.length == 0) return;
        double[] per = {1 / way[0], 1 / way[1], 1 / way[2]};
        double until = Double.POSITIVE_INFINITY;
        int[] stack = new int[256];
        int top = 0;
        stack[top++] = 0;
        while (top > 0) {
            int n = stack[--top];
            if (misses(enters(nodeBox, 6 * n, from, per), until)) continue;
            if (count[n] > 0) {
                for (int i = first[n]; i < first[n] + count[n]; i++)
                    if (!misses(enters(boxes, 6 * i, from, per), until)) until = visitor.item(items[i]);
                continue;
            }
            if (top + 2 > stack.length) stack = Arrays.copyOf(stack, 2 * stack.length);
            // The nearer of the two comes off first.
            int l = left[n];
            boolean swap = enters(nodeBox, 6 * l, from, per) < enters(nodeBox, 6 * (l + 1), from, per);
            stack[top++] = swap ? l + 1 : l;
            stack[top++] = swap ? l : l + 1;
        }
    }

    private static boolean misses(double enters, double until) {
        return enters == Double.POSITIVE_INFINITY || enters > until;
    }

    /** How far along a ray it enters a box, 0 inside; infinite where it misses. */
    private static double enters(double[] p, int a, double[] from, double[] per) {
        double in = 0, out = Double.POSITIVE_INFINITY;
        for (int k = 0; k < 3; k++) {
            double s = (p[a + k] - from[k]) * per[k], t = (p[a + 3 + k] - from[k]) * per[k];
            // Along a side of the box 0 times infinity is no number, and such a side does not part.
            if (Double.isNaN(s) || Double.isNaN(t)) continue;
            in = Math.max(in, Math.min(s, t));
            out = Math.min(out, Math.max(s, t));
        }
        return in <= out ? in : Double.POSITIVE_INFINITY;
    }

    private static boolean touch(double[] p, int a, double[] q, int b) {
        return p[a] <= q[b + 3]
                && q[b] <= p[a + 3]
                && p[a + 1] <= q[b + 4]
                && q[b + 1] <= p[a + 4]
                && p[a + 2] <= q[b + 5]
                && q[b + 2] <= p[a + 5];
    }

    private static double extent(double[] p, int a) {
        return p[a + 3] - p[a] + (p[a + 4] - p[a + 1]) + (p[a + 5] - p[a + 2]);
    }
}
