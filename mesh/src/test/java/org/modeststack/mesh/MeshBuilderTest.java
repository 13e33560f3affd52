package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MeshBuilderTest {
    static final String RED = "red", BLUE = "blue";

    @Test
    void materialsAreKeptOnce() {
        MeshBuilder b = new MeshBuilder(3, 2);
        int red = b.material(RED), blue = b.material(BLUE);
        assertEquals(red, b.material("red"));
        assertTrue(red != blue);
        for (int i = 0; i < 3; i++) b.vertex(i, i * i, 0, i);
        b.face(7, blue, 0, 1, 2);
        assertEquals(BLUE, b.build().materialOf(0));
    }

    @Test
    void cornersThatAreNotPaintedAreWhite() {
        MeshBuilder b = new MeshBuilder(3, 2);
        for (int i = 0; i < 3; i++) b.vertex(i, i * i, 0, i);
        int m = b.material(RED);
        b.face(1, m, 0, 1, 2);
        int f = b.face(2, m, 0, 2, 1);
        b.color(b.firstCorner(f) + 1, 0.5f, 0.25f, 0, 1);
        Mesh mesh = b.build();
        assertEquals(24, mesh.cornerColors().length);
        assertEquals(1, mesh.cornerColors()[0]);
        assertEquals(0.25f, mesh.cornerColors()[4 * 4 + 1]);
        assertEquals(1, mesh.cornerColors()[4 * 5]);
    }

    @Test
    void aTagKeepsItsKind() {
        MeshBuilder b = new MeshBuilder(4, 1);
        b.tag("t", ElementKind.VERTEX, 0, 1);
        b.tag("t", ElementKind.FACE, 0, 1);
        b.vertex(0, 0, 0, 1);
        assertEquals(ElementKind.VERTEX, b.build().tag("t").kind());
        assertEquals(1, b.build().tag("t").size());
    }

    @Test
    void appendingAMeshTakesAllOfItAlong() {
        Mesh cube = MeshFixtures.cube(1)
                .withMaterial(RED)
                .withTags(Map.of(
                        "edge", new Tag(ElementKind.EDGE, new long[] {Tag.edge(0, 1)}, new double[] {0.5}),
                        "face", new Tag(ElementKind.FACE, new long[] {3}, new double[] {1})));
        MeshBuilder b = new MeshBuilder(16, 12);
        b.append(cube, k -> k);
        b.append(MeshFixtures.moved(cube, 5, 0, 0), k -> Keys.of(k, 9));
        Mesh two = b.build();
        assertEquals(16, two.vertexCount());
        assertEquals(12, two.faceCount());
        assertEquals(2, two.tag("edge").size());
        assertEquals(2, two.tag("face").size());
        assertTrue(two.tag("face").contains(9));
        assertEquals(16, Arrays.stream(two.vertexKeys()).distinct().count());
        for (int i = 0; i < 2; i++) {
            long e = two.tag("edge").element(i);
            assertTrue(two.adjacency().edgeBetween(Tag.edgeLow(e), Tag.edgeHigh(e), two) >= 0, "the edge is there");
        }
    }

    @Test
    void appendingSomeFacesLeavesNoLooseVertices() {
        Mesh cube = MeshFixtures.cube(1);
        int[] vertexMap = new int[8], faceMap = new int[6];
        Arrays.fill(vertexMap, -1);
        Arrays.fill(faceMap, -1);
        MeshBuilder b = new MeshBuilder(4, 1);
        b.appendFaces(cube, f -> f == 2, k -> k, vertexMap, faceMap);
        Mesh one = b.build();
        assertEquals(4, one.vertexCount());
        assertEquals(1, one.faceCount());
        assertEquals(4, Arrays.stream(vertexMap).filter(v -> v >= 0).count());
        assertEquals(0, faceMap[2]);
        assertEquals(-1, faceMap[0]);
    }

    @ParameterizedTest
    @CsvSource({
        "3, 0 2, 0 1, a face needs three corners",
        "3, 0 3, 0 1 3, corner names a vertex that is not there",
        "3, 0 3, 0 1 -1, corner names a vertex that is not there",
        "3, 0 4, 0 1 2, offsets must span the corners"
    })
    void arraysThatDisagreeAreRefused(int vertices, String offsets, String corners, String message) {
        int[] o = Arrays.stream(offsets.split(" ")).mapToInt(Integer::parseInt).toArray();
        int[] c = Arrays.stream(corners.split(" ")).mapToInt(Integer::parseInt).toArray();
        IllegalArgumentException e = assertThrows(
                IllegalArgumentException.class,
                () -> new Mesh(
                        new double[3 * vertices],
                        o,
                        c,
                        new int[o.length - 1],
                        java.util.List.of(RED),
                        null,
                        Map.of(),
                        new long[vertices],
                        new long[o.length - 1]));
        assertEquals(message, e.getMessage());
    }

    @Test
    void whatIsDerivedIsMadeOnceAndForgottenByAFreshMesh() {
        Mesh cube = MeshFixtures.cube(1);
        int[] made = {0};
        Note first = cube.derived(Note.class, m -> new Note(made[0]++));
        assertSame(first, cube.derived(Note.class, m -> new Note(made[0]++)));
        assertEquals(1, made[0]);
        Mesh fresh = cube.fresh();
        assertTrue(fresh.sameAs(cube));
        assertNotSame(first, fresh.derived(Note.class, m -> new Note(0)));
    }

    static final class Note implements Memory.Counted {
        final int number;

        Note(int number) {
            this.number = number;
        }

        @Override
        public void count(Memory memory) {
            memory.addBytes(number);
        }
    }

    @Test
    void flippingTwiceGivesTheSameMesh() {
        Mesh cube = MeshFixtures.cube(2);
        assertFalse(cube.sameAs(cube.flipped()));
        assertTrue(cube.sameAs(cube.flipped().flipped()));
        assertArrayEquals(cube.offsets(), cube.flipped().offsets());
    }
}
