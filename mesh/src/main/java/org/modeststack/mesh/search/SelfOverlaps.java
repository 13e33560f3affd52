package org.modeststack.mesh.search;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import org.modeststack.mesh.work.Work;

/**
 * Pairs of items of one tree, each pair once: all whose boxes overlap or touch, and some that only nearly do. Both parts of
 * a pair go down the tree at once; boxes are coarsened to whole numbers for this, three in a word, so that a test is two
 * subtractions. In pieces that several threads can visit at once.
 */
final class SelfOverlaps {
    /** The range of coarsened coordinates, and the bits above them. */
    private static final int COARSE = 1 << 20;

    private static final long FREE = 1L << 62 | 1L << 41 | 1L << 20;

    private final Bvh tree;
    private final long[] node;
    private final long[] leaf;
    /** Pairs of nodes, two numbers each, that all pairs of items are under. */
    private IntArrayList starts = new IntArrayList();

    /** @param about how many pieces there are to be, about; not more where the tree is small */
    SelfOverlaps(Bvh tree, int about) {
        this.tree = tree;
        double[] box = tree.box();
        double extent = Math.max(box[3] - box[0], Math.max(box[4] - box[1], box[5] - box[2]));
        double scale = extent > 0 ? (COARSE - 2) / extent : 0;
        boolean isEmpty = tree.items.length == 0;
        node = isEmpty ? new long[0] : coarse(tree.nodeBox, tree.nodes, box, scale);
        leaf = isEmpty ? new long[0] : coarse(tree.boxes, tree.items.length, box, scale);
        if (isEmpty) return;
        starts.add(0);
        starts.add(0);
        for (boolean more = true; more && pieces() < about; ) {
            IntArrayList next = new IntArrayList();
            more = false;
            for (int i = 0; i < pieces(); i++) {
                int a = starts.getInt(2 * i), b = starts.getInt(2 * i + 1);
                if (tree.count[a] > 0 && tree.count[b] > 0) {
                    next.add(a);
                    next.add(b);
                } else {
                    below(a, b, next);
                    more = true;
                }
            }
            starts = next;
        }
    }

    int pieces() {
        return starts.size() / 2;
    }

    /** Takes pairs until it has enough. */
    @FunctionalInterface
    interface PairTaker {
        /** @return whether more are wanted */
        boolean take(int item, int other);
    }

    void visit(int piece, Bvh.PairVisitor visitor) {
        take(piece, (i, j) -> {
            visitor.pair(i, j);
            return true;
        });
    }

    /** @return whether all were taken */
    boolean take(int piece, PairTaker taker) {
        int[] count = tree.count, first = tree.first, items = tree.items;
        IntArrayList todo = new IntArrayList();
        todo.add(starts.getInt(2 * piece));
        todo.add(starts.getInt(2 * piece + 1));
        for (int turns = 0; !todo.isEmpty(); turns++) {
            int b = todo.popInt(), a = todo.popInt();
            int na = count[a], nb = count[b];
            if (na == 0 || nb == 0) {
                Work.checkpoint(turns);
                below(a, b, todo);
                continue;
            }
            // What is done with the pairs of two leaves may take long.
            Work.checkpoint();
            for (int i = first[a], endA = i + na; i < endA; i++) {
                long low = leaf[2 * i], high = leaf[2 * i + 1];
                for (int j = a == b ? i + 1 : first[b], endB = first[b] + nb; j < endB; j++) {
                    if (near(low, high, leaf, j) && !taker.take(items[i], items[j])) return false;
                }
            }
        }
        return true;
    }

    /** Adds what is under two nodes in pairs; those that do not touch are never laid down. */
    private void below(int a, int b, IntArrayList to) {
        int a0 = tree.count[a] > 0 ? a : tree.left[a], a1 = tree.count[a] > 0 ? a : a0 + 1;
        int b0 = tree.count[b] > 0 ? b : tree.left[b], b1 = tree.count[b] > 0 ? b : b0 + 1;
        for (int x = a0; x <= a1; x++) {
            long low = node[2 * x], high = node[2 * x + 1];
            for (int y = a == b ? x : b0; y <= b1; y++) {
                if (!near(low, high, node, y)) continue;
                to.add(x);
                to.add(y);
            }
        }
    }

    /** Least and greatest corner of each box in whole numbers of twenty bits, each with a bit above it left free. */
    private static long[] coarse(double[] boxes, int n, double[] frame, double scale) {
        long[] out = new long[2 * n];
        for (int i = 0; i < n; i++) {
            long low = 0, high = 0;
            for (int k = 0; k < 3; k++) {
                low = low << 21 | (long) ((boxes[6 * i + k] - frame[k]) * scale);
                high = high << 21 | (long) ((boxes[6 * i + 3 + k] - frame[k]) * scale) + 1;
            }
            out[2 * i] = low;
            out[2 * i + 1] = high | FREE;
        }
        return out;
    }

    /** Whether boxes overlap: no free bit is borrowed from when one's least is taken from the other's greatest. */
    private static boolean near(long low, long high, long[] boxes, int j) {
        return ((high - boxes[2 * j]) & (boxes[2 * j + 1] - low) & FREE) == FREE;
    }
}
