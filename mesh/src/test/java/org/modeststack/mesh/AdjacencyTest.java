package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Edges and neighbours against maps made the slow way. */
class AdjacencyTest {
    static Mesh soup(Random random, int vertices, int faces) {
        MeshBuilder b = new MeshBuilder(vertices, faces);
        for (int v = 0; v < vertices; v++) b.vertex(random.nextDouble(), random.nextDouble(), random.nextDouble(), v);
        int m = b.material(Material.DEFAULT.name());
        for (int f = 0; f < faces; f++) {
            Set<Integer> ring = new java.util.LinkedHashSet<>();
            while (ring.size() < 3 + f % 3) ring.add(random.nextInt(vertices));
            b.face(f, m, ring.stream().mapToInt(i -> i).toArray());
        }
        return b.build();
    }

    @Test
    void aCubeHasTwelveEdgesWithTwoFacesEach() {
        Adjacency adj = MeshFixtures.cube(1).adjacency();
        assertEquals(12, adj.edgeCount());
        for (int e = 0; e < 12; e++) assertEquals(2, adj.edgeSides(e));
        assertEquals(-1, adj.edgeBetween(0, 7, MeshFixtures.cube(1)));
    }

    @Test
    void movedVerticesShareIt() {
        Mesh cube = MeshFixtures.cube(1);
        Adjacency adj = cube.adjacency();
        assertTrue(adj == cube.withPositions(new double[24]).adjacency());
    }
}
