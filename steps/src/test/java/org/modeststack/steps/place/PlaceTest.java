package org.modeststack.steps.place;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Handle;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

class PlaceTest {
    static Vec3 random(Random r) {
        return new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).times(20);
    }

    static void assertNear(Vec3 expected, Vec3 actual) {
        assertEquals(0, expected.minus(actual).length(), 1e-9, expected + " " + actual);
    }

    @Test
    void pointsOnOneLineAreRefused() {
        Vec3 o = Vec3.ZERO, x = new Vec3(1, 0, 0), y = new Vec3(0, 1, 0);
        StepException e = assertThrows(
                StepException.class, () -> TestContext.run(new Align(o, o, x, x, x.times(2), y), MeshFixtures.cube(1)));
        assertTrue(e.getMessage().contains("points lie on one line"));
        StepException f = assertThrows(
                StepException.class, () -> TestContext.run(new Align(o, o, x, x, y, x), MeshFixtures.cube(1)));
        assertTrue(f.getMessage().contains("places lie on one line"));
        assertThrows(
                StepException.class, () -> TestContext.run(new Place(o, o, o, x, true, 0, 0), MeshFixtures.cube(1)));
    }

    @Test
    void oppositeSidesTurnHalfRound() throws StepException {
        for (Vec3 n : new Vec3[] {new Vec3(0, 0, 1), new Vec3(1, 0, 0), new Vec3(0, -1, 0)}) {
            Place p = new Place(Vec3.ZERO, n, Vec3.ZERO, n, true, 0, 0);
            assertNear(n.times(-1), p.carry(n));
            assertEquals(1000, PartFixtures.volume(TestContext.run(p, MeshFixtures.cube(10))), 1e-9);
        }
    }

    @Test
    void whereItIsPlacedHowHighAndHowItIsTurnedAreDraggedInTheView() {
        Vec3 at = new Vec3(7, 8, 9);
        for (Vec3 n : new Vec3[] {new Vec3(0, 0, 2), new Vec3(3, 0, 0), new Vec3(0, -1, 1)}) {
            Place p = new Place(Vec3.ZERO, new Vec3(0, 0, -1), at, n, true, 90, 5);
            List<Handle> handles = p.handles(MeshFixtures.cube(10));
            assertEquals(
                    List.of("at", "above", "turned"),
                    handles.stream().map(Handle::param).toList());
            Vec3 top = at.plus(n.unit().times(5));
            double reach = 0.4 * Math.sqrt(300);
            assertNear(top, handles.get(0).at());
            assertNear(top.plus(n.unit().times(reach)), handles.get(1).at());
            // Level at no turn, or along X where all arms are: a quarter turn round the normal from there.
            Vec3 z = new Vec3(0, 0, 1), x = new Vec3(1, 0, 0);
            Vec3 arm = n.x() == 0 && n.y() == 0 ? x : z.cross(n).unit();
            assertNear(
                    top.plus(n.unit().cross(arm).times(reach)), handles.get(2).at());
        }
        Place free = new Place(Vec3.ZERO, new Vec3(0, 0, -1), at, new Vec3(0, 0, 1), false, 0, 0);
        assertEquals(2, free.handles(MeshFixtures.cube(10)).size());
        assertEquals(List.of(), free.handles(Mesh.EMPTY));
        Place nowhere = new Place(Vec3.ZERO, new Vec3(0, 0, -1), at, Vec3.ZERO, true, 0, 0);
        assertEquals(List.of(), nowhere.handles(MeshFixtures.cube(10)));
    }

    @Test
    void thePlacesOfAnAlignedBodyAreDraggedInTheView() {
        Vec3 o = Vec3.ZERO, x = new Vec3(1, 0, 0), y = new Vec3(0, 1, 0), z = new Vec3(0, 0, 1);
        List<Handle> handles = new Align(o, x, y, z, z.plus(y), x).handles(MeshFixtures.cube(1));
        assertEquals(
                List.of("firstPlace", "secondPlace", "thirdPlace"),
                handles.stream().map(Handle::param).toList());
        assertTrue(handles.stream().allMatch(Handle::isPoint));
    }

    @Test
    void aBodyThatCannotBeAlignedStaysWhereItIs() {
        Vec3 o = Vec3.ZERO, x = new Vec3(1, 0, 0);
        Vec3 p = new Vec3(3, 4, 5);
        assertEquals(p, new Align(o, o, x, x, x.times(2), x.times(3)).carry(p));
    }

    /** One axis or all three turned over make a mirror image, two are half a turn. */
    @ParameterizedTest
    @CsvSource({
        "1, 1, 1, false",
        "-1, 1, 1, true",
        "1, -2, 1, true",
        "2, 1, -1, true",
        "-1, -1, 1, false",
        "-3, 1, -1, false",
        "1, -1, -0.5, false",
        "-1, -1, -1, true",
        "0, 1, 1, false",
        "0, -1, 1, false"
    })
    void whatIsTurnedOverIsKnown(double x, double y, double z, boolean mirrors) {
        assertEquals(mirrors, new Stretch(new Vec3(x, y, z), Vec3.ZERO).mirrors());
    }
}
