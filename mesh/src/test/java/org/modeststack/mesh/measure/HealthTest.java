package org.modeststack.mesh.measure;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;

class HealthTest {
    private static Mesh cubeWith(java.util.function.Consumer<MeshBuilder> more) {
        Mesh cube = MeshFixtures.cube(1);
        MeshBuilder b = new MeshBuilder(10, 8);
        for (int v = 0; v < 8; v++) b.vertex(cube.x(v), cube.y(v), cube.z(v), v);
        int m = b.material(Material.DEFAULT.name());
        for (int f = 0; f < 6; f++) b.face(f, m, cube.corners(), cube.offsets()[f], cube.offsets()[f + 1]);
        more.accept(b);
        return b.build();
    }

    @Test
    void aCubeIsInOrder() {
        Health h = Health.of(MeshFixtures.cube(1));
        assertTrue(h.isClosed());
        assertEquals(6, h.quads());
        assertEquals(0, h.degenerateFaces() + h.twoEdgeVertices() + h.looseVertices() + h.ngons() + h.triangles());
    }

    @Test
    void aFinMakesAnEdgeWithThreeFaces() {
        Health h = Health.of(cubeWith(b -> b.face(9, 0, 0, 1, b.vertex(0, -1, 0, 9))));
        assertEquals(1, h.nonManifoldEdges());
        assertEquals(2, h.borderEdges());
        assertFalse(h.isClosed());
    }

    @Test
    void aLooseVertexIsCounted() {
        assertEquals(1, Health.of(cubeWith(b -> b.vertex(5, 5, 5, 9))).looseVertices());
    }

    @ParameterizedTest
    @CsvSource({"1, 4", "2, 8", "5, 20"})
    void aSheetIsOpenAllRound(int n, int borders) {
        Health h = Health.of(MeshFixtures.sheet(n));
        assertEquals(borders, h.borderEdges());
        assertEquals((long) n * n, h.quads());
        assertEquals(0, h.twoEdgeVertices(), "a sheet's own corners hold its shape");
    }

    @ParameterizedTest
    @CsvSource({"2, 3, 0", "3, 2, 1"})
    void neighboursThatDisagreeAreCounted(int third, int fourth, int flipped) {
        MeshBuilder b = new MeshBuilder(4, 2);
        for (int[] at : new int[][] {{0, 0}, {1, 0}, {1, 1}, {0, 1}}) b.vertex(at[0], at[1], 0, 10 * at[0] + at[1]);
        int m = b.material(Material.DEFAULT.name());
        b.face(0, m, 0, 1, 2);
        b.face(1, m, 0, third, fourth);
        Health h = Health.of(b.build());
        assertEquals(flipped, h.flippedEdges());
        assertEquals(4, h.borderEdges());
    }

    @Test
    void aNeedleWithoutAreaIsDegenerate() {
        assertEquals(1, Health.of(MeshFixtures.polygon(0, 0, 1, 1, 3, 3)).degenerateFaces());
        assertEquals(0, Health.of(MeshFixtures.polygon(0, 0, 1, 1, 3, 3.5)).degenerateFaces());
    }

    @Test
    void aCornerOnAStraightSideHasTwoEdges() {
        Mesh m = MeshFixtures.polygon(0, 0, 1, 0, 2, 0, 2, 2, 0, 2);
        assertEquals(0, Health.of(m).twoEdgeVertices(), "on a lone face every corner has two edges");
        assertEquals(1, Health.of(m).ngons());
    }

    /** Euler–Poincaré: V − E + F = 2 for each closed shell without holes (any topology text). */
    @Test
    void eulerCharacteristics() {
        assertEquals(2, Measures.of(MeshFixtures.cube(1)).eulerCharacteristic());
        assertEquals(2, Measures.of(MeshFixtures.tetrahedron()).eulerCharacteristic());
        assertEquals(1, Measures.of(MeshFixtures.sheet(3)).eulerCharacteristic());
    }
}
