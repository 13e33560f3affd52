package org.modeststack.mesh.fault;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.MeshFixtures.faces;
import static org.modeststack.mesh.MeshFixtures.polygon;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;

/** Very many faces in one place: they are not all compared, and that is said. */
class CrowdedFaultsTest {
    private static final int MANY = 40_000;

    /** Places on a circle round two on the axis. */
    private static double[] circle(double height) {
        double[] xyz = new double[3 * MANY + 6];
        for (int i = 0; i < MANY; i++) {
            xyz[3 * i] = 10 * Math.cos(2 * Math.PI * i / MANY);
            xyz[3 * i + 1] = 10 * Math.sin(2 * Math.PI * i / MANY);
        }
        xyz[3 * MANY + 2] = -height;
        xyz[3 * MANY + 5] = height;
        return xyz;
    }

    @Test
    void aDiscOfVeryManyTrianglesRoundOneVertex() {
        Mesh disc = faces(
                circle(0),
                IntStream.range(0, MANY)
                        .mapToObj(i -> new int[] {i, (i + 1) % MANY, MANY})
                        .toArray(int[][]::new));
        Faults found = Faults.all(disc);
        assertFalse(found.isWhole());
        assertFalse(found.isSound());
        assertEquals(MANY, found.count(FaultKind.OPEN_EDGE));
        assertEquals(0, found.count(FaultKind.CROSSING) + found.count(FaultKind.COVERING));
    }

    @Test
    void aBookOfVeryManyPagesAtOneEdge() {
        Mesh book = faces(
                circle(5),
                IntStream.range(0, MANY)
                        .mapToObj(i -> new int[] {MANY, MANY + 1, i})
                        .toArray(int[][]::new));
        Faults found = Faults.all(book);
        assertFalse(found.isWhole());
        assertEquals(1, found.count(FaultKind.BRANCHING_EDGE));
        assertEquals(0, found.count(FaultKind.CROSSING) + found.count(FaultKind.COVERING));
    }

    @Test
    void oneFaceOfVeryManyCornersIsWhollyLookedAt() {
        double[] xy = new double[2 * MANY];
        for (int i = 0; i < MANY; i++) {
            // A comb: its own triangles are long and thin, with boxes that overlap.
            xy[2 * i] = i < 2 ? i * MANY : MANY - i + 2;
            xy[2 * i + 1] = i < 2 ? 0 : i % 2 == 0 ? 10 : 1;
        }
        Faults found = Faults.all(polygon(xy));
        assertTrue(found.isWhole());
        assertEquals(0, found.count(FaultKind.CROSSING) + found.count(FaultKind.OWN_OUTLINE));
    }
}
