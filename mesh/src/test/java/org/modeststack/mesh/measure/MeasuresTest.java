package org.modeststack.mesh.measure;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;

class MeasuresTest {
    /** Regular tetrahedron of edge a = √8: volume a³/(6√2), area √3 a² (any table of solids). */
    @Test
    void tetrahedron() {
        Measures m = Measures.of(MeshFixtures.tetrahedron());
        double a = Math.sqrt(8);
        assertEquals(a * a * a / (6 * Math.sqrt(2)), m.volume(), 1e-12);
        assertEquals(Math.sqrt(3) * a * a, m.area(), 1e-12);
        assertEquals(2, m.eulerCharacteristic());
        assertEquals(1, m.shells());
        assertEquals(0, m.centroid().length(), 1e-15);
    }

    /** Descartes: the angle deficits of a closed surface of a sphere's kind add up to 4π. */
    @Test
    void angleDeficitsOfACube() {
        Mesh m = MeshFixtures.cube(3);
        Adjacency adj = m.adjacency();
        double sum = 0;
        for (int v = 0; v < m.vertexCount(); v++) {
            int corners = adj.vertexStart()[v + 1] - adj.vertexStart()[v];
            sum += 2 * Math.PI - corners * Math.PI / 2;
        }
        assertEquals(4 * Math.PI, sum, 1e-12);
    }

    @Test
    void healthCountsWhatIsWrong() {
        Health closed = Health.of(MeshFixtures.cube(1));
        assertTrue(closed.isClosed());
        assertEquals(6, closed.quads());
        Health sheet = Health.of(MeshFixtures.sheet(3));
        assertEquals(12, sheet.borderEdges());
        assertFalse(sheet.isClosed());
        assertEquals(0, sheet.twoEdgeVertices());

        MeshBuilder b = new MeshBuilder(5, 3);
        for (int i = 0; i < 5; i++) b.vertex(i == 1 ? 1 : 0, i == 2 ? 1 : i == 4 ? -1 : 0, i == 3 ? 1 : 0, i);
        int mat = b.material(Material.DEFAULT.name());
        b.face(1, mat, 0, 1, 2);
        b.face(2, mat, 0, 1, 3);
        b.face(3, mat, 1, 0, 4);
        assertEquals(1, Health.of(b.build()).nonManifoldEdges());
        assertEquals(1, Health.of(MeshFixtures.polygon(0, 0, 1, 0, 2, 0)).degenerateFaces());
    }

    @Test
    void adjacencyAgreesWithItself() {
        Mesh m = MeshFixtures.sheet(5);
        Adjacency adj = m.adjacency();
        assertEquals(2 * 5 * 6, adj.edgeCount());
        for (int c = 0; c < m.cornerCount(); c++) {
            int e = adj.cornerEdge()[c], a = m.corners()[c], b = m.corners()[adj.cornerNext()[c]];
            assertEquals(Math.min(a, b), adj.edgeLow(e));
            assertEquals(Math.max(a, b), adj.edgeHigh(e));
            assertEquals(e, adj.edgeBetween(a, b, m));
        }
        assertEquals(-1, adj.edgeBetween(0, 14, m));
    }
}
