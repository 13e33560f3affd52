package org.modeststack.app;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;

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
        java.nio.file.Files.writeString(file, content);
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
}
