package org.modeststack.mesh.search;

import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/** Pairs of triangles whose boxes overlap, of which at least one is asked for. */
public final class TrianglePairs {
    private TrianglePairs() {}

    /**
     * Tells of each pair once.
     *
     * @param xyz three coordinates a vertex
     * @param triangles three vertices a triangle
     * @param asked of which triangles at least one is in every pair
     */
    public static void near(double[] xyz, int[] triangles, IntPredicate asked, Bvh.PairVisitor visitor) {
        int count = triangles.length / 3;
        // Often few are asked for: only they go into a tree, and all are held against it.
        int[] own = IntStream.range(0, count).filter(asked).toArray();
        if (own.length == 0) return;
        double[] all = Bvh.triangleBoxes(xyz, triangles), boxes = new double[6 * own.length];
        boolean[] inside = new boolean[count];
        for (int i = 0; i < own.length; i++) {
            System.arraycopy(all, 6 * own[i], boxes, 6 * i, 6);
            inside[own[i]] = true;
        }
        Bvh tree = new Bvh(boxes);
        tree.overlapsSelf((i, j) -> visitor.pair(own[i], own[j]));
        double[] whole = tree.box();
        for (int b = 0; b < count; b++) {
            int o = 6 * b, other = b;
            boolean apart = inside[b];
            for (int k = 0; k < 3; k++) apart |= all[o + k] > whole[3 + k] || all[o + 3 + k] < whole[k];
            if (!apart)
                tree.within(
                        all[o],
                        all[o + 1],
                        all[o + 2],
                        all[o + 3],
                        all[o + 4],
                        all[o + 5],
                        i -> visitor.pair(own[i], other));
        }
    }
}
