package org.modeststack.mesh.validity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import java.util.BitSet;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.validity.SelfIntersections.Kind;

class ValidityTest {
    /** Two cubes of 2 mm, one moved. */
    @ParameterizedTest
    @CsvSource({
        "3, 0, 0, false, false, false",
        "2, 2, 2, false, false, true", // corner on corner
        "2, 1, 0.5, false, true, true", // side on side
        "2, 2, 0.5, false, false, true", // edge along edge
        "0, 0, 0, false, true, true", // in each other's place
        "1, 1, 1, true, false, true",
        "1, 0, 0, false, true, true", // one pushed into the other along its own sides
        "1, 0.5, 0.5, true, false, true"
    })
    void cubesMeetAsTheyLie(double x, double y, double z, boolean cross, boolean overlap, boolean touch) {
        Mesh cube = MeshFixtures.cube(2);
        Set<Kind> kinds = new HashSet<>();
        SelfIntersections.find(
                MeshFixtures.both(cube, MeshFixtures.moved(cube, x, y, z)), (f, g, kind) -> kinds.add(kind));
        assertEquals(cross, kinds.contains(Kind.CROSSING), kinds.toString());
        assertEquals(overlap, kinds.contains(Kind.OVERLAPPING), kinds.toString());
        assertEquals(touch, !kinds.isEmpty(), kinds.toString());
    }

    /** A tent whose ridge runs through a square: each of its slopes only touches it, both together pass through. */
    @Test
    void whatPassesThroughWithAnEdgePassesThrough() {
        double[] xyz = {
            -9, -9, 0, 9, -9, 0, 9, 9, 0, -9, 9, 0, /* the ridge */ -1, 0, 0, 1, 0, 0, /* feet */ 0, 2, -3, 0, -2, 3, 0,
            -2, -3
        };
        int[] square = {0, 1, 2, 3};
        Mesh through = MeshFixtures.faces(xyz, new int[][] {square, {4, 5, 6}, {5, 4, 7}});
        Mesh standing = MeshFixtures.faces(xyz, new int[][] {square, {4, 5, 6}, {5, 4, 8}});
        assertTrue(Validity.of(through).crossing() > 0);
        assertEquals(0, Validity.of(standing).crossing());
        assertEquals(2, Validity.of(standing).touching());
    }

    @Test
    void neighboursFoldedOntoEachOtherAreFound() {
        double[] xyz = {0, 0, 0, 4, 0, 0, 2, 3, 0, 2, 2, 0, 2, -2, 0};
        Mesh folded = MeshFixtures.faces(xyz, new int[][] {{0, 1, 2}, {1, 0, 3}});
        assertEquals(1, Validity.of(folded).folded());
        assertEquals(1, Validity.of(folded).overlapping());
        assertTrue(Validity.of(MeshFixtures.faces(xyz, new int[][] {{0, 1, 2}, {1, 0, 4}}))
                .isValid());
        xyz[11] = 1e-6;
        assertEquals(
                1,
                Validity.of(MeshFixtures.faces(xyz, new int[][] {{0, 1, 2}, {1, 0, 3}}))
                        .folded());
        xyz[11] = 0.01;
        assertTrue(
                Validity.of(MeshFixtures.faces(xyz, new int[][] {{0, 1, 2}, {1, 0, 3}}))
                        .isValid(),
                "a thin wedge");
    }

    static Stream<Arguments> outlines() {
        return Stream.of(
                arguments("square", false, new double[] {0, 0, 2, 0, 2, 2, 0, 2}),
                arguments("bow tie", true, new double[] {0, 0, 3, 0, 0, 2, 2, 2}),
                arguments("corner on a side", true, new double[] {0, 0, 4, 0, 4, 4, 2, 0, 0, 4}),
                arguments("spike out and back", true, new double[] {0, 0, 4, 0, 6, 0, 4, 0, 4, 4, 0, 4}),
                arguments("corner in the middle of a side", false, new double[] {0, 0, 2, 0, 4, 0, 4, 4, 0, 4}),
                arguments("side without length", true, new double[] {0, 0, 4, 0, 4, 0, 4, 4}),
                arguments("all on a line", true, new double[] {0, 0, 1, 0, 2, 0}),
                arguments("deep notch", false, new double[] {0, 0, 4, 0, 4, 4, 2, 1e-300, 0, 4}),
                arguments("hairpin", false, new double[] {0, 0, 9, 0, 9, 3, 0, 3, 0, 2, 8, 2, 8, 1, 0, 1}));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("outlines")
    void outlinesThatMeetThemselvesAreFound(String what, boolean meets, double[] xy) {
        for (int turn = 0; turn < 3; turn++) {
            // The same outline in each of the coordinate planes, and a slanting one.
            Mesh flat = MeshFixtures.polygon(xy);
            double[] p = flat.xyz().clone();
            for (int v = 0; v < p.length; v += 3) {
                double x = p[v], y = p[v + 1];
                p[v + turn] = x;
                p[v + (turn + 1) % 3] = y;
                p[v + (turn + 2) % 3] = x / 4 + y / 2;
            }
            assertEquals(
                    meets,
                    !FaceOutlines.meetingThemselves(flat.withPositions(p)).isEmpty());
        }
    }

    @Test
    void wholeBodiesAreValid() {
        for (Mesh m :
                new Mesh[] {MeshFixtures.cube(3), MeshFixtures.sheet(9), MeshFixtures.tetrahedron(), Mesh.EMPTY}) {
            Validity v = Validity.of(m);
            assertTrue(v.isValid(), v.toString());
            assertEquals(0, v.touching());
        }
    }

    @Test
    void edgesWithoutLengthAreCounted() {
        Mesh cube = MeshFixtures.cube(1);
        double[] p = cube.xyz().clone();
        int a = cube.corners()[0], b = cube.corners()[1];
        for (int k = 0; k < 3; k++) p[3 * a + k] = p[3 * b + k];
        Validity v = Validity.of(cube.withPositions(p));
        assertEquals(1, v.shortEdges());
        assertFalse(v.isValid());
        BitSet faces = FaceOutlines.meetingThemselves(cube.withPositions(p));
        assertEquals(2, faces.cardinality());
    }
}
