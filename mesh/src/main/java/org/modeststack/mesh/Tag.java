package org.modeststack.mesh;

import java.util.Arrays;
import java.util.BitSet;
import java.util.Objects;

/**
 * A named set of elements of one kind, each with a weight: how strongly a pick takes it, how sharp a crease is. Immutable;
 * elements ascend.
 *
 * <p>Vertices and faces are named by index, edges by {@link #edge(int, int)}.
 */
public final class Tag implements Memory.Counted {
    private final ElementKind kind;
    private final CarryRule rule;
    private final long[] elements;
    private final double[] weights;

    /** One whose greatest weight stays where several elements become one. */
    public Tag(ElementKind kind, long[] elements, double[] weights) {
        this(kind, CarryRule.GREATEST, elements, weights);
    }

    /**
     * @param rule what is left where several elements become one
     * @param elements strictly ascending
     * @param weights one for each element, not less than 0 and finite
     */
    public Tag(ElementKind kind, CarryRule rule, long[] elements, double[] weights) {
        this.kind = Objects.requireNonNull(kind);
        this.rule = Objects.requireNonNull(rule);
        if (elements.length != weights.length) throw new IllegalArgumentException("one weight an element");
        for (int i = 0; i < elements.length; i++) {
            if (i > 0 && elements[i - 1] >= elements[i]) throw new IllegalArgumentException("elements must ascend");
            if (!(weights[i] >= 0 && Double.isFinite(weights[i])))
                throw new IllegalArgumentException("weight " + weights[i]);
        }
        this.elements = elements;
        this.weights = weights;
    }

    @Override
    public void count(Memory memory) {
        memory.addArray(elements);
        memory.addArray(weights);
    }

    /**
     * Elements that all have weight 1.
     *
     * @param elements strictly ascending
     */
    public static Tag whole(ElementKind kind, long[] elements) {
        double[] ones = new double[elements.length];
        Arrays.fill(ones, 1);
        return new Tag(kind, elements, ones);
    }

    /** Faces that follow one another, all with weight 1. */
    public static Tag faces(int from, int to) {
        long[] elements = new long[to - from];
        for (int i = 0; i < elements.length; i++) elements[i] = (long) from + i;
        return whole(ElementKind.FACE, elements);
    }

    /** Faces that all have weight 1. */
    public static Tag faces(BitSet which) {
        long[] elements = new long[which.cardinality()];
        int n = 0;
        for (int f = which.nextSetBit(0); f >= 0; f = which.nextSetBit(f + 1)) elements[n++] = f;
        return whole(ElementKind.FACE, elements);
    }

    /** The name of an edge in a tag: its two vertices, in either order. */
    public static long edge(int a, int b) {
        return Edges.key(a, b);
    }

    public static int edgeLow(long edge) {
        return Edges.from(edge);
    }

    public static int edgeHigh(long edge) {
        return Edges.to(edge);
    }

    public ElementKind kind() {
        return kind;
    }

    public CarryRule rule() {
        return rule;
    }

    /** Other elements, of the same kind and with the same rule. */
    public Tag with(long[] otherElements, double[] otherWeights) {
        return new Tag(kind, rule, otherElements, otherWeights);
    }

    public int size() {
        return elements.length;
    }

    public long element(int i) {
        return elements[i];
    }

    public double weight(int i) {
        return weights[i];
    }

    /** The weight of an element, 0 when it is not in the set. */
    public double weightOf(long element) {
        int i = Arrays.binarySearch(elements, element);
        return i < 0 ? 0 : weights[i];
    }

    public boolean contains(long element) {
        return Arrays.binarySearch(elements, element) >= 0;
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Tag t
                && kind == t.kind
                && rule == t.rule
                && Arrays.equals(elements, t.elements)
                && Arrays.equals(weights, t.weights);
    }

    @Override
    public int hashCode() {
        return Objects.hash(kind, rule, Arrays.hashCode(elements), Arrays.hashCode(weights));
    }
}
