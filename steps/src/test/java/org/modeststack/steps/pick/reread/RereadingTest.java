package org.modeststack.steps.pick.reread;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Anchor;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Picked;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;

/** What keeps its keys when a mesh is read from its file again. */
class RereadingTest {
    /** As a file gives it: by keys that nothing else has. */
    private static Mesh read(Mesh m, long file) {
        long[] v = LongStream.range(0, m.vertexCount()).map(i -> file << 32 | i).toArray();
        long[] f =
                LongStream.range(0, m.faceCount()).map(i -> ~(file << 32 | i)).toArray();
        return m.withKeys(v, f);
    }

    private static Mesh bar(double across, double height, int sides) throws StepException {
        return TestContext.run(new Cylinder(across, height, sides, 1, 0, Seat.STANDING));
    }

    @Test
    void aMeshThatHasNotChangedKeepsAllKeys() throws StepException {
        Mesh before = read(bar(20, 30, 12), 1);
        Rereading r = Rereading.of(before, read(bar(20, 30, 12), 2));
        assertArrayEquals(before.vertexKeys(), r.mesh().vertexKeys());
        assertArrayEquals(before.faceKeys(), r.mesh().faceKeys());
        assertEquals(before.faceCount(), r.faces());
        assertEquals(0, r.likeBefore());
    }

    /** A body without symmetry, so that there is one answer. */
    @ParameterizedTest
    @CsvSource({"1", "2", "3", "4", "5"})
    void whatHasMovedAsAWholeKeepsAllKeys(int series) throws StepException {
        Mesh skew = read(TestContext.run(new Box(31, 17, 9, 3, 2, 1, Seat.CENTRED)), 1);
        double[] xyz = skew.xyz().clone();
        Random random = new Random(series);
        for (int i = 0; i < xyz.length; i++) xyz[i] += random.nextDouble();
        Mesh before = skew.withPositions(xyz);
        Rereading r = Rereading.of(before, read(MeshFixtures.posed(before, random, 80), 2));
        assertArrayEquals(before.vertexKeys(), r.mesh().vertexKeys());
        assertArrayEquals(before.faceKeys(), r.mesh().faceKeys());
    }

    @ParameterizedTest
    @CsvSource({"24, 10, 24", "20, 14, 24", "20, 10, 36", "22, 8, 48"})
    void theWallsOfATubeAreNotTakenForOneAnother(double across, double height, int sides) throws StepException {
        Mesh before = read(TestContext.run(new Tube(20, 2, 10, 24, 1, Seat.STANDING)), 1);
        Mesh after = read(TestContext.run(new Tube(across, 2, height, sides, 1, Seat.STANDING)), 2);
        Mesh reread = Rereading.of(before, after).mesh();
        Selection inner = wall(before, true), outer = wall(before, false);
        assertEquals(wall(after, true), Pick.hand(before, inner).on(reread).selection());
        assertEquals(wall(after, false), Pick.hand(before, outer).on(reread).selection());
    }

    private static Selection wall(Mesh m, boolean inner) {
        Selection walls = PickText.parse("faces: facing 0 0 1 10; and facing 0 0 -1 10; invert")
                .on(m)
                .selection();
        int[] found = walls.elements().stream()
                .filter(f -> {
                    var middle = Anchor.place(m, ElementKind.FACE, f);
                    var way = Anchor.way(m, ElementKind.FACE, f);
                    return middle.x() * way.x() + middle.y() * way.y() < 0 == inner;
                })
                .toArray();
        return Selection.of(ElementKind.FACE, found);
    }

    @Test
    void anotherMeshKeepsNothing() throws StepException {
        Mesh before = read(bar(20, 30, 12), 1);
        Mesh other = read(TestContext.run(new Box(500, 3, 700, 1, 1, 1, Seat.CENTRED)), 2);
        Rereading r = Rereading.of(before, other);
        assertEquals(0, r.faces());
        assertTrue(Arrays.stream(r.mesh().vertexKeys())
                .noneMatch(k -> Arrays.stream(before.vertexKeys()).anyMatch(b -> b == k)));
    }

    @Test
    void keysThatTheMeshHadBeforeAreNotGivenToWhatIsNew() throws StepException {
        Mesh before = read(bar(20, 30, 12), 1);
        // A file whose numbers are those of the other by chance.
        Mesh after = read(MeshFixtures.moved(TestContext.run(new Box(5, 5, 900, 1, 1, 1, Seat.CENTRED)), 7, 0, 0), 1);
        Mesh r = Rereading.of(before, after).mesh();
        assertTrue(Arrays.stream(r.faceKeys())
                .noneMatch(k -> Arrays.stream(before.faceKeys()).anyMatch(b -> b == k)));
    }

