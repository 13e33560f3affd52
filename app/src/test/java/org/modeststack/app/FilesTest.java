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
            session.edit("Rename", d -> Edits.renameBody(d, session.body().id(), "Rim"));
            return null;
        });
        assertTrue(fx(session::isDirty));
        Document before = document();
        assertTrue(fx(() -> files.saveTo(file)));
        assertFalse(fx(session::isDirty));
        assertEquals("Keeper's house", fx(session::title));
        fx(() -> {
            session.open(Document.EMPTY, "Nothing");
            return null;
        });
        load(file);
        assertEquals(before, document());
        assertFalse(fx(session::isDirty));
        assertFalse(fx(session::canUndo), "another document has another history");
        assertEquals("Rim", fx(() -> session.body().name()));
    }

    @Test
    void undoingBackToWhatWasSavedIsClean() throws Exception {
        Path file = dir.resolve("a.mstack");
        fx(() -> files.saveTo(file));
        fx(() -> {
            session.edit("Rename", d -> Edits.renameBody(d, session.body().id(), "Rim"));
            return null;
        });
        assertTrue(fx(session::isDirty));
        command("Undo");
        assertFalse(fx(session::isDirty));
    }

    @Test
    void aFolderThatIsNotThereIsSaidAndTheWorkStaysUnsaved() throws Exception {
        fx(() -> {
            session.edit("Rename", d -> Edits.renameBody(d, session.body().id(), "Rim"));
            return null;
        });
        assertFalse(fx(() -> files.saveTo(dir.resolve("no such folder").resolve("a.mstack"))));
        assertTrue(fx(session::isDirty));
        assertTrue(fx(session::messageIsFault));
        assertTrue(fx(session::message).contains("a.mstack"), fx(session::message));
    }

    @ParameterizedTest
    @CsvSource({"'', x", "{, x", "'{\"format\": 7}', x", "'[1, 2, 3]', x", "'{\"format\": \"modest-stack\"}', x"})
    void aFileThatIsNoDocumentLeavesTheOpenOneAlone(String content, String ignored) throws Exception {
        Path file = dir.resolve("broken.mstack");
        java.nio.file.Files.writeString(file, content);
        Document before = document();
        load(file);
        assertEquals(before, document());
        assertTrue(fx(session::messageIsFault));
        assertFalse(fx(session::message).isBlank());
    }

    @Test
    void aFileThatIsNotThereIsSaid() throws Exception {
        Document before = document();
        load(dir.resolve("lost.mstack"));
        assertEquals(before, document());
        assertTrue(fx(session::message).contains("lost.mstack"), fx(session::message));
    }
}
