package org.modeststack.mesh;

/** Edges between two vertices, or sides from one to the other, as one number, which tags name them by, too. */
public final class Edges {
    private Edges() {}

    /** The same for both directions: from the lower to the higher. */
    public static long key(int p, int q) {
        return p < q ? directed(p, q) : directed(q, p);
    }

    /** From one to the other. */
    public static long directed(int p, int q) {
        return (long) p << 32 | q;
    }

    public static int from(long edge) {
        return (int) (edge >>> 32);
    }

    public static int to(long edge) {
        return (int) edge;
    }
}
