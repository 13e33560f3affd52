package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.app.instructions.GroupRow;
import org.modeststack.app.instructions.InstructionsPane;
import org.modeststack.app.instructions.StepRow;
import org.modeststack.stack.Body;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.catalog.Steps;

/** The steps of a body as rows, and what mouse and keys do to them. */
class InstructionsTest extends WindowDriver {
    private void clickRow(int step, KeyCode... held) throws Exception {
        long id = fx(() -> selected.body().entries().get(step - 1).id());
        StepRow row = fx(() -> window.instructions().row(id));
        mouse(row, 14, row.getHeight() - 6, MouseButton.PRIMARY, 0, 0, held);
    }

    private Set<Long> selected() throws Exception {
        return fx(selected::steps);
    }

    private long id(int step) throws Exception {
        return flange().entries().get(step - 1).id();
    }

    @Test
    void clicksSelectOneSeveralAndARange() throws Exception {
        clickRow(1);
        assertEquals(Set.of(id(1)), selected());
        assertNotNull(fx(selected::openEntry), "one step opens its drawer");
        clickRow(3, KeyCode.CONTROL);
        assertEquals(Set.of(id(1), id(3)), selected());
        assertEquals(null, fx(selected::openEntry), "several have none");
        clickRow(3, KeyCode.CONTROL);
        assertEquals(Set.of(id(1)), selected());
        clickRow(3, KeyCode.SHIFT);
        assertEquals(Set.of(id(1), id(2), id(3)), selected());
    }

    @Test
    void theSourceStaysFirst() throws Exception {
        open("Flange", 1);
        press(KeyCode.ALT, KeyCode.SHIFT, KeyCode.DOWN);
        long source = id(1);
        drag(fx(() -> window.instructions().row(source).grip()), 0, 160);
        assertEquals(source, id(1));
        assertTrue(fx(messages::text).contains("source"), fx(messages::text));
    }

    @Test
    void aRowSaysItsStepNumbersAndFaults() throws Exception {
        open("Flange", 0);
        long second = id(2);
        fx(() -> {
            document.edit("Rename", d -> Edits.renameStep(d, selected.body().id(), second, "Bolt circle"));
            return null;
        });
        settle();
        List<String> names =
                shownNodes("step-name").stream().map(n -> ((Label) n).getText()).toList();
        assertTrue(names.contains("Bolt circle"), names.toString());
        for (int i = 1; i <= flange().entries().size(); i++) {
            long id = id(i);
            String says = fx(() -> window.instructions().row(id).getAccessibleText());
            assertTrue(says.startsWith("Step " + i + ", "), says);
        }
    }

    @Test
    void fortyStepsScrollAndTheNewestIsReached() throws Exception {
        fx(() -> {
            String body = selected.body().id();
            for (int i = 0; i < 40; i++) {
                document.edit(
                        "Add",
                        d -> Edits.addStep(d, body, 1, Steps.byType("move").createDefault()));
            }
            return null;
        });
        settle();
        Body b = flange();
        assertEquals(43, b.entries().size());
        for (Entry e : b.entries()) assertNotNull(fx(() -> window.instructions().row(e.id())));
        ScrollPane scroll = (ScrollPane) fx(() -> stage.getScene().getRoot().lookup(".instructions .scroll-pane"));
        assertTrue(fx(() -> scroll.getContent().getBoundsInLocal().getHeight()
                > scroll.getViewportBounds().getHeight()));
        assertFalse(
                fx(() -> scroll.getContent().getBoundsInLocal().getWidth()
                        > scroll.getViewportBounds().getWidth() + 1),
                "nothing is cut off at the side");
    }

    @Test
    void duplicatesAndDeletionsAreOneEditEach() throws Exception {
        open("Flange", 2);
        press(KeyCode.CONTROL, KeyCode.D);
        assertEquals(4, flange().entries().size());
        assertEquals(flange().entries().get(1).step(), flange().entries().get(2).step());
        command("Undo");
        assertEquals(3, flange().entries().size());
        open("Flange", 2);
        press(KeyCode.DELETE);
        assertEquals(2, flange().entries().size());
        command("Undo");
        assertEquals(3, flange().entries().size());
    }

    @Test
    void aGroupReadsAsOneLine() throws Exception {
        fx(() -> {
            Body b = selected.body();
            List<Long> ids = b.entries().stream().skip(1).map(Entry::id).toList();
            document.edit("Group", d -> Edits.setGroup(d, b.id(), ids, "Ribs and holes"));
            return null;
        });
        settle();
        GroupRow line = (GroupRow) shownNodes("group-row").getFirst();
        assertEquals("Group Ribs and holes, steps 2–3", line.getAccessibleText());
        assertEquals(3, shownNodes("step-row").size());
        Label sign = (Label) shownNodes("group-sign").getFirst();
        mouse(sign, 3, 3, MouseButton.PRIMARY, 0, 0);
        assertEquals(1, shownNodes("step-row").size());
        assertEquals("Group Ribs and holes, steps 2–3, folded", line.getAccessibleText());
        mouse(line, 60, 10, MouseButton.PRIMARY, 0, 0);
        assertEquals(Set.of(id(2), id(3)), selected());
        // Where the marker line runs through it, it is open.
        press(KeyCode.ALT, KeyCode.UP);
        assertEquals(3, shownNodes("step-row").size());
        press(KeyCode.ALT, KeyCode.DOWN);
        assertEquals(1, shownNodes("step-row").size());
        command("Take steps out of their group");
        assertTrue(shownNodes("group-row").isEmpty());
        assertEquals(3, shownNodes("step-row").size());
    }

    @ParameterizedTest
    @CsvSource({"0.04, 0.0 mm³", "999.96, 1000.0 mm³", "1000, 1.0 cm³", "2500000, '2 500.0 cm³'", "-12345, -12.3 cm³"})
    void volumesAreSaidInTheUnitThatReadsBest(double mm3, String text) {
        assertEquals(text, InstructionsPane.volume(mm3));
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "999, 999", "1000, 1 000", "1234567, 1 234 567"})
    void countsAreGroupedByThousands(long n, String text) {
        assertEquals(text, Numbers.count(n));
    }
}
