package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Cylinder;

/** The drawer's fields, typed and clicked in the real window. */
class DrawerTest extends WindowDriver {
    private Entry opened() throws Exception {
        return fx(selected::openEntry);
    }

    private TextField field(String label) throws Exception {
        return shownNodes("number-field").stream()
                .map(TextField.class::cast)
                .filter(f -> label.equals(f.getAccessibleText()))
                .findFirst()
                .orElseThrow();
    }

    private void type(TextField field, String text) throws Exception {
        fx(() -> {
            field.requestFocus();
            field.setText(text);
            field.getOnAction().handle(null);
            return null;
        });
        settle();
    }

    @ParameterizedTest
    @CsvSource({"90, 90", "9 cm, 90", "3.5in, 88.9", "60+2*15, 90", "1/2 ft, 152.4", "0.09 m, 90"})
    void lengthsAreTypedWithUnitsAndArithmetic(String typed, double millimetres) throws Exception {
        open("Flange", 1);
        type(field("Diameter"), typed);
        assertEquals(millimetres, ((Cylinder) opened().step()).diameter(), 1e-9);
    }

    @ParameterizedTest
    @CsvSource({"-5", "twelve", "4 kg", "1/0", "''"})
    void whatIsNoLengthChangesNothingAndIsSaid(String typed) throws Exception {
        open("Flange", 1);
        double before = ((Cylinder) opened().step()).diameter();
        type(field("Diameter"), typed);
        assertEquals(before, ((Cylinder) opened().step()).diameter());
        assertTrue(fx(messages::isFault));
        assertFalse(fx(messages::text).isBlank());
        assertTrue(field("Diameter").getStyleClass().contains("wrong"));
        assertFalse(fx(document::canUndo));
    }

    @Test
    void eachPartOfAPlaceIsTypedAlone() throws Exception {
        fx(() -> {
            document.edit(
                    "Add",
                    d -> Edits.addStep(
                            d, selected.body().id(), 3, Steps.byType("move").createDefault()));
            selected.selectSteps(List.of(selected.body().entries().get(3).id()));
            return null;
        });
        settle();
        List<TextField> parts = shownNodes("number-field").stream()
                .map(TextField.class::cast)
                .filter(f -> f.getAccessibleText().equals("By")
                        || f.getAccessibleText().equals("Offset"))
                .toList();
        assertEquals(3, parts.size());
        for (int i = 0; i < 3; i++) type(parts.get(i), Integer.toString(10 * (i + 1)));
        Move m = (Move) opened().step();
        StepDescriptor d = StepDescriptor.of(m);
        Vec3 v = (Vec3) d.value(m, d.param(d.params().getFirst().name()));
        assertEquals(new Vec3(10, 20, 30), v);
    }

    @Test
    void aChoiceIsOneClick() throws Exception {
        open("Flange", 1);
        List<ToggleButton> before = choices();
        ToggleButton other =
                before.stream().filter(b -> !b.isSelected()).findFirst().orElseThrow();
        String text = other.getText();
        fx(() -> {
            other.fire();
            return null;
        });
        settle();
        assertEquals(
                List.of(text),
                choices().stream()
                        .filter(b -> b.isSelected() && b.getParent() == other.getParent())
                        .map(ToggleButton::getText)
                        .toList());
        assertTrue(fx(document::canUndo));
        command("Undo");
        assertFalse(other.isSelected());
    }

    /** The toggle buttons of the drawer, not those of the view. */
    private List<ToggleButton> choices() throws Exception {
        return fx(() -> stage.getScene().getRoot().lookupAll(".drawer .toggle-button").stream()
                .map(ToggleButton.class::cast)
                .toList());
    }

    @Test
    void aStepIsSwitchedOffAndANoteIsKept() throws Exception {
        open("Flange", 3);
        int with = shown().faceCount();
        CheckBox on = (CheckBox) fx(() -> stage.getScene().getRoot().lookupAll(".drawer .check-box").stream()
                .filter(n -> ((CheckBox) n).getText().equals("Carried out"))
                .findFirst()
                .orElseThrow());
        fx(() -> {
            on.fire();
            return null;
        });
        settle();
        assertFalse(opened().enabled());
        assertTrue(shown().faceCount() != with);
        TextArea note = (TextArea) fx(() -> stage.getScene().getRoot().lookup(".drawer .text-area"));
        fx(() -> {
            note.requestFocus();
            note.setText("The bolts of the older lamps are wider.");
            window.view().requestFocus();
            return null;
        });
        settle();
        assertEquals("The bolts of the older lamps are wider.", opened().note());
    }

