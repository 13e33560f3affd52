package org.modeststack.stack.file;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.modeststack.stack.Document;

/**
 * Copies of unsaved work in a folder of the user's. Each running program has one, named by its process number; one
 * whose process is gone was left by a crash and can be recovered.
 */
public final class Autosave {
    private static final String ORIGIN = ".origin";

    private final Path folder;
    private final long process;

    /** What a crashed program left: its copy, and the file it was working on, or null if it had none. */
    public record Left(Path copy, Path origin) {}

    public Autosave(Path folder) {
        this(folder, ProcessHandle.current().pid());
    }

    Autosave(Path folder, long process) {
        this.folder = folder;
        this.process = process;
    }

    private Path copy() {
        return folder.resolve(process + DocumentFile.EXTENSION);
    }

    private static Path originOf(Path copy) {
        return copy.resolveSibling(copy.getFileName() + ORIGIN);
    }

    /**
     * Puts the present state by.
     *
     * @param origin the file it belongs to, or null
     */
    public void write(Document document, Path origin) throws DocumentException {
        try {
            Files.createDirectories(folder);
            if (origin == null) Files.deleteIfExists(originOf(copy()));
            else Files.writeString(originOf(copy()), origin.toAbsolutePath().toString(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new DocumentException("Unsaved work could not be put by in " + folder + ": " + e.getMessage(), e);
        }
        DocumentFile.write(document, copy());
    }

    /** Forgets this program's copy: the work is saved, or not wanted. */
    public void clear() {
        discard(new Left(copy(), null));
    }

    /** What crashed programs left behind, the newest first. */
    public List<Left> left() {
        List<Left> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) return found;
        try (Stream<Path> files = Files.list(folder)) {
            for (Path f : files.filter(this::isLeft).toList()) {
                Path origin = null;
                if (Files.exists(originOf(f))) origin = Path.of(Files.readString(originOf(f)));
                found.add(new Left(f, origin));
            }
        } catch (IOException e) {
            System.getLogger(Autosave.class.getName()).log(System.Logger.Level.WARNING, "autosave folder", e);
        }
        found.sort((a, b) ->
                Long.compare(b.copy().toFile().lastModified(), a.copy().toFile().lastModified()));
        return found;
    }

    private boolean isLeft(Path f) {
        String name = f.getFileName().toString();
        if (!name.matches("[0-9]{1,18}\\" + DocumentFile.EXTENSION)) return false;
        long pid = Long.parseLong(name.substring(0, name.length() - DocumentFile.EXTENSION.length()));
        return pid != process
                && ProcessHandle.of(pid).filter(ProcessHandle::isAlive).isEmpty();
    }

    /** Deletes a copy that was recovered or is not wanted. */
    public static void discard(Left left) {
        try {
            Files.deleteIfExists(left.copy());
            Files.deleteIfExists(originOf(left.copy()));
        } catch (IOException e) {
            System.getLogger(Autosave.class.getName()).log(System.Logger.Level.WARNING, "autosave copy", e);
        }
    }
}
