package org.modeststack.steps.surface;

import org.modeststack.mesh.Vec3;

/** Where chains in the plane of a face cross each other. In time of the product of their sizes. */
final class ChainCrossings {
    /** Receives two segments that cross, each by the number of its second place. */
    @FunctionalInterface
    interface Sink {
        void cross(int ofOne, int ofOther);
    }

    private ChainCrossings() {}

    /** @param normal of the plane */
    static void find(Vec3[] one, Vec3[] other, Vec3 normal, Sink to) {
        FlatPlaces first = FlatPlaces.of(one, normal), second = FlatPlaces.of(other, normal);
        for (int i = 1; i < one.length; i++)
            for (int k = one == other ? i + 2 : 1; k < other.length; k++)
                if (first.meet(i - 1, i, second, k - 1, k)) to.cross(i, k);
    }
}
