package org.modeststack.mesh.validity;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

class TrianglePairTest {
    /** The second is so thin that rounding hides along which axis it has an area; it lies 1,000 beside the first. */
    @Test
    void aSliverInTheFirstOnesSidesPlaneIsApart() {
        double[] p = {
            1001,
            1001,
            1001,
            1000,
            1001,
            1001,
            1001,
            1000,
            6.1378130732484106E-15,
            7.982436387405062E-15,
            1001,
            1001,
            1001,
            -2.180885084376172E-15,
            1001,
            1000,
            1.0000000000000049,
            1001
        };
        int[] both = {0, 1, 2, 3, 4, 5};
        assertEquals(TrianglePair.Relation.APART, new TrianglePair(p).relation(both, 0, 3));
        assertEquals(TrianglePair.Relation.APART, new TrianglePair(p).relation(both, 3, 0));
    }
}
