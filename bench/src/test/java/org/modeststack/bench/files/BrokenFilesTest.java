package org.modeststack.bench.files;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A short form of {@code bench/broken-files}: one file of each kind. */
class BrokenFilesTest {
    @Test
    void brokenFilesAreReadOrSaid(@TempDir Path dir) throws IOException {
        List<BrokenFiles.Kind> kinds = new BrokenFiles().kinds();
        assertTrue(kinds.size() >= 40);
        List<String> bad = new ArrayList<>();
        for (int i = 0; i < kinds.size(); i++) BrokenFilesCheck.outcome(kinds.get(i), i, dir, bad);
        assertEquals(List.of(), bad);
    }
}
