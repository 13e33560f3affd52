package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.modeststack.app.command.Command;
import org.modeststack.app.command.Commands;
import org.modeststack.app.command.KeyTable;
import org.modeststack.app.instructions.Sentence;
import org.modeststack.app.ui.LiveValue;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.source.Cylinder;

/** What can be done without a mouse, and what the window says of itself. */
class KeyboardTest extends WindowDriver {
    @Test
    void bodiesAndStepsAreReachedByKeys() throws Exception {
        press(KeyCode.CONTROL, KeyCode.PAGE_DOWN);
        assertEquals("Lamp housing", fx(() -> selected.body().name()));
        press(KeyCode.CONTROL, KeyCode.PAGE_UP);
        assertEquals("Flange", fx(() -> selected.body().name()));
        press(KeyCode.CONTROL, KeyCode.PAGE_UP);
        assertEquals("Flange", fx(() -> selected.body().name()), "the first stays");
        press(KeyCode.CONTROL, KeyCode.DOWN);
        assertEquals(flange().entries().getFirst(), fx(selected::openEntry));
        press(KeyCode.CONTROL, KeyCode.DOWN);
        assertEquals(flange().entries().get(1), fx(selected::openEntry));
        press(KeyCode.CONTROL, KeyCode.UP);
        assertEquals(flange().entries().getFirst(), fx(selected::openEntry));
        press(KeyCode.ESCAPE);
        assertNull(fx(selected::openEntry));
    }

    @Test
    void aNumberIsChangedAndTypedByKeys() throws Exception {
        LiveValue value = fx(() -> window.instructions()
                .row(selected.body().entries().getFirst().id())
                .sentence()
                .liveValue("height"));
        fx(() -> {
            value.requestFocus();
            return null;
        });
        press(KeyCode.UP);
        double height = ((Cylinder) flange().entries().getFirst().step()).height();
        assertTrue(height > 14, "height " + height);
        press(KeyCode.ENTER);
        for (KeyCode k : new KeyCode[] {KeyCode.DIGIT2, KeyCode.DIGIT0}) press(k);
        press(KeyCode.ENTER);
        assertEquals(20, ((Cylinder) flange().entries().getFirst().step()).height());
    }

    @Test
    void aPickInASentenceIsPickedAnewByKeys() throws Exception {
        open("Door", 3);
        Entry step = body("Door").entries().get(2);
        Node pick = shownNodes("sentence-pick").stream()
                .filter(n -> n.getParent() instanceof Sentence s && s.step() == step.step())
                .findFirst()
                .orElseThrow();
        fx(() -> {
            pick.requestFocus();
            return null;
        });
        press(KeyCode.ENTER);
        assertEquals(step, fx(() -> picks.target()));
        press(KeyCode.ESCAPE);
        assertNull(fx(() -> picks.target()));
    }

    /** What is in the menu of rules is what the step can pick by, not what is there after it. */
    @Test
    void rulesAreOfferedForWhatGoesIntoAStep() throws Exception {
        open("Door", 5);
        List<String> names = new ArrayList<>();
        for (Node n : shownNodes("pick-chip-add")) {
            Menu also = (Menu) ((MenuButton) n).getItems().getFirst();
            also.getItems().forEach(i -> names.add(i.getText()));
        }
        Body door = body("Door");
        assertTrue(names.stream().anyMatch(n -> n.contains("step 3")), names.toString());
        for (int i = 5; i <= door.entries().size(); i++) {
            String own = "step " + i;
            assertTrue(names.stream().noneMatch(n -> n.contains(own)), own + " in " + names);
        }
    }

    @Test
    void noTwoCommandsShareAShortcutAndAllHaveAPlaceAndHelp() throws Exception {
        Map<String, String> keys = new HashMap<>();
        Set<String> names = new HashSet<>();
        for (Command c : fx(() -> window.commands().all())) {
            assertTrue(Commands.MENUS.contains(c.menu()), c.name());
            assertTrue(names.add(c.name()), "twice: " + c.name());
            assertFalse(c.help().isBlank(), c.name());
            if (c.keys() == null) continue;
            assertNotNull(c.combination());
            // What desktops take for themselves (common practice): workspaces, windows, typing by code.
            assertFalse(c.keys().startsWith("Ctrl+Alt+"), c.keys());
            assertFalse(
                    Set.of("Alt+F4", "Alt+Tab", "Ctrl+Shift+U", "Alt+Space", "F10", "F11")
                            .contains(c.keys()),
                    c.keys());
            String before = keys.put(c.keys(), c.name());
            assertNull(before, c.keys() + " is shared by " + before + " and " + c.name());
        }
        assertTrue(names.size() > 50);
    }

    @Test
    void aMeshIsImportedBesideTheInterface() throws Exception {
        Path file = dir.resolve("block.obj");
        MeshFormat.write(MeshFixtures.cube(10), Materials.NONE, file, LengthUnit.MM);
        fx(() -> {
            meshes.importFrom(file, LengthUnit.CM);
            return null;
        });
        for (int i = 0; i < 200 && body("block") == null; i++) Thread.sleep(20);
        settle();
        assertEquals("block", fx(() -> selected.body().name()));
        assertEquals(100, shown().bounds().size().x());
    }

    @Test
    void aBrokenMeshIsSaidAndChangesNothing() throws Exception {
        Path file = dir.resolve("broken.obj");
        java.nio.file.Files.writeString(file, "v 0 0\n");
        int bodies = document().bodies().size();
        fx(() -> {
            meshes.importFrom(file, LengthUnit.MM);
            return null;
        });
        for (int i = 0; i < 200 && !fx(messages::isFault); i++) Thread.sleep(20);
        assertTrue(fx(messages::text).contains("line 1: z is missing."), fx(messages::text));
        assertEquals(bodies, document().bodies().size());
    }

    @Test
    void theViewsKeysTurnTheCamera() throws Exception {
        press(KeyCode.ALT, KeyCode.DIGIT3);
        assertEquals(90, fx(() -> viewState.camera().pitch()));
        press(KeyCode.ALT, KeyCode.DIGIT1);
        assertEquals(0, fx(() -> viewState.camera().pitch()));
        boolean perspective = fx(() -> viewState.camera().perspective());
        press(KeyCode.ALT, KeyCode.DIGIT5);
        assertEquals(!perspective, fx(() -> viewState.camera().perspective()));
    }

    @Test
    void theLedgerHasALineForEachStep() throws Exception {
        press(KeyCode.CONTROL, KeyCode.L);
        assertTrue(fx(() -> window.ledger().isOpen()));
        assertTrue(shownNodes("ledger-cell").size() >= 3 * 10, "three steps with their numbers");
        fx(() -> {
            stage.setWidth(700);
            return null;
        });
        settle();
        for (Node n : shownNodes("ledger-cell")) {
            Label cell = (Label) n;
            assertTrue(fx(() -> cell.getWidth() >= Math.min(80, cell.prefWidth(-1))), cell.getText());
        }
        press(KeyCode.CONTROL, KeyCode.L);
        assertFalse(fx(() -> window.ledger().isOpen()));
    }

    /** The table of keys in the documentation is made from the commands; {@code -Dmodest.write=true} writes it anew. */
    @Test
    void theTableOfKeysIsThatOfTheCommands() throws Exception {
        String now = fx(() -> new KeyTable(window.commands().all()).asMarkdown());
        Path file = Path.of("..", "docs", "keys.md");
        if (Boolean.getBoolean("modest.write")) Files.writeString(file, now);
        assertEquals(Files.readString(file), now);
        assertTrue(fx(() -> new KeyTable(window.commands().all()).asText()).contains("Undo"));
    }
}
