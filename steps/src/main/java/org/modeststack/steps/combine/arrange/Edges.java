package org.modeststack.steps.combine.arrange;

/** Edges between two points as one number. */
final class Edges {
    private Edges() {}

    /** The same for both directions. */
    static long key(int p, int q) {
        return p < q ? directed(p, q) : directed(q, p);
    }

    static long directed(int p, int q) {
        return (long) p << 32 | q;
    }

    static int from(long edge) {
        return (int) (edge >>> 32);
    }

    static int to(long edge) {
        return (int) edge;
    }
}
