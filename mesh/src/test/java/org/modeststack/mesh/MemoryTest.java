package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.search.Ray;
import org.modeststack.mesh.select.FaceFrames;

class MemoryTest {
    private static long bytes(Mesh... meshes) {
        Memory memory = new Memory();
        for (Mesh m : meshes) memory.add(m);
        return memory.bytes();
    }

    @Test
    void arraysCountByTheirLengthAndTypeWithAHeaderOnce() {
        Memory memory = new Memory();
        double[] d = new double[10];
        memory.addArray(d);
        memory.addArray(d);
        assertEquals(16 + 80, memory.bytes());
        for (Object a : List.of(new int[3], new byte[5], new short[2], new boolean[7], new float[1], new long[1]))
            memory.addArray(a);
        assertEquals(96 + 6 * 16 + 12 + 5 + 4 + 7 + 4 + 8, memory.bytes());
        memory.addArray(null);
        memory.add(null);
        memory.addBytes(4);
        assertEquals(96 + 6 * 16 + 40 + 4, memory.bytes());
    }

    /** 8 vertices of 24 and 8 bytes, 6 faces of 4, 4 and 8 and one more offset, 24 corners of 4, and six headers. */
    @Test
    void aCubeOfItsOwnArrays() {
        assertEquals(
                8 * 32 + 6 * 16 + 4 + 24 * 4 + 6 * 16,
                bytes(MeshFixtures.cube(1).fresh()));
    }

    @Test
    void whatTwoMeshesShareIsCountedOnce() {
        Mesh cube = MeshFixtures.cube(1).fresh();
        Mesh moved = cube.withPositions(cube.xyz().clone());
        assertEquals(bytes(cube) + 16 + 8 * 24, bytes(cube, moved));
    }

    @Test
    void whatIsWorkedOutLaterCountsFromThenOn() {
        Mesh cube = MeshFixtures.cube(1).fresh();
        long before = bytes(cube);
        cube.adjacency();
        long withNeighbours = bytes(cube);
        // At least the edge and the face of each corner.
        assertTrue(withNeighbours >= before + 2 * 4 * 24, before + " " + withNeighbours);
        FaceFrames.of(cube).middles();
        assertEquals(withNeighbours + 2 * (16 + 6 * 24), bytes(cube));
        Ray.prepare(cube);
        assertTrue(bytes(cube) > withNeighbours + 2 * (16 + 6 * 24) + 12 * 48, "boxes of twelve triangles");
    }
}
