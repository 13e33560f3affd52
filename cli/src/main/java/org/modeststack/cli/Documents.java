package org.modeststack.cli;

import java.nio.file.Path;
import org.modeststack.stack.file.DocumentException;
import org.modeststack.stack.file.DocumentFile;

/** Documents for commands: what goes wrong with one becomes a fault. */
final class Documents {
    private Documents() {}

    /** Says what could not be read. */
    static DocumentFile.Loaded read(Path file) {
        try {
            DocumentFile.Loaded loaded = DocumentFile.read(file);
            loaded.remarks().forEach(System.err::println);
            return loaded;
        } catch (DocumentException e) {
            throw new Fault(e.getMessage());
        }
    }
}
