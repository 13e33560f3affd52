package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.Selection;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.Rule;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Opening and saving in the window: nothing is lost, and the title says how things stand. */
class FilesTest extends WindowDriver {
    private void load(Path p) throws Exception {
        fx(() -> {
            files.load(p);
            return null;
        });
        settle();
    }

    @Test
    void whatIsSavedIsOpenedAgain() throws Exception {
        Path file = dir.resolve("Keeper's house.mstack");
        fx(() -> {
            document.edit("Rename", d -> Edits.renameBody(d, selected.body().id(), "Rim"));
            return null;
        });
        assertTrue(fx(document::isDirty));
        Document before = document();
        assertTrue(save(file));
        assertFalse(fx(document::isDirty));
        assertEquals("Keeper's house", fx(document::title));
        fx(() -> {
            document.open(Document.EMPTY, "Nothing");
            return null;
        });
        load(file);
        assertEquals(before, document());
        assertFalse(fx(document::isDirty));
        assertFalse(fx(document::canUndo), "another document has another history");
        assertEquals("Rim", fx(() -> selected.body().name()));
    }

    @Test
    void undoingBackToWhatWasSavedIsClean() throws Exception {
        Path file = dir.resolve("a.mstack");
        save(file);
        fx(() -> {
            document.edit("Rename", d -> Edits.renameBody(d, selected.body().id(), "Rim"));
            return null;
        });
        assertTrue(fx(document::isDirty));
        command("Undo");
        assertFalse(fx(document::isDirty));
    }

    @Test
    void aFolderThatIsNotThereIsSaidAndTheWorkStaysUnsaved() throws Exception {
        fx(() -> {
            document.edit("Rename", d -> Edits.renameBody(d, selected.body().id(), "Rim"));
            return null;
        });
        assertFalse(save(dir.resolve("no such folder").resolve("a.mstack")));
        assertTrue(fx(document::isDirty));
        assertTrue(fx(messages::isFault));
        assertTrue(fx(messages::text).contains("a.mstack"), fx(messages::text));
    }

    @ParameterizedTest
    @CsvSource({"'', x", "{, x", "'{\"format\": 7}', x", "'[1, 2, 3]', x", "'{\"format\": \"modest-stack\"}', x"})
    void aFileThatIsNoDocumentLeavesTheOpenOneAlone(String content, String ignored) throws Exception {
        Path file = dir.resolve("broken.mstack");
        Files.writeString(file, content);
        Document before = document();
        load(file);
        assertEquals(before, document());
        assertTrue(fx(messages::isFault));
        assertFalse(fx(messages::text).isBlank());
    }

    @Test
    void aFileThatIsNotThereIsSaid() throws Exception {
        Document before = document();
        load(dir.resolve("lost.mstack"));
        assertEquals(before, document());
        assertTrue(fx(messages::text).contains("lost.mstack"), fx(messages::text));
    }

    /** Version 4 named elements one by one; what they are together is found out when such a document is opened. */
    @Test
    void picksOfAnEarlierVersionAreWrittenAnew() throws Exception {
        Box block = new Box(40, 30, 10, 2, 2, 1, Seat.STANDING);
        Document bare = Edits.addBody(Document.EMPTY, "Block", Material.DEFAULT, block);
        String id = bare.bodies().getFirst().id();
        Mesh mesh = new Evaluator().evaluate(bare, id, Progress.NONE).mesh();
        Selection top = PickText.parse("faces: facing 0 0 1 1").on(mesh).selection();
        StepDescriptor extrude = Steps.byType("extrude");
        Pick oneByOne = Pick.of(ElementKind.FACE, Rule.Hand.of(mesh, top).oneByOne());
        Document d = Edits.addStep(bare, id, 1, extrude.with(extrude.createDefault(), "faces", oneByOne));
        Path file = dir.resolve("earlier.mstack");
        Files.writeString(file, DocumentFile.toText(d).replaceFirst("\"version\" : \\d+", "\"version\" : 4"));
        load(file);
        settleWholly();
        assertEquals(
                "Picks of 1 step of an earlier version now mean the whole of what was picked.", fx(messages::text));
        Pick now =
                Pick.in(document().bodies().getFirst().entries().get(1).step()).getFirst();
        assertTrue(((Rule.Hand) ((Term.Where) now.terms().getFirst()).rule()).isTogether());
        command("Undo");
        assertEquals(d, document());
    }
}
