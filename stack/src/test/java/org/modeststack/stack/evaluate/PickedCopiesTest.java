package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.repeat.CopyNumbers;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** The copy that a face belongs to is found after steps that keep faces, and however copies are joined. */
class PickedCopiesTest extends OneBody {
    private static Step step(String type, Object... pairs) {
        StepDescriptor d = Steps.byType(type);
        Step s = d.createDefault();
        for (int i = 0; i < pairs.length; i += 2) s = d.with(s, (String) pairs[i], pairs[i + 1]);
        return s;
    }

    static Stream<Step> repeating() {
        return Stream.of(
                step("row-array", "count", 5, "offset", new Vec3(30, 0, 0)),
                step("row-array", "count", 5, "offset", new Vec3(30, 0, 0), "leftOut", "2"),
                step("row-array", "count", 5, "offset", new Vec3(10, 0, 0), "weldWithin", 0.01),
                step("row-array", "count", 5, "offset", new Vec3(7, 3, 0), "united", true),
                step("round-array", "count", 5, "centre", new Vec3(50, 0, 0)));
    }

    @ParameterizedTest
    @MethodSource("repeating")
    void leavingOutWhatAFaceBelongsToTakesJustThatAway(Step repeating) throws StepException {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.CENTRED));
        add(repeating);
        add(new Move(new Vec3(0, 0, 5)));
        long id = d.bodyOf(a).entries().get(1).id();
        Mesh before = mesh();
        // The uppermost face of the last copy: no two faces of it are in others.
        int face = before.faceCount() - 1;
        Vec3 at = before.point(before.corners()[before.offsets()[face]]);
        List<List<Integer>> copies = PickedCopies.of(d, a, id, Set.of(before.faceKeys()[face]), evaluator);
        assertEquals(1, copies.size(), copies.toString());
        StepDescriptor of = StepDescriptor.of(repeating);
        String old = (String) of.value(repeating, of.param(PickedCopies.LEFT_OUT));
        d = Edits.setValue(d, a, id, PickedCopies.LEFT_OUT, CopyNumbers.with(old, copies));
        Mesh after = mesh();
        assertTrue(after.faceCount() < before.faceCount());
        Set<Long> left = new HashSet<>();
        for (long k : after.faceKeys()) left.add(k);
        assertTrue(!left.contains(before.faceKeys()[face]), "at " + at);
    }

    /** A plate's holes in rows and columns, but for three of them: each can be left out by itself. */
    @ParameterizedTest
    @ValueSource(ints = {2, 3})
    void ofCopiesOfCopiesSingleOnesAreLeftOut(int directions) throws StepException {
        start(new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED));
        Vec3[] ways = {new Vec3(5, 0, 0), new Vec3(0, 5, 0), new Vec3(0, 0, 5)};
        for (int i = 0; i < directions; i++) add(step("row-array", "count", 4, "offset", ways[i]));
        long id = d.bodyOf(a).entries().getLast().id();
        Mesh before = mesh();
        int all = (int) Math.pow(4, directions);
        assertEquals(6 * all, before.faceCount());
        // Faces of the second, the seventh and the last.
        Set<Long> picked =
                Set.of(before.faceKeys()[6 + 1], before.faceKeys()[6 * 6 + 2], before.faceKeys()[6 * all - 1]);
        List<List<Integer>> copies = PickedCopies.of(d, a, id, picked, evaluator);
        assertEquals(3, copies.size());
        d = Edits.setValue(d, a, id, PickedCopies.LEFT_OUT, CopyNumbers.with("", copies));
        Mesh after = mesh();
        assertEquals(6 * (all - 3), after.faceCount());
        Set<Long> left = new HashSet<>();
        for (long k : after.faceKeys()) left.add(k);
        for (int f = 0; f < before.faceCount(); f++)
            assertEquals(
                    f / 6 != 1 && f / 6 != 6 && f / 6 != all - 1, left.contains(before.faceKeys()[f]), "face " + f);
        // They stay left out when there are more.
        long first = d.bodyOf(a).entries().get(1).id();
        d = Edits.setValue(d, a, first, "count", 6);
        assertEquals(6 * (all / 4 * 6 - 3), mesh().faceCount());
    }
}
