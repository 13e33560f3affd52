package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What is picked on an image is found where it came from, so that work there shows on all sides. */
class PickedOriginalsTest extends OneBody {
    private static Step step(String type, Object... pairs) {
        StepDescriptor d = Steps.byType(type);
        Step s = d.createDefault();
        for (int i = 0; i < pairs.length; i += 2) s = d.with(s, (String) pairs[i], pairs[i + 1]);
        return s;
    }

    /** A step, and how many images of one face it makes. */
    record Case(Step step, int images) {
        @Override
        public String toString() {
            return step.toString();
        }
    }

    static Stream<Case> repeating() {
        return Stream.of(
                new Case(step("mirror", "across", Mirror.Across.X), 2),
                new Case(step("mirror", "across", Mirror.Across.X, "weld", false), 2),
                new Case(step("mirror", "across", Mirror.Across.XY), 4),
                new Case(step("mirror", "across", Mirror.Across.XYZ), 8),
                new Case(step("row-array", "count", 3, "offset", new Vec3(30, 0, 0)), 3),
                new Case(step("round-array", "count", 4, "centre", new Vec3(40, 0, 0)), 4));
    }

    @ParameterizedTest
    @MethodSource("repeating")
    void allImagesOfAnElementComeFromIt(Case c) {
        start(new Box(10, 10, 10, 2, 2, 2, Seat.CENTRED));
        add(new Move(new Vec3(9, 9, 9)));
        add(c.step());
        Mesh shown = mesh(), before = mesh(1);
        Entry repeating = d.bodyOf(a).entries().get(2);
        assertEquals(repeating, PickedOriginals.lastRepeating(d.bodyOf(a)));
        for (ElementKind kind : ElementKind.values()) {
            int[] timesFound = new int[count(before, kind)];
            for (int e = 0; e < count(shown, kind); e++) {
                PickedOriginals.Found f =
                        PickedOriginals.of(d, a, repeating.id(), shown, Selection.of(kind, e), evaluator);
                assertEquals(0, f.missed(), kind + " " + e);
                timesFound[f.originals().elements().nextSetBit(0)]++;
            }
            for (int n : timesFound) assertEquals(c.images(), n, kind.toString());
        }
    }

    /** Bodies are put in their places behind the mirror, most often: that changes nothing of what is an image of what. */
    @ParameterizedTest
    @MethodSource("repeating")
    void whereTheWholeWasPutSinceDoesNotMatter(Case c) {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.CENTRED));
        add(new Move(new Vec3(9, 9, 9)));
        add(c.step());
        add(new Move(new Vec3(-118, 7, 3)));
        add(step("turn", "angle", 33.0, "about", new Vec3(1, 2, 3)));
        add(step("scale", "factors", new Vec3(2, 2, 2)));
        Mesh shown = mesh();
        long repeating = d.bodyOf(a).entries().get(2).id();
        for (int f = 0; f < shown.faceCount(); f++)
            assertEquals(
                    0,
                    PickedOriginals.of(d, a, repeating, shown, Selection.of(ElementKind.FACE, f), evaluator)
                            .missed(),
                    "face " + f);
    }

    private static int count(Mesh m, ElementKind kind) {
        return switch (kind) {
            case VERTEX -> m.vertexCount();
            case EDGE -> m.edgeCount();
            case FACE -> m.faceCount();
        };
    }

    /** A body that is alike on both sides already: what lies on the side that was cut off is never taken. */
    @Test
    void onlyWhatIsLeftIsAnOriginal() {
        start(new Box(20, 10, 10, 2, 1, 1, Seat.CENTRED));
        add(step("mirror", "across", Mirror.Across.X, "keep", Mirror.Keep.ABOVE));
        Mesh shown = mesh();
        long id = d.bodyOf(a).entries().get(1).id();
        BitSet all = new BitSet();
        all.set(0, shown.faceCount());
        PickedOriginals.Found f = PickedOriginals.of(d, a, id, shown, new Selection(ElementKind.FACE, all), evaluator);
        assertEquals(0, f.missed());
        f.originals().elements().stream().forEach(face -> {
            for (int c = f.before().offsets()[face]; c < f.before().offsets()[face + 1]; c++)
                assertTrue(f.before().x(f.before().corners()[c]) >= 0, "face " + face);
        });
    }

    /** The whole of it: a face is raised on the original, and all images have it; what a later step made is not found. */
    @Test
    void workOnAnOriginalShowsOnAllSides() {
        start(new Box(10, 10, 10, 1, 1, 1, Seat.CENTRED));
        add(new Move(new Vec3(9, 9, 9)));
        add(step("mirror", "across", Mirror.Across.XY));
        double before = Measures.of(mesh()).volume();
        Mesh shown = mesh();
        Entry mirror = PickedOriginals.lastRepeating(d.bodyOf(a));
        assertNotNull(mirror);
        PickedOriginals.Found f = PickedOriginals.of(
                d, a, mirror.id(), shown, Selection.of(ElementKind.FACE, shown.faceCount() - 1), evaluator);
        StepDescriptor extrude = Steps.byType("extrude");
        Step raised = extrude.with(extrude.createDefault(), "faces", Pick.hand(f.before(), f.originals()));
        d = Edits.addStep(d, a, 2, extrude.with(raised, "distance", 3.0));
        assertEquals(before + 4 * 300, Measures.of(mesh()).volume(), 1e-9);

        add(step("bevel", "width", 1.0));
        Mesh rounded = mesh();
        int missed = 0;
        for (int face = 0; face < rounded.faceCount(); face++)
            missed += PickedOriginals.of(d, a, mirror.id(), rounded, Selection.of(ElementKind.FACE, face), evaluator)
                    .missed();
        assertTrue(missed > 0 && missed < rounded.faceCount(), missed + " of " + rounded.faceCount());
    }
}
