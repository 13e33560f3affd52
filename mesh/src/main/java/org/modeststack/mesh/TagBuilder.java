package org.modeststack.mesh;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Gathers a tag: elements as they come, with their weights; they are sorted and told apart when it is built, by the tag's
 * rule.
 */
public final class TagBuilder {
    private final ElementKind kind;
    private final CarryRule rule;
    private final LongArrayList elements = new LongArrayList();
    private final DoubleArrayList weights = new DoubleArrayList();
    /** What came in one piece, as long as nothing else came. */
    private @Nullable Tag whole;

    public TagBuilder(ElementKind kind, CarryRule rule) {
        this.kind = kind;
        this.rule = rule;
    }

    public ElementKind kind() {
        return kind;
    }

    public void add(long element, double weight) {
        if (whole != null) spill(whole);
        elements.add(element);
        weights.add(weight);
    }

    public void add(Tag tag) {
        if (whole == null && elements.isEmpty()) whole = tag;
        else for (int i = 0; i < tag.size(); i++) add(tag.element(i), tag.weight(i));
    }

    private void spill(Tag all) {
        whole = null;
        for (int i = 0; i < all.size(); i++) add(all.element(i), all.weight(i));
    }

    /** Where an element came several times, the rule says what is left; all count alike. */
    public Tag build() {
        if (whole != null) return whole;
        int n = elements.size();
        long[] e = elements.toLongArray();
        double[] w = weights.toDoubleArray();
        boolean ascending = true;
        for (int i = 1; i < n && ascending; i++) ascending = e[i - 1] < e[i];
        if (ascending) return new Tag(kind, rule, e, w);
        boolean even = true;
        for (int i = 1; i < n && even; i++) even = w[i] == w[0];
        if (even) {
            // The usual case, and much quicker than sorting pairs.
            sort(e);
            int m = 0;
            for (int i = 0; i < n; i++) if (m == 0 || e[i] != e[m - 1]) e[m++] = e[i];
            return new Tag(kind, rule, Arrays.copyOf(e, m), Arrays.copyOf(w, m));
        }
        // Sorting keeps the order in which equals came.
        it.unimi.dsi.fastutil.Arrays.mergeSort(0, n, (i, j) -> Long.compare(e[i], e[j]), (i, j) -> {
            long x = e[i];
            e[i] = e[j];
            e[j] = x;
            double y = w[i];
            w[i] = w[j];
            w[j] = y;
        });
        int m = 0;
        for (int from = 0, to; from < n; from = to, m++) {
            to = from + 1;
            while (to < n && e[to] == e[from]) to++;
            e[m] = e[from];
            w[m] = left(w, from, to);
        }
        return new Tag(kind, rule, Arrays.copyOf(e, m), Arrays.copyOf(w, m));
    }

    private double left(double[] w, int from, int to) {
        double value = w[from];
        if (rule == CarryRule.COPY || rule == CarryRule.FIRST) return value;
        for (int i = from + 1; i < to; i++) value = rule == CarryRule.MEAN ? value + w[i] : Math.max(value, w[i]);
        return rule == CarryRule.MEAN ? value / (to - from) : value;
    }

    /** Fewer than this are sorted as quickly in the usual way. */
    private static final int FEW = 1 << 12;

    /** Sorts edges by their lower vertex into buckets, in linear time, and then each bucket, which is small. */
    private static void sort(long[] e) {
        int most = 0;
        for (long x : e) most = Math.max(most, (int) (x >>> 32));
        if (e.length < FEW || most > 4 * e.length) {
            Arrays.sort(e);
            return;
        }
        int[] start = new int[most + 2];
        for (long x : e) start[(int) (x >>> 32) + 1]++;
        for (int i = 0; i <= most; i++) start[i + 1] += start[i];
        int[] at = start.clone();
        long[] out = new long[e.length];
        for (long x : e) out[at[(int) (x >>> 32)]++] = x;
        for (int i = 0; i <= most; i++) if (start[i + 1] - start[i] > 1) Arrays.sort(out, start[i], start[i + 1]);
        System.arraycopy(out, 0, e, 0, e.length);
    }
}
