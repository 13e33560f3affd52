package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.AdjacencyTest.soup;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link AdjacencyTest}'s subject for whatever is drawn at random. */
class AdjacencyPropertiesTest {

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
}
