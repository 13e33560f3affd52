package org.modeststack.mesh.search;

import java.util.Arrays;

/**
 * A binary tree of boxes over items, for finding which boxes of two trees overlap and which boxes a line meets.
 *
 * <p>Nodes lie in flat arrays; node 0 is the root; the children of an inner node are {@code left} and {@code left + 1}.
 * Built top-down by splitting the centres at the middle of their longest side, or at the median where that fails.
 * Time n log n.
 */
public final class Bvh {
    private static final int LEAF = 4;

    private final double[] boxes;
    private final int[] items;
    private final double[] nodeBox;
    private final int[] left;
    private final int[] first;
    private final int[] count;
    private int nodes;

    /** @param boxes minX, minY, minZ, maxX, maxY, maxZ for each item; kept, not copied */
    public Bvh(double[] boxes) {
        this.boxes = boxes;
        int n = boxes.length / 6;
        items = new int[n];
        for (int i = 0; i < n; i++) items[i] = i;
        int capacity = Math.max(1, 2 * n);
        nodeBox = new double[6 * capacity];
        left = new int[capacity];
        first = new int[capacity];
        count = new int[capacity];
        nodes = 1;
        if (n > 0) build(n);
    }

    /** The boxes of triangles given by three vertices each, as indices into {@code xyz / 3}. */
    public static double[] triangleBoxes(double[] xyz, int[] triangles) {
        double[] out = new double[2 * triangles.length];
        for (int t = 0; t < triangles.length; t += 3) {
            int a = 3 * triangles[t], b = 3 * triangles[t + 1], c = 3 * triangles[t + 2];
            for (int k = 0; k < 3; k++) {
                out[2 * t + k] = Math.min(xyz[a + k], Math.min(xyz[b + k], xyz[c + k]));
                out[2 * t + 3 + k] = Math.max(xyz[a + k], Math.max(xyz[b + k], xyz[c + k]));
            }
        }
        return out;
    }

    private void build(int n) {
        int[] stack = new int[3 * 1024];
        int top = 0;
        stack[top++] = 0;
        stack[top++] = 0;
        stack[top++] = n;
        while (top > 0) {
            int to = stack[--top], from = stack[--top], node = stack[--top];
            double cx0 = Double.POSITIVE_INFINITY, cy0 = cx0, cz0 = cx0, cx1 = -cx0, cy1 = -cx0, cz1 = -cx0;
            double ax = cx0, ay = cx0, az = cx0, bx = -cx0, by = -cx0, bz = -cx0;
            for (int i = from; i < to; i++) {
                int o = 6 * items[i];
                ax = Math.min(ax, boxes[o]);
                ay = Math.min(ay, boxes[o + 1]);
                az = Math.min(az, boxes[o + 2]);
                bx = Math.max(bx, boxes[o + 3]);
                by = Math.max(by, boxes[o + 4]);
                bz = Math.max(bz, boxes[o + 5]);
                double x = boxes[o] + boxes[o + 3], y = boxes[o + 1] + boxes[o + 4], z = boxes[o + 2] + boxes[o + 5];
                cx0 = Math.min(cx0, x);
                cy0 = Math.min(cy0, y);
                cz0 = Math.min(cz0, z);
                cx1 = Math.max(cx1, x);
                cy1 = Math.max(cy1, y);
                cz1 = Math.max(cz1, z);
            }
            int o = 6 * node;
            nodeBox[o] = ax;
            nodeBox[o + 1] = ay;
            nodeBox[o + 2] = az;
            nodeBox[o + 3] = bx;
            nodeBox[o + 4] = by;
            nodeBox[o + 5] = bz;
            if (to - from <= LEAF) {
                first[node] = from;
                count[node] = to - from;
                continue;
            }
            double dx = cx1 - cx0, dy = cy1 - cy0, dz = cz1 - cz0;
            int axis = dx >= dy && dx >= dz ? 0 : dy >= dz ? 1 : 2;
            double cut = axis == 0 ? (cx0 + cx1) / 2 : axis == 1 ? (cy0 + cy1) / 2 : (cz0 + cz1) / 2;
            int mid = partition(from, to, axis, cut);
            // Centres that all coincide, or nearly so, cannot be split by place; half and half keeps the tree shallow.
            if (mid - from < (to - from) / 32 || to - mid < (to - from) / 32 || mid == from || mid == to) {
                mid = median(from, to, axis);
            }
            left[node] = nodes;
            stack[top++] = nodes;
            stack[top++] = from;
            stack[top++] = mid;
            stack[top++] = nodes + 1;
            stack[top++] = mid;
            stack[top++] = to;
            nodes += 2;
        }
    }

