package org.modeststack.mesh.fault;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.MeshFixtures.both;
import static org.modeststack.mesh.MeshFixtures.box;
import static org.modeststack.mesh.MeshFixtures.cube;
import static org.modeststack.mesh.MeshFixtures.faces;
import static org.modeststack.mesh.MeshFixtures.moved;
import static org.modeststack.mesh.MeshFixtures.polygon;
import static org.modeststack.mesh.MeshFixtures.sheet;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;

class FaultsTest {
    private static final double[] CUBE = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 1, 1, 0, 1, 1, 1, 1, 0, 1, 1};
    private static final int[][] SIDES = {
        {3, 2, 1, 0}, {4, 5, 6, 7}, {0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {3, 0, 4, 7}
    };

    /** Three vertices beside the right border of a sheet of 2, at other heights and not quite on it, and three farther on. */
    private static final double[] BESIDE = {2, 0.4, 0, 2.00001, 1.3, 0, 2, 2.4, 0, 4, 0.4, 0, 4, 1.3, 0, 4, 2.4, 0};

    /** A cube with some of its faces and others in place of the rest. */
    private static Mesh cubeWith(int kept, int[]... others) {
        return faces(
                CUBE,
                Stream.concat(Arrays.stream(SIDES).limit(kept), Arrays.stream(others))
                        .toArray(int[][]::new));
    }

    /** Two cubes in one, with the wall between them left in. */
    private static Mesh walled() {
        double[] xyz = {
            0, 0, 0, 1, 0, 0, 2, 0, 0, 0, 1, 0, 1, 1, 0, 2, 1, 0, 0, 0, 1, 1, 0, 1, 2, 0, 1, 0, 1, 1, 1, 1, 1, 2, 1, 1
        };
        int[][] faces = {
            {0, 3, 4, 1},
            {1, 4, 5, 2},
            {6, 7, 10, 9},
            {7, 8, 11, 10},
            {0, 1, 7, 6},
            {1, 2, 8, 7},
            {4, 3, 9, 10},
            {5, 4, 10, 11},
            {3, 0, 6, 9},
            {2, 5, 11, 8},
            {1, 4, 10, 7}
        };
        return faces(xyz, faces);
    }

    private static Mesh turned(Mesh m) {
        MeshBuilder b = new MeshBuilder(m.vertexCount(), m.faceCount());
        for (int v = 0; v < m.vertexCount(); v++) b.vertex(m.x(v), m.y(v), m.z(v), m.vertexKeys()[v]);
        int material = b.material("one");
        for (int f = 0; f < m.faceCount(); f++) {
            int n = m.sides(f);
            int[] ring = new int[n];
            for (int i = 0; i < n; i++) ring[i] = m.corners()[m.offsets()[f] + n - 1 - i];
            b.face(m.faceKeys()[f], material, ring);
        }
        return b.build();
    }

    static List<Arguments> faulty() {
        double[] bow = {0, 0, 0, 1, 0, 0, 1, 1, 0, 2, 1, 0, 2, 2, 0};
        double[] strip = {0, 0, 0, 1, 0, 0, 0, 1, 0, 1, 1, 0};
        return List.of(
                Arguments.of("a cube", cube(2), "{}"),
                Arguments.of("an open cube", cubeWith(5), "{OPEN_EDGE=4}"),
                Arguments.of("one face turned", cubeWith(5, new int[] {7, 4, 0, 3}), "{TURNED_EDGE=4}"),
                Arguments.of("a wall too many", walled(), "{BRANCHING_EDGE=4, INSIDE=1}"),
                Arguments.of(
                        "a face twice",
                        cubeWith(6, new int[] {3, 0, 4, 7}),
                        "{BRANCHING_EDGE=4, DOUBLED=1, COVERING=2}"),
                Arguments.of(
                        "two triangles at a corner",
                        faces(bow, new int[][] {{0, 1, 2}, {2, 3, 4}}),
                        "{OPEN_EDGE=6, JOINED_FANS=1}"),
                Arguments.of("inside out", turned(cube(2)), "{INSIDE_OUT=1}"),
                Arguments.of("a cavity", both(cube(9), turned(moved(cube(2), 3, 3, 3))), "{}"),
                Arguments.of("a cube in a cube", both(cube(9), moved(cube(2), 3, 3, 3)), "{INSIDE=6}"),
                Arguments.of("cubes side by side", both(cube(2), moved(cube(2), 5, 0, 0)), "{}"),
                Arguments.of("cubes through each other", both(cube(2), moved(cube(2), 1, 1, 1)), "{CROSSING=6}"),
                Arguments.of("a bow tie", polygon(0, 0, 2, 2, 2, 0, 0, 1), "{OPEN_EDGE=4, OWN_OUTLINE=1}"),
                Arguments.of(
                        "folded",
                        faces(strip, new int[][] {{0, 1, 2}, {1, 0, 3}}),
                        "{OPEN_EDGE=4, COVERING=2, FOLDED=1}"),
                Arguments.of("a sliver", polygon(0, 0, 10, 0, 10, 0.01, 0, 0.01), "{OPEN_EDGE=4, SLIVER=1, SHORT=2}"),
                Arguments.of("five sides", polygon(0, 0, 2, 0, 3, 1, 2, 2, 0, 2), "{OPEN_EDGE=5, MANY_SIDES=1}"),
                Arguments.of(
                        "a border that is finely divided",
                        polygon(0, 0, 2, 0, 2, 0.1, 2, 0.2, 2.02, 0.3, 2, 0.4, 2, 2, 0, 2),
                        "{OPEN_EDGE=8, MANY_SIDES=1}"),
                Arguments.of(
                        "bent",
                        faces(new double[] {0, 0, 0, 1, 0, 0.4, 1, 1, 0, 0, 1, 0.4}, new int[][] {{0, 1, 2, 3}}),
                        "{OPEN_EDGE=4, BENT=1}"),
                Arguments.of(
                        "a seam that is open",
                        both(sheet(4), moved(sheet(4), 4 + 1e-4, 0, 0)),
                        "{OPEN_EDGE=32, NEAR=10}"),
                Arguments.of(
                        "sheets whose vertices lie on each other's edges",
                        both(sheet(2), faces(BESIDE, new int[][] {{0, 1, 4, 3}, {1, 2, 5, 4}})),
                        "{OPEN_EDGE=14, CRACK=4}"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("faulty")
    void eachFaultIsFoundAndNoOther(String name, Mesh mesh, String expected) {
        assertEquals(expected, kinds(Faults.all(mesh)));
    }

    private static String kinds(Faults faults) {
        return faults.found().stream().map(f -> f.kind() + "=" + f.count()).collect(Collectors.joining(", ", "{", "}"));
    }

    @Test
    void howBadItIsIsTold() {
        Mesh seam = both(sheet(4), moved(sheet(4), 4 + 1e-4, 0, 0));
        FoundFault open = Objects.requireNonNull(Faults.all(seam).of(FaultKind.OPEN_EDGE));
        assertEquals("in 2 pieces", open.detail());
        FoundFault near = Objects.requireNonNull(Faults.all(seam).of(FaultKind.NEAR));
        assertEquals(3e-4, near.measure(), 1e-12, "somewhat more, so that all of a place is merged");
        assertEquals("within 0.0001 mm", near.detail());
        assertEquals(4, near.place(seam, 0).x(), 1e-3);
        Mesh bent = faces(new double[] {0, 0, 0, 1, 0, 0.4, 1, 1, 0, 0, 1, 0.4}, new int[][] {{0, 1, 2, 3}});
        assertEquals(
                "up to 0.2 mm from flat",
                Objects.requireNonNull(Faults.all(bent).of(FaultKind.BENT)).detail());
    }

    @Test
    void limitsDecideWhatIsShort() {
        Mesh m = box(0, 0, 0, 10, 10, 0.2);
        assertEquals(0, Faults.quick(m).count(FaultKind.SHORT));
        FaultLimits limits = new FaultLimits(0.3, 0.02, 0.01, 0);
        assertEquals(4, Faults.quick(m, limits).count(FaultKind.SHORT));
    }

    @Test
    void elementsAreWhereTheFaultIs() {
        Mesh m = both(cube(9), moved(cube(2), 3, 3, 3));
        FoundFault inside = Objects.requireNonNull(Faults.all(m).of(FaultKind.INSIDE));
        assertArrayEquals(new int[] {6, 7, 8, 9, 10, 11}, inside.elements());
        assertTrue(inside.selection().contains(6));
    }

    /** What is found does not depend on where the mesh lies and how it is turned. */
    @Property(tries = 60)
    void faultsAreTheSameInAnyPose(@ForAll long seed) {
        Random random = new Random(seed);
        List<Arguments> all = faulty();
        Object[] one = all.get(random.nextInt(all.size())).get();
        // Rounding takes faces out of the one plane in which they cover each other.
        if (one[0].equals("folded")) return;
        Mesh posed = MeshFixtures.posed((Mesh) one[1], random, 10);
        assertEquals(one[2], kinds(Faults.all(posed)), (String) one[0]);
    }
}
