package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.combine.Booleans.assertClosed;
import static org.modeststack.steps.combine.Booleans.common;
import static org.modeststack.steps.combine.Booleans.difference;
import static org.modeststack.steps.combine.Booleans.union;
import static org.modeststack.steps.combine.Booleans.volume;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

class ManyOperandsTest {
    static Mesh[] cubes(int n, int seed, double reach) throws StepException {
        Random random = new Random(seed);
        Mesh[] all = new Mesh[n];
        for (int i = 0; i < n; i++) {
            all[i] = MeshFixtures.posed(TestContext.run(new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED)), random, reach);
        }
        return all;
    }

    @Test
    void theOrderOfCuttersDoesNotMatter() throws StepException {
        Mesh[] m = cubes(5, 11, 1.2);
        Mesh plate = TestContext.run(new Box(6, 6, 1, 1, 1, 1, Seat.CENTRED));
        double there = volume(difference(plate, m[0], m[1], m[2], m[3], m[4]));
        double back = volume(difference(plate, m[4], m[2], m[0], m[1], m[3]));
        assertEquals(there, back, 1e-12);
        Mesh oneByOne = plate;
        for (Mesh c : m) oneByOne = difference(oneByOne, c);
        assertEquals(there, volume(oneByOne), 1e-11);
    }

    @Test
    void aHundredDrillsInAPlate() throws StepException {
        Mesh plate = TestContext.run(new Box(200, 200, 10, 1, 1, 1, Seat.CENTRED));
        Mesh drill = TestContext.run(new Cylinder(9, 30, 32, 1, 0, Seat.CENTRED));
        Mesh[] drills = new Mesh[100];
        for (int i = 0; i < 100; i++)
            drills[i] = MeshFixtures.moved(drill, -90 + 20 * (i % 10), -90 + 20 * (i / 10), 0);
        Mesh r = difference(plate, drills);
        assertClosed(r);
        // A regular polygon of n corners in a circle of radius r has the area n r² sin(2π/n) / 2.
        double hole = 32 * 4.5 * 4.5 * Math.sin(2 * Math.PI / 32) / 2 * 10;
        assertEquals(400_000 - 100 * hole, volume(r), 1e-6);
        assertEquals(2 - 2 * 100, Measures.of(r).eulerCharacteristic(), "each hole is a handle");
        assertEquals(0, Health.of(r).twoEdgeVertices());
        assertTrue(Health.of(r).triangles() < 10, "a plate of polygons, not of triangles");
    }

    @Test
    void ballsInARowBecomeOneShell() throws StepException {
        Mesh ball = TestContext.run(new UvSphere(2, 16, 8, Seat.CENTRED));
        Mesh[] others = new Mesh[9];
        for (int i = 0; i < 9; i++) others[i] = MeshFixtures.moved(ball, 1.3 * (i + 1), 0.01 * i, 0.02 * i);
        Mesh r = union(ball, others);
        assertClosed(r);
        assertEquals(1, Measures.of(r).shells());
        assertEquals(2, Measures.of(r).eulerCharacteristic());
    }

    @Test
    void whatThreeShareOnAGrid() throws StepException {
        Mesh r = common(MeshFixtures.cube(3), MeshFixtures.box(1, 0, 0, 4, 3, 3), MeshFixtures.box(1, 1, 0, 4, 4, 2));
        assertClosed(r);
        assertEquals(2 * 2 * 2, volume(r), 1e-12);
        assertEquals(6, r.faceCount());
    }
}