    private double center(int item, int axis) {
        return boxes[6 * item + axis] + boxes[6 * item + 3 + axis];
    }

    private int partition(int from, int to, int axis, double cut) {
        int i = from, j = to - 1;
        while (i <= j) {
            if (center(items[i], axis) < cut) i++;
            else {
                int t = items[i];
                items[i] = items[j];
                items[j--] = t;
            }
        }
        return i;
    }

    /** Quickselect: afterwards no centre before the middle is greater than one behind it. */
    private int median(int from, int to, int axis) {
        int mid = (from + to) >>> 1, lo = from, hi = to - 1;
        while (lo < hi) {
            double pivot = center(items[(lo + hi) >>> 1], axis);
            int i = lo, j = hi;
            while (i <= j) {
                while (center(items[i], axis) < pivot) i++;
                while (center(items[j], axis) > pivot) j--;
                if (i <= j) {
                    int t = items[i];
                    items[i++] = items[j];
                    items[j--] = t;
                }
            }
            if (mid <= j) hi = j;
            else if (mid >= i) lo = i;
            else break;
        }
        return mid;
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
        int[] stack = new int[1024];
        int top = 0;
        stack[top++] = 0;
        stack[top++] = 0;
        while (top > 0) {
            int b = stack[--top], a = stack[--top];
            if (!touch(nodeBox, 6 * a, other.nodeBox, 6 * b)) continue;
            boolean leafA = count[a] > 0, leafB = other.count[b] > 0;
            if (leafA && leafB) {
                for (int i = first[a]; i < first[a] + count[a]; i++) {
                    for (int j = other.first[b]; j < other.first[b] + other.count[b]; j++) {
                        if (touch(boxes, 6 * items[i], other.boxes, 6 * other.items[j])) {
                            visitor.pair(items[i], other.items[j]);
                        }
                    }
                }
                continue;
            }
            boolean splitA = !leafA && (leafB || extent(nodeBox, 6 * a) >= extent(other.nodeBox, 6 * b));
            if (top + 4 > stack.length) stack = Arrays.copyOf(stack, 2 * stack.length);
            for (int k = 0; k < 2; k++) {
                stack[top++] = splitA ? left[a] + k : a;
                stack[top++] = splitA ? b : other.left[b] + k;
            }
        }
    }

    /** Visits every pair of items here whose boxes overlap or touch, each pair once. */
    public void overlapsSelf(PairVisitor visitor) {
        if (items.length == 0) return;
        int[] stack = new int[1024];
        int top = 0;
        stack[top++] = 0;
        stack[top++] = 0;
        while (top > 0) {
            int b = stack[--top], a = stack[--top];
            if (a != b && !touch(nodeBox, 6 * a, nodeBox, 6 * b)) continue;
            boolean leafA = count[a] > 0, leafB = count[b] > 0;
            if (leafA && leafB) {
                for (int i = first[a]; i < first[a] + count[a]; i++) {
                    for (int j = a == b ? i + 1 : first[b]; j < first[b] + count[b]; j++) {
                        if (touch(boxes, 6 * items[i], boxes, 6 * items[j])) visitor.pair(items[i], items[j]);
                    }
                }
                continue;
            }
            if (top + 6 > stack.length) stack = Arrays.copyOf(stack, 2 * stack.length);
            if (a == b) {
                int l = left[a];
                stack[top++] = l;
                stack[top++] = l;
                stack[top++] = l + 1;
                stack[top++] = l + 1;
                stack[top++] = l;
                stack[top++] = l + 1;
                continue;
            }
            boolean splitA = !leafA && (leafB || extent(nodeBox, 6 * a) >= extent(nodeBox, 6 * b));
            for (int k = 0; k < 2; k++) {
                stack[top++] = splitA ? left[a] + k : a;
                stack[top++] = splitA ? b : left[b] + k;
            }
        }
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
                    if (touch(boxes, 6 * items[i], query, 0)) visitor.item(items[i]);
                }
            } else {
                if (top + 2 > stack.length) stack = Arrays.copyOf(stack, 2 * stack.length);
                stack[top++] = left[n];
                stack[top++] = left[n] + 1;
            }
        }
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
