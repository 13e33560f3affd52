package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.evaluate.Baking;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Copies of steps, also of baked ones and what they were baked from, have ids that nothing else has. */
class CopiedIdsTest {
    private static final Box BOX = new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED);
    private Document d;

    /** A body with a baked step in a baked step, another with nothing but a box, and a third. */
    @BeforeEach
    void bakedTwice() throws StepException {
        d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, BOX);
        d = Edits.addStep(d, "b1", 1, new Subdivide(1));
        d = Edits.addStep(d, "b1", 2, new Move(new Vec3(1, 0, 0)));
        d = Edits.addStep(d, "b1", 3, new Move(new Vec3(0, 1, 0)));
        d = Baking.bake(d, "b1", 1, 2, new Evaluator().evaluate(d, "b1", Progress.NONE));
        d = Baking.bake(d, "b1", 1, 2, new Evaluator().evaluate(d, "b1", Progress.NONE));
        d = Edits.addBody(d, "B", Material.DEFAULT, BOX);
        d = Edits.addBody(d, "C", Material.DEFAULT, BOX);
    }

    private static Stream<Long> ids(Entry e) {
        Stream<Long> inner =
                e.step() instanceof Baked b ? b.from().stream().flatMap(CopiedIdsTest::ids) : Stream.empty();
        return Stream.concat(Stream.of(e.id()), inner);
    }

    private static void assertAllDiffer(Document d, int steps) {
        List<Long> all = new ArrayList<>();
        for (Body b : d.bodies()) for (Entry e : b.entries()) ids(e).forEach(all::add);
        assertEquals(steps, all.size());
        assertEquals(steps, all.stream().distinct().count(), "of " + all);
        assertTrue(all.stream().allMatch(id -> id < d.nextId()), all + " below " + d.nextId());
        List<String> bodies = d.bodies().stream().map(Body::id).toList();
        assertEquals(bodies.size(), bodies.stream().distinct().count());
        assertTrue(bodies.stream().allMatch(id -> Long.parseLong(id.substring(1)) < d.nextId()));
    }

    private String id(String body) {
        return d.bodyNamed(body).id();
    }

    private List<Long> baked() {
        return List.of(d.body("b1").entries().get(1).id());
    }

    /** Of A a source, the baked step, in it a move and a baked step of two; two more sources. */
    @Test
    void atFirst() {
        assertAllDiffer(d, 6 + 2);
    }

    @Test
    void aBodyCopied() throws StepException {
        Document copied = Edits.duplicateBody(d, "b1");
        assertAllDiffer(copied, 8 + 6);
        assertEquals(
                List.of("A", "A 2", "B", "C"),
                copied.bodies().stream().map(Body::name).toList());
        // Unbaked as deep as it goes, the copy has the steps that it was baked from.
        String copy = copied.bodies().get(1).id();
        Document back = copied;
        for (int i = 0; i < 2; i++)
            back = Baking.unbake(back, copy, back.body(copy).entries().get(1).id());
        assertEquals(
                List.of(new Subdivide(1), new Move(new Vec3(1, 0, 0)), new Move(new Vec3(0, 1, 0))),
                back.body(copy).entries().stream().skip(1).map(Entry::step).toList());
    }

    @Test
    void stepsCopiedWithinABodyAndToAnother() {
        assertAllDiffer(Edits.duplicateSteps(d, "b1", baked()), 8 + 5);
        Document other = Edits.copySteps(d, "b1", baked(), id("B"));
        assertAllDiffer(other, 8 + 5);
        assertEquals(2, other.bodyNamed("B").entries().size());
        assertAllDiffer(Edits.duplicateBody(other, id("B")), 8 + 5 + 6);
    }

    @ParameterizedTest
    @CsvSource({"A, 0, A B C", "A, 1, B A C", "A, 2, B C A", "C, 0, C A B", "B, -4, B A C", "B, 9, A C B"})
    void bodiesMove(String body, int to, String order) {
        Document moved = Edits.moveBody(d, id(body), to);
        assertEquals(
                order, String.join(" ", moved.bodies().stream().map(Body::name).toList()));
    }

    @Test
    void aSourceGivesWayToASourceOnly() {
        Box larger = new Box(9, 9, 9, 1, 1, 1, Seat.CENTRED);
        Document replaced = Edits.replaceSource(d, "b1", larger);
        assertEquals(larger, replaced.body("b1").entries().getFirst().step());
        assertEquals(
                d.body("b1").entries().getFirst().id(),
                replaced.body("b1").entries().getFirst().id());
        assertEquals(
                d.body("b1").entries().get(1), replaced.body("b1").entries().get(1));
        assertThrows(IllegalArgumentException.class, () -> Edits.replaceSource(d, "b1", new Subdivide(1)));
    }

    @Test
    void aNoteStaysWithItsStep() {
        long source = d.body("b1").entries().getFirst().id();
        Document noted = Edits.setNote(d, "b1", source, "from the drawing");
        assertEquals("from the drawing", noted.body("b1").entry(source).note());
        assertEquals("", noted.body("b1").entries().get(1).note());
    }

    // ---- weights painted one after another

    private Pick pick(int... faces) {
        Mesh m = new Evaluator().evaluate(d, id("B"), Progress.NONE).mesh();
        return Pick.hand(m, Selection.of(ElementKind.FACE, faces));
    }

    private String steps() {
        StringBuilder s = new StringBuilder();
        for (Entry e : d.bodyNamed("B").entries()) {
            if (e.step() instanceof TagStep t) {
                s.append(t.name()).append('=').append(t.weight()).append(e.enabled() ? "" : " off");
                s.append(e.group().isEmpty() ? "; " : " in " + e.group() + "; ");
            }
        }
        return s.toString().strip();
    }

    @Test
    void paintingOneAfterAnother() throws StepException {
        String b = id("B");
        d = Edits.paintTag(d, b, pick(1), "crease", 0.5);
        assertEquals("crease=0.5;", steps());
        d = Edits.paintTag(d, b, pick(1), "crease", 0.75);
        assertEquals("crease=0.75;", steps(), "the same pick again changes its weight");
        d = Edits.paintTag(d, b, pick(1), "other", 1);
        assertEquals("crease=0.75; other=1.0;", steps(), "another name stands alone");
        d = Edits.paintTag(d, b, pick(2), "other", 0.25);
        assertEquals(
                "crease=0.75; other=1.0 in Weights of other; other=0.25 in Weights of other;",
                steps(),
                "the second of a name makes a group");
        d = Edits.setGroup(
                d,
                b,
                List.of(
                        d.body(b).entries().get(2).id(),
                        d.body(b).entries().get(3).id()),
                "Rims");
        d = Edits.paintTag(d, b, pick(3), "other", 0.5);
        assertEquals(
                "crease=0.75; other=1.0 in Rims; other=0.25 in Rims; other=0.5 in Rims;",
                steps(),
                "and joins the group that is there");
        d = Edits.setEnabled(d, b, List.of(d.body(b).entries().getLast().id()), false);
        d = Edits.paintTag(d, b, pick(3), "other", 0.5);
        assertTrue(steps().endsWith("other=0.5 off in Rims; other=0.5;"), steps());
    }

    /** Where the view shows fewer steps, paint goes there. */
    @Test
    void paintGoesToTheMarkerLine() throws StepException {
        String b = id("B");
        d = Edits.addStep(d, b, 1, new Move(new Vec3(1, 0, 0)));
        d = Edits.setMarker(d, b, 1);
        d = Edits.paintTag(d, b, pick(1), "crease", 0.5);
        assertTrue(d.body(b).entries().get(1).step() instanceof TagStep);
        assertEquals(2, d.body(b).shownSteps());
    }
}
