package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.event.Event;
import javafx.geometry.Orientation;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.text.Text;
import javafx.stage.PopupWindow;
import javafx.stage.Window;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.app.state.PickState;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** What the sentence of a step calls what was picked for it by hand. The body is a plate with a circle of six bolt holes. */
class NamesOfPicksInTheWindowTest extends WindowDriver {
    @BeforeEach
    void plate() throws Exception {
        Document d =
                Edits.addBody(Document.EMPTY, "Bolts", Material.DEFAULT, new Cylinder(8, 40, 24, 1, 0, Seat.CENTRED));
        d = Edits.addStep(d, "b1", 1, new Move(new Vec3(28, 0, 0)));
        d = Edits.addStep(d, "b1", 2, new RoundArray(6, Axis.Z, 360, Vec3.ZERO, 0, 0));
        d = Edits.addBody(d, "Plate", Material.DEFAULT, new Box(80, 80, 10, 1, 1, 1, Seat.STANDING));
        String plate = d.bodies().getLast().id();
        d = Edits.addStep(d, plate, 1, new BooleanStep(Operation.DIFFERENCE, Bodies.of("b1")));
        Document made = d;
        fx(() -> {
            document.open(made, "Plate");
            selected.select(plate);
            return null;
        });
        settle();
    }

    private void pick(String what) throws Exception {
        Mesh mesh = shown();
        fx(() -> {
            Pick p = PickText.parse(what);
            picks.setKind(p.kind());
            picks.join(p.on(mesh).selection(), PickState.How.ALONE);
            return null;
        });
        settle();
    }

    private String sentence() throws Exception {
        return ((Text) shownNodes("sentence-pick").getLast()).getText();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // The third of six stands at 120 degrees.
                "edges: inside -19 19 9.9 -9 29 10.1" + "| where the wall of Bolts, copy 3, meets the top",
                "faces: inside -19 19 -0.1 -9 29 10.1 | the wall of Bolts, copy 3",
                "faces: facing 0 0 1 1 | the top",
                "faces: facing -1 0 0 1; within inside -41 -41 -1 -39 41 11 | the left side",
                "edges: inside 39.9 -41 9.9 40.1 41 10.1 | where the top meets the right side",
            })
    void itIsNamedAfterWhatItIsTheWholeOf(String what, String name) throws Exception {
        pick(what);
        command(what.startsWith("edges") ? "Bevel" : "Extrude");
        assertTrue(sentence().endsWith(", " + name), sentence());
    }

    @Test
    void theNameIsThatOfTheBodyNow() throws Exception {
        pick("faces: inside -19 19 -0.1 -9 29 10.1");
        command("Extrude");
        fx(() -> {
            document.edit("Rename", d -> Edits.renameBody(d, "b1", "Anchor bolts"));
            return null;
        });
        settle();
        assertEquals("24 picked faces, the wall of Anchor bolts, copy 3", sentence());
    }

    @Test
    void itCanBeMeantAsNoMoreThanItIs() throws Exception {
        pick("faces: inside -19 19 -0.1 -9 29 10.1");
        command("Extrude");
        assertTrue(hand().isTogether());
        meaning("Just these, one by one");
        assertFalse(hand().isTogether());
        assertEquals("24 picked faces", sentence());
        meaning("As a whole, in however many faces it lies");
        assertTrue(hand().isTogether());
        assertEquals("24 picked faces, the wall of Bolts, copy 3", sentence());
    }

    /** However long its words, a chip makes the drawer no wider than it is. */
    @Test
    void aLongNameDoesNotWidenTheDrawer() throws Exception {
        pick("edges: inside -19 19 9.9 -9 29 10.1");
        command("Bevel");
        assertTrue(shownNodes("scroll-bar").stream()
                .noneMatch(bar -> ((ScrollBar) bar).getOrientation() == Orientation.HORIZONTAL));
    }

    private Rule.Hand hand() throws Exception {
        Pick p = Pick.in(fx(selected::openEntry).step()).getFirst();
        assertEquals(ElementKind.FACE, p.kind());
        return (Rule.Hand) ((Term.Where) p.terms().getFirst()).rule();
    }

    private void meaning(String text) throws Exception {
        Label chip = (Label) shownNodes("pick-chip-live").getFirst();
        fx(() -> {
            Event.fireEvent(chip, mouse(MouseEvent.MOUSE_CLICKED, chip, 2, 2, MouseButton.PRIMARY));
            List<MenuItem> items = Window.getWindows().stream()
                    .filter(PopupWindow.class::isInstance)
                    .filter(ContextMenu.class::isInstance)
                    .flatMap(w -> ((ContextMenu) w).getItems().stream())
                    .toList();
            items.stream()
                    .filter(i -> text.equals(i.getText()))
                    .findFirst()
                    .orElseThrow()
                    .fire();
            return null;
        });
        settle();
    }
}