    /** A stair of three blocks, none like another; what looks along each axis at its far ends is known by its normal. */
    private static Mesh stair(double x, double y, double z) throws StepException {
        Mesh low = MeshFixtures.box(0, 0, 0, x, y, z), high = MeshFixtures.box(0, 0, z + 1, x / 3, y / 2, 3 * z);
        return MeshFixtures.both(low, high);
    }

    /** Nothing lies where it did, in size or place; the sides are told by which way they look and where they are. */
    @ParameterizedTest
    @CsvSource({"44, 30, 8, 0", "44, 30, 8, 20", "36, 26, 9, -15", "40, 33, 11, 25", "45, 27, 12, 10"})
    void sidesAreKnownThoughTheMeshHasChangedAndMoved(double x, double y, double z, double degrees)
            throws StepException {
        Mesh before = read(stair(40, 30, 10), 1);
        double c = Math.cos(Math.toRadians(degrees)), s = Math.sin(Math.toRadians(degrees));
        Mesh changed = stair(x, y, z);
        double[] xyz = changed.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            double px = xyz[i], pz = xyz[i + 2];
            xyz[i] = c * px + s * pz + 130;
            xyz[i + 1] -= 70;
            xyz[i + 2] = c * pz - s * px + 20;
        }
        Mesh reread = Rereading.of(before, read(changed.withPositions(xyz), 2)).mesh();
        assertTrue(right(before, reread) >= 9, "of 12 sides " + right(before, reread));
    }

    /** How many faces are what they were, none of which may be another. */
    private static int right(Mesh before, Mesh reread) {
        int right = 0;
        for (int f = 0; f < before.faceCount(); f++) {
            Selection one = Selection.of(ElementKind.FACE, f);
            Picked p = Pick.hand(before, one).on(reread);
            if (p.lost() > 0 && p.selection().isEmpty()) continue;
            assertEquals(one, p.selection());
            right++;
        }
        return right;
    }

    /** Most of its vertices are those of the hole, which looks the same when it is turned over with the rest. */
    @ParameterizedTest
    @CsvSource({"2", "-3", "5"})
    void aBlockIsNotTurnedOverForAHoleThatHasMoved(double shift) throws StepException {
        Mesh before = read(MeshFixtures.both(MeshFixtures.box(-20, -15, 0, 20, 15, 10), hole(0)), 1);
        Mesh after = read(MeshFixtures.both(MeshFixtures.box(-20, -15, 0, 20, 15, 10), hole(shift)), 2);
        Mesh reread = Rereading.of(before, after).mesh();
        for (int f = 0; f < 6; f++)
            assertEquals(
                    Selection.of(ElementKind.FACE, f),
                    Pick.hand(before, Selection.of(ElementKind.FACE, f))
                            .on(reread)
                            .selection());
    }

    private static Mesh hole(double x) throws StepException {
        return MeshFixtures.moved(bar(8, 30, 48), x, 0, 0);
    }

    /** Of blocks that are all alike and stand farther apart now, none may be taken for its neighbour. */
    @ParameterizedTest
    @CsvSource({"30, 41, 0", "30, 26, 50", "30, 60, 37", "30, 45, -30"})
    void likePiecesAreNotTakenForTheirNeighbours(double pitch, double now, double by) throws StepException {
        Mesh before = read(row(pitch), 1), after = read(MeshFixtures.moved(row(now), by, 0, 0), 2);
        Mesh reread = Rereading.of(before, after).mesh();
        right(before, reread);
    }

    private static Mesh row(double pitch) {
        Mesh all = MeshFixtures.cube(20);
        for (int i = 1; i < 5; i++)
            all = MeshFixtures.both(all, MeshFixtures.moved(MeshFixtures.cube(20), i * pitch, 0, 0));
        return all;
    }

    /** Between vertices that are all where they were others lie now; a part of the ring is not the ring. */
    @ParameterizedTest
    @CsvSource({"16, 32", "16, 48", "24, 48"})
    void aRingOfVerticesIsMeantWhole(int sides, int now) throws StepException {
        Mesh before = read(ball(sides), 1),
                reread = Rereading.of(before, read(ball(now), 2)).mesh();
        Picked p = Pick.hand(before, equator(before)).on(reread);
        assertEquals(equator(reread), p.selection());
        assertEquals(0, p.lost());
    }

    private static Mesh ball(int sides) throws StepException {
        return TestContext.run(new UvSphere(20, sides, 8, Seat.CENTRED));
    }

    private static Selection equator(Mesh m) {
        return PickText.parse("vertices: inside -99 -99 -0.001 99 99 0.001")
                .on(m)
                .selection();
    }
}
