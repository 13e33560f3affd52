package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.measure.Health;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;
import org.modeststack.steps.tidy.Tidy;

/** What spoils a smooth surface is said at the step, and one click does something about it. */
@Timeout(60)
class SmoothingAdviceInTheWindowTest extends WindowDriver {
    private static final Box BOX = new Box(40, 40, 40, 1, 1, 1, Seat.STANDING);

    private void show(Document d) throws Exception {
        fx(() -> {
            document.open(d, "Advice");
            selected.select(document.current().bodyNamed("Block").id());
            return null;
        });
        settle();
    }

    private List<String> types() throws Exception {
        return body("Block").entries().stream()
                .map(e -> StepDescriptor.of(e.step()).type())
                .toList();
    }

    @Test
    void facesThatWouldPinchAreDividedFirst() throws Exception {
        Document d = Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, BOX);
        d = Edits.addBody(d, "Bore", Material.DEFAULT, new Cylinder(20, 90, 16, 1, 0, Seat.CENTRED));
        String block = d.bodyNamed("Block").id(), bore = d.bodyNamed("Bore").id();
        d = Edits.addStep(d, block, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bore)));
        show(Edits.addStep(d, block, 2, new Subdivide(1)));
        clickText("remark-cure", "Divide faces first");
        assertEquals(List.of("box", "boolean", "divide-faces", "subdivide"), types());
        assertTrue(Health.of(shown()).isClosed());
        assertTrue(shownNodes("remark-cure").isEmpty(), "nothing is left to say");
    }

    @Test
    void aBevelThatFindsNoEdgeMovesAboveTheSmoothing() throws Exception {
        Document d = Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, BOX);
        String block = d.bodyNamed("Block").id();
        d = Edits.addStep(d, block, 1, new Subdivide(3));
        StepDescriptor bevel = StepDescriptor.of(Bevel.class);
        Step sharp = bevel.with(
                bevel.with(bevel.createDefault(), "where", Pick.of(ElementKind.EDGE, new Rule.Sharper(5))),
                "sharperThan",
                30.0);
        show(Edits.addStep(d, block, 2, sharp));
        double before = shown().faceCount();
        clickText("remark-cure", "Bevel before the smoothing");
        assertEquals(List.of("box", "bevel", "subdivide"), types());
        assertTrue(shown().faceCount() > before, "there were edges to bevel");
    }

    @Test
    void aCoarseBallIsSubdividedBeforeTheCutAndItsHoleGetsMoreSides() throws Exception {
        Document d = Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, new UvSphere(80, 32, 16, Seat.CENTRED));
        d = Edits.addBody(d, "Bore", Material.DEFAULT, new Cylinder(14, 200, 24, 1, 0, Seat.CENTRED));
        String block = d.bodyNamed("Block").id(), bore = d.bodyNamed("Bore").id();
        d = Edits.addStep(d, block, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bore)));
        d = Edits.addStep(d, block, 2, StepDescriptor.of(Tidy.class).createDefault());
        show(Edits.addStep(d, block, 3, new Subdivide(2)));
        clickText("remark-cure", "Subdivide before the cut");
        assertEquals(List.of("uv-sphere", "subdivide", "boolean", "tidy-rim", "subdivide"), types());
        assertEquals(new Subdivide(2), body("Block").entries().get(1).step());
        assertEquals(new Subdivide(1), body("Block").entries().get(4).step());
        clickText("remark-cure", "Give Bore 96 sides");
        assertEquals(
                new Cylinder(14, 200, 96, 1, 0, Seat.CENTRED),
                body("Bore").entries().getFirst().step());
        assertTrue(Health.of(shown()).isClosed());
        assertTrue(
                shownNodes("remark-cure").stream()
                        .noneMatch(n -> ((Labeled) n).getText().contains("sides")),
                "nothing is left to say of facets");
        fx(() -> {
            document.undo();
            document.undo();
            return null;
        });
        settle();
        assertEquals(List.of("uv-sphere", "boolean", "tidy-rim", "subdivide"), types());
    }

    @Test
    void aHeldStepSaysThatItIsOutOfDateAndComesUpToDateByOneClick() throws Exception {
        Document d = Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, BOX);
        String block = d.bodyNamed("Block").id();
        show(Edits.addStep(d, block, 1, new Subdivide(2)));
        fx(() -> {
            selected.selectSteps(List.of(selected.body().entries().get(1).id()));
            return null;
        });
        press(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.H);
        settle();
        assertTrue(body("Block").entries().get(1).held());
        fx(() -> {
            document.edit(
                    "Change",
                    x -> Edits.setValue(
                            x, block, x.bodyOf(block).entries().get(1).id(), "levels", 4));
            return null;
        });
        settle();
        assertEquals(96, shown().faceCount());
        clickText("remark-cure", "Carry it out now");
        assertEquals(1536, shown().faceCount());
        assertTrue(shownNodes("remark-cure").isEmpty());
    }
}
