package org.modeststack.steps.pick;

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
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Tube;

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
        Mesh skew = read(TestContext.run(new Box(31, 17, 9, 3, 2, 1, Seat.CENTERED)), 1);
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
        Mesh other = read(TestContext.run(new Box(500, 3, 700, 1, 1, 1, Seat.CENTERED)), 2);
        Rereading r = Rereading.of(before, other);
        assertEquals(0, r.faces());
        assertTrue(Arrays.stream(r.mesh().vertexKeys())
                .noneMatch(k -> Arrays.stream(before.vertexKeys()).anyMatch(b -> b == k)));
    }

    @Test
    void keysThatTheMeshHadBeforeAreNotGivenToWhatIsNew() throws StepException {
        Mesh before = read(bar(20, 30, 12), 1);
        // A file whose numbers are those of the other by chance.
        Mesh after = read(MeshFixtures.moved(TestContext.run(new Box(5, 5, 900, 1, 1, 1, Seat.CENTERED)), 7, 0, 0), 1);
        Mesh r = Rereading.of(before, after).mesh();
        assertTrue(Arrays.stream(r.faceKeys())
                .noneMatch(k -> Arrays.stream(before.faceKeys()).anyMatch(b -> b == k)));
    }
}
