package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.StepDescriptor;

/** What is wrong with a mesh is seen in the ledger, picked from there and mended. */
@Timeout(60)
class MendInTheWindowTest extends WindowDriver {
    /** A cube without one side and with another turned inwards, of loose faces but for that. */
    private static Mesh broken() {
        double[] xyz = {0, 0, 0, 9, 0, 0, 9, 9, 0, 0, 9, 0, 0, 0, 9, 9, 0, 9, 9, 9, 9, 0, 9, 9};
        return MeshFixtures.faces(
                xyz, new int[][] {{3, 2, 1, 0}, {0, 1, 5, 4}, {1, 2, 6, 5}, {2, 3, 7, 6}, {7, 4, 0, 3}});
    }

    private void showBroken() throws Exception {
        fx(() -> {
            document.edit("Import", d -> Edits.importMesh(d, "Broken", "broken.obj", broken(), Materials.NONE));
            selected.select(document.current().bodyNamed("Broken").id());
            return null;
        });
        settle();
        assertEquals("Ledger: 2 kinds of fault ▴", foldText());
        press(KeyCode.CONTROL, KeyCode.L);
        settle();
        assertEquals("Ledger ▾", foldText());
    }

    /** What the button says that folds the ledger. */
    private String foldText() throws Exception {
        for (Node n : shownNodes("ledger-fold"))
            if (n instanceof Button b && b.getText().startsWith("Ledger")) return b.getText();
        throw new AssertionError("no fold");
    }

    private List<String> texts(String style) throws Exception {
        return shownNodes(style).stream()
                .filter(Label.class::isInstance)
                .map(n -> ((Label) n).getText())
                .toList();
    }

    private Button button(String text) throws Exception {
        for (Node n : shownNodes("fault-button"))
            if (n instanceof Button b && b.getText().equals(text)) return b;
        throw new AssertionError("no button " + text);
    }

    private void click(Button button) throws Exception {
        fx(() -> {
            button.fire();
            return null;
        });
        settle();
    }

    @Test
    void whatIsWrongIsListedPickedAndMended() throws Exception {
        showBroken();
        assertTrue(texts("ledger-remark").contains("▲ 4 open border edges, in one piece"), texts("ledger-remark") + "");
        click(button("Pick"));
        assertEquals(4, fx(() -> picks.selection().size()));
        assertEquals(ElementKind.EDGE, fx(picks::kind));
        click(button("Mend"));
        Body mended = body("Broken");
        assertTrue(mended.entries().size() > 2, "steps were added");
        assertTrue(Closure.of(shown()).isClosed());
        assertEquals(729, Measures.of(shown()).volume(), 1e-9);
        assertTrue(fx(messages::text).startsWith("Mended: "), fx(messages::text));
        assertTrue(texts("ledger-head").contains("Nothing is wrong"), texts("ledger-head") + "");
        command("Undo");
        assertEquals(1, body("Broken").entries().size(), "one step of history");
    }

    @Test
    void withoutABodyNothingIsLookedFor() throws Exception {
        fx(() -> {
            document.open(Document.EMPTY, "Untitled");
            return null;
        });
        press(KeyCode.CONTROL, KeyCode.L);
        settle();
        assertFalse(
                texts("ledger-head").contains("Looking for faults …"),
                texts("ledger-head").toString());
        fx(() -> {
            document.edit("Import", d -> Edits.importMesh(d, "Broken", "broken.obj", broken(), Materials.NONE));
            selected.select(document.current().bodyNamed("Broken").id());
            return null;
        });
        settle();
        assertTrue(
                texts("ledger-head").contains("What is wrong"),
                texts("ledger-head").toString());
    }

    @Test
    void faultsAreShownOneByOne() throws Exception {
        showBroken();
        List<Vec3> seen = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            click(button("Next"));
            assertEquals(1, fx(() -> picks.selection().size()), "one edge alone");
            assertEquals((i % 4 + 1) + " of 4 open border edges, in one piece.", fx(messages::text));
            seen.add(fx(() -> viewState.camera().target()));
        }
        assertEquals(4, new HashSet<>(seen).size(), "at each of the four");
        assertEquals(seen.get(0), seen.get(4), "and round again");
    }

    @Test
    void aStepThatCuresIsAddedWithAClick() throws Exception {
        showBroken();
        click(button("+ Turn faces one way"));
        assertEquals(
                "turn-faces-one-way",
                StepDescriptor.of(body("Broken").entries().getLast().step()).type());
        assertEquals(0, Closure.of(shown()).turned());
        assertFalse(texts("ledger-remark").stream().anyMatch(t -> t.contains("turned against")));
    }

    @Test
    void aSoundMeshSaysSo() throws Exception {
        press(KeyCode.CONTROL, KeyCode.L);
        open("Flange", 0);
        command("Mend");
        assertEquals("Nothing is wrong.", fx(messages::text));
    }
}
