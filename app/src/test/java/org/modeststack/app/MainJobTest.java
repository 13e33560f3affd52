package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.modeststack.app.view.ViewPane;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Baked;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.file.Autosave;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.source.Cylinder;

/** The main job in the real window. */
class MainJobTest extends WindowDriver {
    @Test
    void theMainJob() throws Exception {
        Document demo = document();
        Mesh before = shown();
        long source = flange().entries().getFirst().id();

        // Drag a number low in the stack; the result follows.
        drag(fx(() -> window.instructions().row(source).sentence().liveValue("diameter")), 40, 0);
        double diameter = ((Cylinder) flange().entries().getFirst().step()).diameter();
        assertEquals(140, diameter, 1e-9);
        assertNotEquals(before.bounds(), shown().bounds());
        command("Undo");
        assertEquals(demo, document(), "a drag is one edit");
        command("Redo");

        // Reorder: the last step is moved up by the keyboard, then by its picture.
        long cut = flange().entries().get(2).id();
        fx(() -> {
            selected.selectSteps(List.of(cut));
            return null;
        });
        press(KeyCode.ALT, KeyCode.SHIFT, KeyCode.UP);
        assertEquals(1, flange().indexOf(cut));
        drag(fx(() -> window.instructions().row(cut).grip()), 0, 150);
        assertEquals(2, flange().indexOf(cut));

        // Switch off and on.
        int all = shown().faceCount();
        press(KeyCode.CONTROL, KeyCode.E);
        assertFalse(flange().entry(cut).enabled());
        assertTrue(shown().faceCount() < all);
        press(KeyCode.CONTROL, KeyCode.E);
        assertEquals(all, shown().faceCount());

        // The marker line.
        press(KeyCode.ALT, KeyCode.UP);
        assertEquals(2, flange().shownSteps());
        assertTrue(shown().faceCount() < all);
        drag(fx(() -> window.instructions().markerLine()), 0, 120);
        assertEquals(3, flange().shownSteps());

        // Bake and unbake.
        Mesh unbaked = shown();
        command("Bake all");
        assertInstanceOf(Baked.class, flange().entries().getFirst().step());
        assertTrue(unbaked.sameAs(shown()));
        fx(() -> {
            selected.selectSteps(List.of(selected.body().entries().getFirst().id()));
            return null;
        });
        command("Unbake");
        assertEquals(3, flange().entries().size());
        assertTrue(unbaked.sameAs(shown()));

        // Save, reopen, export, read the export back and compare.
        Document edited = document();
        Path file = dir.resolve("light.mstack");
        assertTrue(save(file));
        assertFalse(fx(document::isDirty));
        fx(() -> {
            files.load(file);
            return null;
        });
        settle();
        assertEquals(DocumentFile.toText(edited), DocumentFile.toText(document()));
        fx(() -> {
            meshes.exportTo(dir.resolve("flange.obj"), LengthUnit.MM);
            return null;
        });
        settle();
        Mesh exported =
                MeshFormat.read(dir.resolve("flange.obj"), LengthUnit.MM).mesh();
        assertArrayEquals(shown().xyz(), exported.xyz());
        assertArrayEquals(shown().corners(), exported.corners());
    }

    @Test
    void everythingIsUndone() throws Exception {
        Document demo = document();
        command("New torus");
        command("Mirror");
        command("Subdivide");
        command("Duplicate steps");
        command("Switch off or on");
        command("Duplicate body");
        command("Show or hide body");
        command("Bake all");
        command("Delete body");
        assertNotEquals(demo, document());
        int edits = 0;
        while (fx(document::canUndo)) {
            fx(() -> {
                document.undo();
                return null;
            });
            edits++;
        }
        settle();
        assertEquals(demo, document());
        assertTrue(edits >= 8, "edits: " + edits);
    }

    @Test
    void aStepIsFoundAndAddedByTyping() throws Exception {
        press(KeyCode.CONTROL, KeyCode.K);
        for (KeyCode k : List.of(KeyCode.M, KeyCode.I, KeyCode.R, KeyCode.R)) {
            fx(() -> {
                robot.keyType(k);
                return null;
            });
        }
        settle();
        press(KeyCode.ENTER);
        Entry last = flange().entries().getLast();
        assertEquals(
                "*Mirror* across {across}, weld within {weldWithin}.",
                last.step().sentence());
        assertEquals(last, fx(selected::openEntry), "its drawer is open");
    }

    @Test
    void aRefusedEditChangesNothingAndSaysWhy() throws Exception {
        Document demo = document();
        fx(() -> {
            selected.selectSteps(List.of(selected.body().entries().getFirst().id()));
            return null;
        });
        press(KeyCode.DELETE);
        assertEquals(demo, document());
        assertTrue(fx(messages::text).startsWith("The source makes the mesh"));
    }

    @Test
    void crashedWorkIsRecovered() throws Exception {
        command("Duplicate body");
        Document edited = document();
        fx(() -> {
            files.keepSafe();
            return null;
        });
        settle();
        // Another window on the same document is gone without a word: what it kept is found and opened.
        try (Autosave crashed = new Autosave(dir.resolve("autosave"))) {
            crashed.write(edited, null);
        }
        List<Autosave.Left> left = opened.autosave().left();
        assertEquals(1, left.size(), "not the one of this window, which lives");
        fx(() -> {
            document.open(Document.EMPTY, "Untitled");
            files.recover(left.getFirst());
            return null;
        });
        settle();
        assertEquals(List.of(), opened.autosave().left());
        assertEquals(DocumentFile.toText(edited), DocumentFile.toText(document()));
        assertTrue(fx(document::isDirty));
    }

    @Test
    void aClickInTheViewSelectsTheBodyUnderIt() throws Exception {
        double[] at = fx(() -> {
            ViewPane v = window.view();
            for (int x = (int) v.getWidth() - 1; x > 0; x -= 5) {
                for (int y = 0; y < v.getHeight(); y += 5) {
                    String id = v.picture().bodyAt(x, y);
                    if (id != null && document.current().body(id).name().equals("Lamp housing")) {
                        var p = v.localToScreen(x, y);
                        return new double[] {p.getX(), p.getY()};
                    }
                }
            }
            return null;
        });
        fx(() -> {
            robot.mouseMove(at[0] - 12, at[1]);
            robot.mouseClick(MouseButton.PRIMARY);
            return null;
        });
        settle();
        assertEquals("Lamp housing", fx(() -> selected.body().name()));
    }
}
