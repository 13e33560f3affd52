package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.doubles.DoubleArrays;
import java.util.stream.IntStream;
import org.modeststack.mesh.Keys;

/**
 * Weights by which marked elements are told apart after a step has carried them. They lie so irregularly that a mean of
 * some of them, which a step may have put between those, is no other one.
 */
final class MarkWeights {
    /** What rounding may have done to a weight that was mixed with itself. */
    private static final double ROUNDED = 1e-12;

    private final double[] weights;
    /** The numbers of the elements, by their weights. */
    private final int[] order;

    MarkWeights(int count) {
        // From one half up to one: none is so small that it counts as nothing.
        weights = IntStream.range(0, count)
                .mapToDouble(i -> 0.5 + (Keys.mix(i) >>> 12) * 0x1p-53)
                .toArray();
        order = IntStream.range(0, count).toArray();
        DoubleArrays.quickSortIndirect(order, weights);
    }

    double get(int i) {
        return weights[i];
    }

    /** Whose weight it is, or -1. */
    int indexOf(double weight) {
        int low = 0, high = order.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (weights[order[middle]] < weight - ROUNDED) low = middle + 1;
            else high = middle;
        }
        return low < order.length && weights[order[low]] <= weight + ROUNDED ? order[low] : -1;
    }
}
