package org.modeststack.mesh.part;

/**
 * One way of putting a part somewhere else: what a step does to it. It says the same twice, once for pictures and once to
 * the bit, since a chain of placements must give the very numbers that moving a mesh step by step gives.
 */
public interface Placement {
    /** Where points go, for pictures and sizes. */
    Affine affine();

    /**
     * Puts points in their places.
     *
     * @param xyz three coordinates a point, changed in place from one index up to and without another
     */
    void place(double[] xyz, int from, int to);

    /** Whether it mirrors; faces are turned over then, so that they still look outwards. */
    default boolean mirrors() {
        return false;
    }

    /** What becomes of the keys of vertices and faces: copies have keys of their own. */
    default long key(long key) {
        return key;
    }
}
