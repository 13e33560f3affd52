package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Body;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Picked;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What is picked by hand in steps that are copied means the same named things on the other body. */
class StepCopiesTest extends OneBody {
    private static final Vec3 UP = new Vec3(0, 0, 1);

    @BeforeEach
    void block() {
        start(new Box(60, 40, 30, 2, 2, 1, Seat.CENTRED));
    }

    /** The faces of the present mesh that look one way. */
    private static Selection facing(Mesh m, Vec3 way) {
        int[] found = IntStream.range(0, m.faceCount())
                .filter(f -> FaceFrames.of(m).normal(f).dot(way) > 0.9)
                .toArray();
        return Selection.of(ElementKind.FACE, found);
    }

    private String other(Step... steps) {
        d = Edits.addBody(d, "B", Material.DEFAULT, steps[0]);
        String id = d.bodies().getLast().id();
        for (int i = 1; i < steps.length; i++) d = Edits.addStep(d, id, i, steps[i]);
        return id;
    }

    private BooleanStep bore(double radius) {
        return new BooleanStep(Operation.DIFFERENCE, Bodies.of(other(cylinder(2 * radius, 80))));
    }

    /** Copies the last step, which raises what is picked, and gives what its copy picks. */
    private Picked copied(Selection picked, String to) throws StepException {
        add(raise(Pick.hand(mesh(), picked)));
        Entry last = d.body(a).entries().getLast();
        d = StepCopies.copy(d, a, List.of(last.id()), to, evaluator);
        Body b = d.bodyOf(to);
        Entry copy = b.entries().getLast();
        assertNotEquals(last.id(), copy.id());
        BodyResult r = evaluator.evaluate(d, to, Progress.NONE);
        Picked p = ((Extrude) copy.step())
                .faces()
                .on(r.steps().get(b.entries().size() - 2).mesh());
        boolean said = r.steps().getLast().remarks().stream()
                .anyMatch(m -> m.level() == Remark.Level.REMARK && m.text().contains("lost"));
        assertEquals(p.lost() > 0, said);
        return p;
    }

    private static Step raise(Pick faces) {
        StepDescriptor extrude = Steps.byType("extrude");
        return extrude.with(extrude.createDefault(), "faces", faces);
    }

    private static Step cylinder(double diameter, double height) {
        StepDescriptor bar = Steps.byType("cylinder");
        Step s = bar.with(bar.createDefault(), "diameter", diameter);
        return bar.with(bar.with(s, "height", height), "sides", 16);
    }

    @Test
    void theTopOfABoxIsTheTopOfAnother() throws StepException {
        String to = other(new Box(10, 90, 5, 3, 1, 2, Seat.STANDING), new Move(new Vec3(200, 0, 0)));
        Picked p = copied(facing(mesh(), UP), to);
        assertEquals(
                facing(evaluator.evaluate(d, to, Progress.NONE).steps().get(1).mesh(), UP), p.selection());
        assertEquals(0, p.lost());
    }

    @Test
    void whatAnotherKindOfBodyDoesNotHaveIsLost() throws StepException {
        String to = other(cylinder(60, 30));
        Picked p = copied(facing(mesh(), UP), to);
        assertTrue(p.selection().isEmpty());
        assertEquals(p.wanted(), p.lost());
        assertEquals(p.wanted(), p.ghosts().size());
    }

    @Test
    void theWallOfABoreIsThatOfTheOtherBodysBore() throws StepException {
        add(bore(6));
        BooleanStep bored = bore(11);
        String to = other(new Box(80, 80, 8, 1, 1, 1, Seat.CENTRED), bored);
        Mesh m = mesh();
        int[] wall = IntStream.range(0, m.faceCount())
                .filter(f -> Math.hypot(
                                FaceFrames.of(m).middle(f).x(),
                                FaceFrames.of(m).middle(f).y())
                        < 6.1)
                .filter(f -> Math.abs(FaceFrames.of(m).normal(f).z()) < 0.1)
                .toArray();
        Picked p = copied(Selection.of(ElementKind.FACE, wall), to);
        assertEquals(16, p.selection().size());
        assertEquals(0, p.lost());
        Mesh on = evaluator.evaluate(d, to, Progress.NONE).steps().get(1).mesh();
        p.selection().elements().stream()
                .forEach(f -> assertTrue(Math.hypot(
                                FaceFrames.of(on).middle(f).x(),
                                FaceFrames.of(on).middle(f).y())
                        < 11.1));
    }

    @Test
    void aStepThatWouldUseItsOwnBodyIsRefusedInWords() {
        String tool = other(cylinder(20, 80));
        add(new BooleanStep(Operation.DIFFERENCE, Bodies.of(tool)));
        long id = d.body(a).entries().getLast().id();
        StepException e = assertThrows(StepException.class, () -> StepCopies.copy(d, a, List.of(id), tool, evaluator));
        assertEquals("B cannot be combined with itself.", e.getMessage());
    }

    @Test
    void stepsWithoutHandPicksAreCopiedAsTheyAre() throws StepException {
        add(raise(pick("faces: facing 0 0 1 10")));
        String to = other(cylinder(60, 30));
        long id = d.body(a).entries().getLast().id();
        assertEquals(Edits.copySteps(d, a, List.of(id), to), StepCopies.copy(d, a, List.of(id), to, evaluator));
    }
}
