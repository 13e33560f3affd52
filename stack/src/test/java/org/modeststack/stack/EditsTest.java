package org.modeststack.stack;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.Join;
import org.modeststack.steps.combine.OneShell;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.extrude.Inset;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Linked;
import org.modeststack.steps.source.Seat;

class EditsTest {
    private static final Box BOX = new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED);
    private Document d;
    private String a;
    private String b;

    @BeforeEach
    void twoBodies() {
        d = Edits.addBody(Document.EMPTY, "A", Material.DEFAULT, BOX);
        d = Edits.addBody(d, "B", Material.DEFAULT, BOX);
        a = d.bodyNamed("A").id();
        b = d.bodyNamed("B").id();
    }

    private Mesh result(String id) {
        return new Evaluator().evaluate(d, id, Progress.NONE).mesh();
    }

    private void add(String id, org.modeststack.steps.Step step) throws StepException {
        d = Edits.addStep(d, id, d.body(id).entries().size(), step);
    }

    @Test
    void movingABodyAddsAMoveOnceAndThenChangesIt() throws StepException {
        d = PlacingEdits.moveBy(d, a, new Vec3(1, 0, 0));
        d = PlacingEdits.moveBy(d, a, new Vec3(0, 2, 0));
        assertEquals(2, d.body(a).entries().size());
        assertEquals(new Vec3(1, 2, 0), ((Move) d.body(a).entries().getLast().step()).by());
        assertEquals(new Vec3(1, 2, 0), result(a).bounds().center());
    }

    @Test
    void aMoveBelowOtherStepsIsLeftAlone() throws StepException {
        add(a, new Move(new Vec3(5, 0, 0)));
        add(a, new Scale(new Vec3(2, 2, 2), Vec3.ZERO));
        d = PlacingEdits.moveBy(d, a, new Vec3(0, 0, 3));
        assertEquals(4, d.body(a).entries().size());
        assertEquals(new Vec3(10, 0, 3), result(a).bounds().center());
    }

    @Test
    void aMoveThatIsSwitchedOffIsNotUsed() throws StepException {
        add(a, new Move(new Vec3(5, 0, 0)));
        d = Edits.setEnabled(d, a, List.of(d.body(a).entries().getLast().id()), false);
        d = PlacingEdits.moveBy(d, a, new Vec3(0, 0, 3));
        assertEquals(new Vec3(0, 0, 3), result(a).bounds().center());
    }

    @Test
    void rolesAreSwapped() throws StepException {
        add(b, new Move(new Vec3(1, 1, 1)));
        add(a, new BooleanStep(Operation.DIFFERENCE, Bodies.of(b)));
        long cut = d.body(a).entries().getLast().id();
        assertEquals(7, Measures.of(result(a)).volume(), 1e-12);
        d = Edits.swapRoles(d, a, cut);
        assertEquals(1, d.body(a).entries().size());
        BooleanStep now = assertInstanceOf(
                BooleanStep.class, d.body(b).entries().getLast().step());
        assertEquals(List.of(a), now.with().ids());
        assertEquals(Operation.DIFFERENCE, now.operation());
        assertEquals(7, Measures.of(result(b)).volume(), 1e-12);
        assertEquals(
                new Vec3(2, 2, 2),
                result(b).bounds().center().plus(result(b).bounds().size().times(0.5)));
    }

    @Test
    void rolesOfSeveralCannotBeSwapped() throws StepException {
        d = Edits.addBody(d, "C", Material.DEFAULT, BOX);
        add(a, new BooleanStep(Operation.UNION, Bodies.of(b, d.bodyNamed("C").id())));
        long id = d.body(a).entries().getLast().id();
        assertThrows(StepException.class, () -> Edits.swapRoles(d, a, id));
        long source = d.body(a).entries().getFirst().id();
        assertThrows(StepException.class, () -> Edits.swapRoles(d, a, source));
    }

    @Test
    void aBodyIsTakenApartAndThePartsFollow() throws StepException {
        add(a, new RowArray(3, new Vec3(5, 0, 0), RowArray.Spacing.EACH, 0));
        d = Edits.takeApart(d, a, 3);
        assertEquals(5, d.bodies().size());
        for (int i = 0; i < 3; i++) {
            Body part = d.bodies().get(2 + i);
            assertInstanceOf(Linked.class, part.entries().getFirst().step());
            assertEquals(new OneShell(i + 1), part.entries().get(1).step());
            assertEquals(5.0 * i, result(part.id()).bounds().center().x(), 1e-12);
        }
        d = Edits.setValue(d, a, d.body(a).entries().getLast().id(), "offset", new Vec3(9, 0, 0));
        assertEquals(18, result(d.bodies().getLast().id()).bounds().center().x(), 1e-12);
        d = Edits.setValue(d, a, d.body(a).entries().getLast().id(), "count", 2);
        assertTrue(new Evaluator()
                .evaluate(d, d.bodies().getLast().id(), Progress.NONE)
                .failed());
    }

    @Test
    void circlesAreRefusedWithTheWayRound() throws StepException {
        d = Edits.addBody(d, "C", Material.DEFAULT, BOX);
        String c = d.bodyNamed("C").id();
        add(a, new BooleanStep(Operation.UNION, Bodies.of(b)));
        add(c, new Join(Bodies.of(a)));
        String way = "That would go round in a circle: B → C → A → B.";
        assertEquals(
                way,
                assertThrows(IllegalArgumentException.class, () -> Edits.addStep(d, b, 1, new Join(Bodies.of(c))))
                        .getMessage());
        long union = d.body(a).entries().getLast().id();
        assertEquals(
                "B cannot be combined with itself.",
                assertThrows(IllegalArgumentException.class, () -> Edits.copySteps(d, a, List.of(union), b))
                        .getMessage());
        StepException e = assertThrows(StepException.class, () -> Edits.setValue(d, a, union, "with", Bodies.of(b, c)));
        assertEquals("That would go round in a circle: A → C → A.", e.getMessage());
    }

    @Test
    void removingABodyTakesItOutOfStepsThatUsedIt() throws StepException {
        add(a, new BooleanStep(Operation.UNION, Bodies.of(b)));
        d = Edits.removeBody(d, b);
        assertEquals(Bodies.NONE, ((BooleanStep) d.body(a).entries().getLast().step()).with());
    }

    @ParameterizedTest
    @CsvSource({"0, 1", "1, 1", "2, 2", "9, 3"})
    void addedStepsStayBehindTheSource(int wish, int place) throws StepException {
        add(a, new Move(Vec3.ZERO));
        add(a, new Move(new Vec3(1, 0, 0)));
        long id = d.nextId();
        d = Edits.addStep(d, a, wish, new Scale(new Vec3(2, 2, 2), Vec3.ZERO));
        assertEquals(place, d.body(a).indexOf(id));
    }

    @ParameterizedTest
    @CsvSource({"1, 3", "3, 1", "2, 2"})
    void movedStepsLandWhereTheyShould(int from, int to) throws StepException {
        for (int i = 0; i < 3; i++) add(a, new Move(new Vec3(i, 0, 0)));
        long id = d.body(a).entries().get(from).id();
        d = Edits.moveStep(d, a, id, to);
        assertEquals(to, d.body(a).indexOf(id));
        assertEquals(4, d.body(a).entries().size());
    }

    @Test
    void theSourceStaysFirst() throws StepException {
        add(a, new Move(new Vec3(1, 0, 0)));
        long source = d.body(a).entries().getFirst().id(),
                move = d.body(a).entries().getLast().id();
        d = Edits.moveStep(d, a, move, 0);
        assertEquals(source, d.body(a).entries().getFirst().id());
    }

    @Test
    void valuesOutsideTheirRangeAreRefused() {
        long id = d.body(a).entries().getFirst().id();
        StepException e = assertThrows(StepException.class, () -> Edits.setValue(d, a, id, "width", -1.0));
        assertTrue(e.getMessage().startsWith("Width must be"), e.getMessage());
        assertThrows(StepException.class, () -> Edits.setValue(d, a, id, "width", Double.NaN));
    }

    @Test
    void namesAreMadeFree() {
        d = Edits.duplicateBody(d, a);
        assertEquals("A 2", d.bodies().get(1).name());
        d = Edits.duplicateBody(d, a);
        assertEquals("A 3", d.bodies().get(1).name());
    }

    @Test
    void changingOneBodySharesTheOthers() throws StepException {
        Body other = d.body(b);
        add(a, new Move(Vec3.ZERO));
        assertSame(other, d.body(b));
        assertFalse(d.dependsOn(a, b));
        assertTrue(d.usersOf(b).isEmpty());
    }

    /** Steps copied together stay together: what picks the caps of one picks those of its copy. */
    @Test
    void copiedStepsPickWhatTheirCopiesMade() throws StepException {
        Document doc =
                Edits.addBody(Document.EMPTY, "Plate", Material.DEFAULT, new Box(10, 10, 2, 1, 1, 1, Seat.STANDING));
        String id = doc.bodies().getFirst().id();
        doc = Edits.addStep(
                doc,
                id,
                1,
                new Extrude(
                        PickText.parse("faces: facing 0 0 1 5"),
                        3,
                        Extrude.Direction.TOGETHER,
                        new Vec3(0, 0, 1),
                        0,
                        1,
                        false));
        String caps = StepContext.madeTag(doc.body(id).entries().get(1).seed()) + ":caps";
        doc = Edits.addStep(
                doc,
                id,
                2,
                new Inset(PickText.parse("faces: made \"" + caps + "\""), 1, 1, Inset.Frames.TOGETHER, true));
        List<Long> both = doc.body(id).entries().stream().skip(1).map(Entry::id).toList();

        Document twice = Edits.addBody(doc, "Other", Material.DEFAULT, new Box(20, 20, 2, 1, 1, 1, Seat.STANDING));
        String other = twice.bodies().getLast().id();
        twice = Edits.copySteps(twice, id, both, other);
        Document body = Edits.duplicateBody(doc, id);
        for (Body b : List.of(twice.body(other), body.bodies().getLast())) {
            Document whole = b == twice.body(other) ? twice : body;
            Mesh m = new Evaluator().evaluate(whole, b.id(), Progress.NONE).mesh();
            assertEquals(6 + 4 + 4, m.faceCount(), b.name());
        }
        // Only one of the two copied: it means what it meant.
        Document one = Edits.duplicateSteps(doc, id, List.of(both.get(1)));
        assertEquals(
                doc.body(id).entries().get(2).step(),
                one.body(id).entries().get(3).step());
    }

    private static List<String> groups(Document d, String id) {
        return d.body(id).entries().stream().map(Entry::group).toList();
    }

    @Test
    void groupsHoldTogether() {
        Document doc =
                Edits.addBody(Document.EMPTY, "Plate", Material.DEFAULT, new Box(10, 10, 2, 1, 1, 1, Seat.STANDING));
        String id = doc.bodies().getFirst().id();
        for (int i = 1; i <= 4; i++) doc = Edits.addStep(doc, id, i, new Move(new Vec3(i, 0, 0)));
        List<Long> ids = doc.body(id).entries().stream().map(Entry::id).toList();
        doc = Edits.setGroup(doc, id, List.of(ids.get(0), ids.get(2), ids.get(4)), " Vents ");
        assertEquals(List.of("", "", "Vents", "Vents", "Vents"), groups(doc, id), "the source stays outside");
        Document inside = Edits.addStep(doc, id, 3, new Move(Vec3.ZERO));
        assertEquals(List.of("", "", "Vents", "Vents", "Vents", "Vents"), groups(inside, id));
        Document behind = Edits.addStep(doc, id, 5, new Move(Vec3.ZERO));
        assertEquals("", groups(behind, id).getLast());
        Document out = Edits.moveStep(doc, id, ids.get(4), 1);
        assertEquals(List.of("", "", "", "Vents", "Vents"), groups(out, id));
        Document back = Edits.moveStep(out, id, ids.get(4), 3);
        assertEquals(List.of("", "", "Vents", "Vents", "Vents"), groups(back, id));
        Document within = Edits.moveStep(doc, id, ids.get(4), 2);
        assertEquals(List.of("", "", "Vents", "Vents", "Vents"), groups(within, id));
        Document none = Edits.setGroup(doc, id, ids, "");
        assertEquals(List.of("", "", "", "", ""), groups(none, id));
        Document copied = Edits.duplicateBody(doc, id);
        assertEquals(groups(doc, id), groups(copied, copied.bodies().getLast().id()));
    }
}
