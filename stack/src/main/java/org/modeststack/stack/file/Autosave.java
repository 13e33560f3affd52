package org.modeststack.stack.file;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.mesh.file.LeftOvers;
import org.modeststack.stack.Document;

/**
 * Copies of unsaved work in a folder of the user's, so that a crash loses little. Each window has one of a name of its
 * own ({@link UUID}) and holds a lock on a file beside it as long as it lives; the system lets go of the lock when the
 * program ends, however it ends. So a copy whose lock can be had was left by a crash, whatever process numbers are used
 * again, and taking the lock makes sure that no other window offers the same copy.
 */
public final class Autosave implements AutoCloseable {
    private static final System.Logger LOG = System.getLogger(Autosave.class.getName());
    private static final String ORIGIN = ".origin";
    private static final String LOCK = ".lock";

    /**
     * The locks that windows of this process have. On POSIX systems a process loses its lock on a file when it closes
     * that file anywhere, so a file that is locked here must not even be opened a second time.
     */
    private static final Set<Path> HELD_HERE = ConcurrentHashMap.newKeySet();

    private final Path folder;
    private final Path copy;
    private @Nullable Held held;

    /** A lock that is held, with the file that it is on. */
    private record Held(Path file, FileChannel channel) {
        void release(boolean delete) {
            try {
                // Deleted while it is still held, so that nobody takes a lock on a file that is about to go.
                if (delete) Files.deleteIfExists(file);
                channel.close();
            } catch (IOException e) {
                LOG.log(System.Logger.Level.WARNING, "lock " + file, e);
            } finally {
                HELD_HERE.remove(file);
            }
        }
    }

    /** What a crashed window left: its copy, and the file it was working on, or null if it had none. */
    public static final class Left {
        private final Path copy;
        private final @Nullable Path origin;
        private final Held held;

        private Left(Path copy, @Nullable Path origin, Held held) {
            this.copy = copy;
            this.origin = origin;
            this.held = held;
        }

        public Path copy() {
            return copy;
        }

        /** Null if it had none. */
        public @Nullable Path origin() {
            return origin;
        }

        /** Deletes the copy, which was recovered or is not wanted. */
        public void discard() {
            deleteCopy(copy);
            held.release(true);
        }

        /** Leaves the copy for another time. */
        public void keep() {
            held.release(false);
        }
    }

    public Autosave(Path folder) {
        this.folder = folder;
        copy = folder.resolve(UUID.randomUUID() + DocumentFile.EXTENSION);
    }

    private static Path beside(Path copy, String ending) {
        return copy.resolveSibling(copy.getFileName() + ending);
    }

    /**
     * Keeps the present state, in the place of an earlier one.
     *
     * @param origin the file it belongs to, or null
     */
    public synchronized void write(Document document, Path origin) throws DocumentException {
        try {
            Files.createDirectories(folder);
            if (held == null) held = lock(copy);
            if (held == null) throw new IOException("its place is taken by another window");
            if (origin == null) Files.deleteIfExists(beside(copy, ORIGIN));
            else
                AtomicFile.write(
                        beside(copy, ORIGIN),
                        out -> out.write(origin.toAbsolutePath().toString().getBytes(StandardCharsets.UTF_8)));
        } catch (IOException e) {
            throw new DocumentException(
                    "A safety copy of the unsaved work could not be written to " + folder + ": " + AtomicFile.reason(e)
                            + ".",
                    e);
        }
        DocumentFile.write(document, copy);
    }

    /** Forgets this window's copy: the work is saved, or not wanted. */
    public synchronized void clear() {
        if (held != null) deleteCopy(copy);
    }

    /** The window is gone and its copy, where it still has one, stays; another may offer it. */
    @Override
    public synchronized void close() {
        if (held != null) held.release(!Files.exists(copy));
        held = null;
    }

    /** What crashed windows left behind, the newest first. Whoever asks has to discard or keep each. */
    public synchronized List<Left> left() {
        List<Left> found = new ArrayList<>();
        if (!Files.isDirectory(folder)) return found;
        LeftOvers.remove(folder);
        removeStrays();
        try (Stream<Path> files = Files.list(folder)) {
            for (Path f : files.filter(f -> f.getFileName().toString().endsWith(DocumentFile.EXTENSION))
                    .toList()) {
                if (f.equals(copy) || isOfLivingProcess(f)) continue;
                Held lock = lock(f);
                if (lock == null) continue;
                if (Files.exists(f)) found.add(new Left(f, originOf(f), lock));
                else lock.release(true);
            }
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "autosave folder", e);
        }
        found.sort((a, b) ->
                Long.compare(b.copy().toFile().lastModified(), a.copy().toFile().lastModified()));
        return found;
    }

    /** Takes away what stands beside no copy: a window that was killed before it had one left it. */
    private void removeStrays() {
        try (Stream<Path> files = Files.list(folder)) {
            for (Path f : files.toList()) {
                String name = f.getFileName().toString();
                String ending = name.endsWith(LOCK) ? LOCK : name.endsWith(ORIGIN) ? ORIGIN : null;
                if (ending == null) continue;
                Path of = folder.resolve(name.substring(0, name.length() - ending.length()));
                if (Files.exists(of) || of.equals(copy)) continue;
                Held lock = lock(of);
                if (lock == null) continue;
                if (!Files.exists(of)) Files.deleteIfExists(beside(of, ORIGIN));
                lock.release(!Files.exists(of));
            }
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "autosave folder", e);
        }
    }

    /** Null where it had none, and where what is noted of it is no path: the copy counts, not where it was. */
    private static @Nullable Path originOf(Path copy) {
        Path file = beside(copy, ORIGIN);
        try {
            return Files.exists(file) ? Path.of(Files.readString(file)) : null;
        } catch (IOException | InvalidPathException e) {
            LOG.log(System.Logger.Level.WARNING, "origin of " + copy, e);
            return null;
        }
    }

    /** Takes the lock of a copy; null where another window, of this process or another, has it. */
    private static @Nullable Held lock(Path copy) throws IOException {
        Path file = beside(copy, LOCK).toAbsolutePath().normalize();
        if (!HELD_HERE.add(file)) return null;
        FileChannel channel = null;
        Held lock = null;
        try {
            channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
            if (channel.tryLock() != null) lock = new Held(file, channel);
            return lock;
        } finally {
            if (lock == null) {
                if (channel != null) channel.close();
                HELD_HERE.remove(file);
            }
        }
    }

    /**
     * Whether a copy was made by an earlier version, which named it by its process and held no lock, and that process still
     * runs: it began before the copy was written, and is one of ours, not some other that got the number since.
     */
    private static boolean isOfLivingProcess(Path f) throws IOException {
        String name = f.getFileName().toString();
        if (!name.matches("[0-9]{1,18}\\" + DocumentFile.EXTENSION)) return false;
        long pid = Long.parseLong(name.substring(0, name.length() - DocumentFile.EXTENSION.length()));
        if (pid == ProcessHandle.current().pid()) return false;
        Instant written = Files.getLastModifiedTime(f).toInstant();
        return ProcessHandle.of(pid)
                .filter(ProcessHandle::isAlive)
                .filter(p -> p.info().commandLine().orElse("").contains("modest"))
                .flatMap(p -> p.info().startInstant())
                .filter(began -> began.isBefore(written))
                .isPresent();
    }

    private static void deleteCopy(Path copy) {
        try {
            Files.deleteIfExists(copy);
            Files.deleteIfExists(beside(copy, ORIGIN));
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "autosave copy", e);
        }
    }
}
