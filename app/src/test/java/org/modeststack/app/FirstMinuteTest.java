package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Vec3;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.bevel.Bevel;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** What somebody sees who is new, and what somebody with long stacks sees. */
@Timeout(120)
class FirstMinuteTest extends WindowDriver {
    private String firstSteps() throws Exception {
        return fx(() -> {
            Node card = stage.getScene().lookup(".first-steps");
            return card.isVisible() ? ((Label) card.lookup(".first-steps-title")).getText() : "";
        });
    }

    @Test
    void makeCutAndRoundAreLedThrough() throws Exception {
        assertEquals("", firstSteps(), "who opens a document knows");
        fx(() -> {
            document.open(Document.EMPTY, "New");
            return null;
        });
        settleWholly();
        List<Node> solids = shownNodes("solid-button");
        assertEquals(8, solids.size());
        for (Node n : solids)
            assertTrue(((ImageView) ((Button) n).getGraphic()).getImage() != null, ((Button) n).getText());
        fx(() -> {
            ((Button) solids.getFirst()).fire();
            return null;
        });
        settle();
        assertEquals("1 of 3 done · now cut", firstSteps());
        command("New cylinder");
        fx(() -> {
            selected.choose(
                    document.current().bodies().stream().map(b -> b.id()).toList());
            // Onto each other, as if dragged there.
            String second = document.current().bodies().get(1).id();
            document.edit(
                    "Back",
                    d -> Edits.setValue(
                            d, second, d.bodyOf(second).entries().get(1).id(), "by", new Vec3(10, 0, 0)));
            return null;
        });
        settle();
        command("Cut the others away");
        assertEquals("2 of 3 done · now round", firstSteps());
        command("Bevel");
        assertTrue(fx(() -> selected.openEntry().step() instanceof Bevel));
        assertTrue(fx(() -> selected.body().entries().get(1).step() instanceof BooleanStep));
        assertEquals("Make, cut, round: done", firstSteps());
        fx(() -> {
            ((Button) stage.getScene().lookup(".first-steps .drawer-close")).fire();
            return null;
        });
        settle();
        assertEquals("", firstSteps());
        fx(() -> {
            document.open(Document.EMPTY, "Newer");
            return null;
        });
        command("New box");
        assertEquals("", firstSteps(), "it has gone for good");
    }

    private static boolean isCompact(Node row) {
        return row.getPseudoClassStates().contains(PseudoClass.getPseudoClass("compact"));
    }

    @Test
    void longStacksTakeALineAStepAndCanBeSearched() throws Exception {
        Document d =
                Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
        for (int i = 1; i <= 30; i++) d = Edits.addStep(d, d.bodies().getFirst().id(), i, new Move(new Vec3(i, 0, 0)));
        Document longOne = d;
        fx(() -> {
            document.open(longOne, "Long");
            return null;
        });
        settleWholly();
        List<Node> rows = shownNodes("step-row");
        assertEquals(31, rows.size());
        assertTrue(rows.stream().allMatch(FirstMinuteTest::isCompact));
        double height = fx(() -> rows.getFirst().getBoundsInParent().getHeight());
        assertTrue(height < 32, "one line: " + height);
        long open = longOne.bodies().getFirst().entries().get(7).id();
        fx(() -> {
            selected.selectSteps(List.of(open));
            return null;
        });
        settleWholly();
        assertEquals(
                1, shownNodes("step-row").stream().filter(n -> !isCompact(n)).count(), "the open one");
        fx(() -> {
            ((TextField) stage.getScene().lookup(".instructions-head .find-body")).setText("by 17 mm");
            return null;
        });
        settleWholly();
        assertEquals(1, shownNodes("step-row").size());
        fx(() -> {
            ((TextField) stage.getScene().lookup(".instructions-head .find-body")).clear();
            return null;
        });
        command("Steps in one line each");
        assertFalse(shownNodes("step-row").stream().anyMatch(FirstMinuteTest::isCompact));
    }

    @Test
    void stepsAreMovedTogether() throws Exception {
        Document d =
                Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, new Box(10, 10, 10, 1, 1, 1, Seat.STANDING));
        String id = d.bodies().getFirst().id();
        for (int i = 1; i <= 5; i++) d = Edits.addStep(d, id, i, new Move(new Vec3(i, 0, 0)));
        var e = d.bodyOf(id).entries();
        Document moved = Edits.moveSteps(d, id, List.of(e.get(1).id(), e.get(3).id()), 6);
        assertEquals(
                List.of(e.get(0), e.get(2), e.get(4), e.get(5), e.get(1), e.get(3)),
                moved.bodyOf(id).entries());
        Document back =
                Edits.moveSteps(moved, id, List.of(e.get(0).id(), e.get(3).id()), 0);
        assertEquals(e.get(0), back.bodyOf(id).entries().getFirst(), "the source stays first");
        assertEquals(e.get(3), back.bodyOf(id).entries().get(1));
    }
}
