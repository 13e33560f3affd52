package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Operands, operation and faults of a boolean in the window. */
class BooleansInTheWindowTest extends WindowDriver {
    private BooleanStep step(String body, int step) throws Exception {
        return (BooleanStep) body(body).entries().get(step - 1).step();
    }

    private void press(Node node, KeyCode... keys) throws Exception {
        fx(() -> {
            node.requestFocus();
            return null;
        });
        press(keys);
    }

    @Test
    void theOperationIsExchangedInPlace() throws Exception {
        open("Flange", 3);
        double cut = Measures.of(shown()).volume();
        ToggleButton union = (ToggleButton) shownNodes("toggle-button").stream()
                .filter(n -> ((ToggleButton) n).getText().equals("union"))
                .findFirst()
                .orElseThrow();
        fx(() -> {
            union.fire();
            return null;
        });
        settle();
        assertEquals(Operation.UNION, step("Flange", 3).operation());
        assertTrue(Measures.of(shown()).volume() > cut);
        command("Undo");
        assertEquals(cut, Measures.of(shown()).volume());
    }

    @Test
    void theOrderOfOperandsIsChangedByKeys() throws Exception {
        open("Flange", 3);
        List<String> before = step("Flange", 3).with().ids();
        press(shownNodes("chip").getFirst(), KeyCode.CONTROL, KeyCode.RIGHT);
        assertEquals(before.reversed(), step("Flange", 3).with().ids());
    }

    @Test
    void theOrderOfOperandsIsChangedByDragging() throws Exception {
        open("Flange", 3);
        List<String> before = step("Flange", 3).with().ids();
        Node name = shownNodes("chip-name").getFirst();
        drag(name, 120, 0);
        assertEquals(before.reversed(), step("Flange", 3).with().ids());
    }

    @Test
    void whatCutsAndWhatIsCutAreSwapped() throws Exception {
        open("Footing", 3);
        int steps = body("Footing").entries().size();
        fx(() -> {
            document.edit(
                    "Use one body",
                    d -> Edits.setValue(
                            d,
                            selected.body().id(),
                            selected.openEntry().id(),
                            "with",
                            Bodies.of(d.bodyNamed("Bore").id())));
            return null;
        });
        settle();
        command("Swap what cuts and what is cut");
        assertEquals("Bore", fx(() -> selected.body().name()));
        assertEquals(List.of(body("Footing").id()), step("Bore", 3).with().ids());
        assertEquals(steps - 1, body("Footing").entries().size());
    }

    @Test
    void aFaultIsShownAtItsPlaceAndTheLastGoodResultStays() throws Exception {
        open("Footing", 3);
        Mesh good = shown();
        // A ground too small to divide the footing.
        fx(() -> {
            Body ground = document.current().bodyNamed("Ground");
            document.edit(
                    "Shrink",
                    d -> Edits.setValue(
                            d, ground.id(), ground.entries().getFirst().id(), "width", 20.0));
            return null;
        });
        settle();
        StepResult r = fx(() -> results.result(
                selected.body().id(), selected.body().entries().get(2).id()));
        assertTrue(r.failed());
        String text = r.remarks().getLast().text();
        assertTrue(text.startsWith("Ground does not divide this body"), text);
        assertTrue(r.remarks().getLast().place() != null);
        assertTrue(good.sameAs(shown()), "the last good result stays");
        command("Undo");
        assertFalse(fx(() -> results.result(selected.body().id()).failed()));
    }

    @Test
    void cuttersAreGhostsOnlyWhileTheyMatter() throws Exception {
        open("Flange", 0);
        int before = fx(() -> window.view().shownBodies().size());
        open("Flange", 3);
        assertEquals(before + 2, fx(() -> window.view().shownBodies().size()));
        fx(() -> {
            document.edit("Hide", d -> Edits.setVisible(d, d.bodyNamed("Bore").id(), false));
            return null;
        });
        settle();
        assertEquals(before + 1, fx(() -> window.view().shownBodies().size()));
    }

    @Test
    void aBodyIsTakenApart() throws Exception {
        open("Ribs", 0);
        int bodies = document().bodies().size();
        command("Take apart into shells");
        assertEquals(bodies + 6, document().bodies().size());
        open("Hub", 0);
        command("Take apart into shells");
        assertEquals("Hub hangs together as one shell.", fx(messages::text));
        assertEquals(bodies + 6, document().bodies().size());
    }

    /** What a boolean says of its tool is said at the tool too, and done by one click at either. */
    @ParameterizedTest
    @ValueSource(strings = {"Ball", "Bore"})
    void aToolIsGivenTheSidesThatSuitWhatItCuts(String at) throws Exception {
        Document d =
                Edits.addBody(Document.EMPTY, "Bore", Material.DEFAULT, new Cylinder(14, 80, 32, 1, 0, Seat.CENTRED));
        d = Edits.addBody(d, "Ball", Material.DEFAULT, new UvSphere(40, 24, 16, Seat.CENTRED));
        String bore = d.bodyNamed("Bore").id();
        Document cut =
                Edits.addStep(d, d.bodyNamed("Ball").id(), 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of(bore)));
        fx(() -> {
            document.open(cut, "cut");
            selected.select(cut.bodyNamed(at).id());
            return null;
        });
        settle();
        assertEquals(1, shownNodes("remark-cure").size());
        clickText("remark-cure", "Give it 24 sides");
        assertEquals(24, ((Cylinder) body("Bore").entries().getFirst().step()).sides());
        assertTrue(shownNodes("remark-cure").isEmpty(), "nothing is left to be said");
        command("Undo");
        assertSame(cut, document());
    }
}
