package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Edges and neighbours against maps made the slow way. */
class AdjacencyTest {
    private static Mesh soup(Random random, int vertices, int faces) {
        MeshBuilder b = new MeshBuilder(vertices, faces);
        for (int v = 0; v < vertices; v++) b.vertex(random.nextDouble(), random.nextDouble(), random.nextDouble(), v);
        int m = b.material(Material.DEFAULT);
        for (int f = 0; f < faces; f++) {
            Set<Integer> ring = new java.util.LinkedHashSet<>();
            while (ring.size() < 3 + f % 3) ring.add(random.nextInt(vertices));
            b.face(f, m, ring.stream().mapToInt(i -> i).toArray());
        }
        return b.build();
    }

    @Property(tries = 100)
    void anySoupOfPolygonsHasItsEdges(
            @ForAll int seed,
            @ForAll @IntRange(min = 5, max = 30) int vertices,
            @ForAll @IntRange(min = 1, max = 60) int faces) {
        Mesh m = soup(new Random(seed), vertices, faces);
        Adjacency adj = m.adjacency();
        Map<Long, Set<Integer>> wanted = new HashMap<>();
        for (int f = 0; f < m.faceCount(); f++) {
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                assertEquals(f, adj.cornerFace()[c]);
                int next = adj.cornerNext()[c];
                wanted.computeIfAbsent(Tag.edge(m.corners()[c], m.corners()[next]), _ -> new HashSet<>())
                        .add(c);
            }
        }
        assertEquals(wanted.size(), adj.edgeCount());
        for (int e = 0; e < adj.edgeCount(); e++) {
            assertTrue(adj.edgeLow(e) < adj.edgeHigh(e));
            Set<Integer> sides = new HashSet<>();
            for (int i = 0; i < adj.edgeSides(e); i++) sides.add(adj.edgeCorner(e, i));
            assertEquals(wanted.get(Tag.edge(adj.edgeLow(e), adj.edgeHigh(e))), sides);
            for (int c : sides) assertEquals(e, adj.cornerEdge()[c]);
            assertEquals(e, adj.edgeBetween(adj.edgeLow(e), adj.edgeHigh(e), m));
            assertEquals(e, adj.edgeBetween(adj.edgeHigh(e), adj.edgeLow(e), m));
        }
    }

    @Property(tries = 60)
    void theCornersAtAVertexAreAllOfThem(@ForAll int seed) {
        Mesh m = soup(new Random(seed), 12, 25);
        Adjacency adj = m.adjacency();
        int seen = 0;
        for (int v = 0; v < m.vertexCount(); v++) {
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++) {
                assertEquals(v, m.corners()[adj.vertexCorners()[i]]);
                seen++;
            }
        }
        assertEquals(m.cornerCount(), seen);
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