    /** A bevel has no material of its own by itself, and the palette to give it one. */
    @Test
    void aBevelGetsItsMaterialFromThePalette() throws Exception {
        open("Battery chest", 2);
        unfoldDrawer();
        List<String> chips = shownNodes("material-chip").stream()
                .filter(WindowDriver::isSeen)
                .map(n -> ((ToggleButton) n).getText())
                .toList();
        assertEquals("as around", chips.getFirst());
        assertTrue(chips.size() > 2, chips.toString());
        ToggleButton second = (ToggleButton) shownNodes("material-chip").get(1);
        fx(() -> {
            second.fire();
            return null;
        });
        settle();
        assertEquals(second.getText(), ((Bevel) opened().step()).material());
    }

    @Test
    void everyStepHasADrawerWithAFieldAndAHelpForEachSetting() throws Exception {
        for (StepDescriptor d : Steps.ALL) {
            if (d.type().equals("imported-mesh")) continue;
            fx(() -> {
                String body = selected.body().id();
                document.edit(
                        "Add",
                        doc -> d.family() == org.modeststack.steps.Family.SOURCE
                                ? Edits.replaceSource(doc, body, d.createDefault())
                                : Edits.addStep(doc, body, 1, d.createDefault()));
                int at = d.family() == org.modeststack.steps.Family.SOURCE ? 0 : 1;
                selected.selectSteps(List.of(selected.body().entries().get(at).id()));
                return null;
            });
            List<Node> labels = shownNodes("field-label");
            List<String> texts = new ArrayList<>(
                    labels.stream().map(n -> ((Label) n).getText()).toList());
            // What is on or off carries its label itself.
            for (Node n : stage.getScene().getRoot().lookupAll(".drawer .check-box"))
                texts.add(((CheckBox) n).getText());
            for (var p : d.params()) assertTrue(texts.contains(p.label()), d.type() + ": " + p.label());
            fx(() -> {
                document.undo();
                return null;
            });
        }
        settle();
    }

    /** Where a number has natural limits one looks through it by a slider; a drag of it is one step of history. */
    @Test
    void aNumberWithNaturalLimitsHasASlider() throws Exception {
        open("Lamp housing", 2);
        unfoldDrawer();
        Slider levels = (Slider) shownNodes("slider").stream()
                .filter(n -> isSeen(n) && n.getAccessibleText().equals("Levels"))
                .findFirst()
                .orElseThrow();
        assertEquals(3, fx(levels::getValue));
        fx(() -> {
            for (double to : new double[] {2.4, 1.2, 0.9}) levels.setValue(to);
            return null;
        });
        settle();
        StepDescriptor d = StepDescriptor.of(Subdivide.class);
        Step now = body("Lamp housing").entries().get(1).step();
        assertEquals(1, d.value(now, d.param("levels")));
        command("Undo");
        assertEquals(3, d.value(body("Lamp housing").entries().get(1).step(), d.param("levels")), "one drag, one undo");
        assertEquals(3, fx(levels::getValue));
        // What has no end in sight has none.
        open("Flange", 1);
        unfoldDrawer();
        assertTrue(shownNodes("slider").stream()
                .noneMatch(n -> isSeen(n) && n.getAccessibleText().equals("Diameter")));
    }

    /** An editor that has the focus is asked once more when another step takes its place: that one is not changed by it. */
    @ParameterizedTest
    @CsvSource({"material, 17", "turn, 30"})
    void anEditorChangesItsOwnStepOnly(String other, int id) throws Exception {
        AtomicReference<Throwable> uncaught = new AtomicReference<>();
        openSecondStep(block("turn", 17));
        settle();
        TextField field = (TextField) shownNodes("number-field").stream()
                .filter(WindowDriver::isSeen)
                .findFirst()
                .orElseThrow();
        fx(() -> {
            Thread.currentThread().setUncaughtExceptionHandler((_, e) -> uncaught.set(e));
            field.requestFocus();
            field.setText("33");
            return null;
        });
        assertTrue(fx(field::isFocused));
        Document another = block(other, id);
        openSecondStep(another);
        settle();
        assertFalse(fx(field::isFocused));
        assertEquals(null, uncaught.get());
        assertEquals(another, document());
    }

    /** @param nextId so that ids are the same or differ */
    private static Document block(String second, int nextId) {
        Document d = Edits.addBody(
                Document.EMPTY.withNextId(nextId),
                "Block",
                Material.DEFAULT,
                Steps.byType("box").createDefault());
        return Edits.addStep(
                d, d.bodies().getFirst().id(), 1, Steps.byType(second).createDefault());
    }

    private void openSecondStep(Document d) throws Exception {
        fx(() -> {
            document.open(d, "a document");
            Body b = document.current().bodies().getFirst();
            selected.select(b.id());
            selected.selectSteps(List.of(b.entries().get(1).id()));
            return null;
        });
    }
}
