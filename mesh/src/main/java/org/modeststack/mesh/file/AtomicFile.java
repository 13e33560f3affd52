package org.modeststack.mesh.file;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.modeststack.mesh.work.Work;

/**
 * Writes files whole or not at all: what is written goes into a file of another name in the same folder, is forced to the
 * disk, and then takes the place of the one that was there; at last the folder is forced to the disk too (the usual way on
 * POSIX systems; T. Pillai et al., "All File Systems Are Not Created Equal", OSDI 2014). Whatever goes wrong before, the
 * old file is untouched and nothing else is left behind.
 *
 * <p>Where the name is a symbolic link, the file that it points to is replaced and the link stays. Permissions and, where
 * this user may set it, the group of the old file are kept. What is not a plain file, such as a pipe, is written to.
 */
public final class AtomicFile {
    private static final int BUFFER = 1 << 16;
    private static final int MAX_LINKS = 40;

    private static final Set<OpenOption> NEW = Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
    private static final FileAttribute<?>[] NO_RIGHTS = {};

    private AtomicFile() {}

    /** What takes the place of a file that may be private is nobody else's until it has that one's rights. */
    private static FileAttribute<?>[] onlyMine(Path folder) {
        boolean rights = Files.getFileAttributeView(folder, PosixFileAttributeView.class) != null;
        return rights
                ? new FileAttribute<?>[] {
                    PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"))
                }
                : NO_RIGHTS;
    }

    /** Writes what the file is to hold. It may throw anything; the file is then left as it was. */
    @FunctionalInterface
    public interface Content {
        void writeTo(OutputStream out) throws IOException;
    }

    /**
     * @param file may exist; its folder must
     * @throws IOException if it cannot be written; see {@link #reason} for what to tell the user
     */
    public static void write(Path file, Content content) throws IOException {
        writeTogether(Map.of(file, content));
    }

    /**
     * Writes files that belong together: none takes its place before all of them are there whole.
     *
     * @param files in the order in which they take their places
     * @throws IOException if one cannot be written; all are as they were then, unless a disk fails while they take their
     *     places
     */
    public static void writeTogether(Map<Path, Content> files) throws IOException {
        List<Staged> staged = new ArrayList<>();
        try {
            for (Map.Entry<Path, Content> e : files.entrySet()) stage(e.getKey(), e.getValue(), staged);
            // What nobody waits for any more must not take the place of what was written since.
            Work.checkpoint();
            for (Staged s : staged)
                Files.move(s.beside, s.target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException | RuntimeException | Error e) {
            for (Staged s : staged) remove(s.beside, e);
            throw e;
        }
        for (Staged s : staged) force(s.folder);
    }

    /**
     * What is to take a file's place.
     *
     * @param beside where it is written
     */
    private record Staged(Path target, Path folder, Path beside) {}

    private static void stage(Path file, Content content, List<Staged> staged) throws IOException {
        Path target = behindLinks(file);
        if (Files.exists(target) && !Files.isRegularFile(target)) {
            if (Files.isDirectory(target)) throw new FileSystemException(file.toString(), null, "it is a folder");
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target), BUFFER)) {
                content.writeTo(out);
            }
            return;
        }
        // The folder's permissions alone would let a file be replaced that may not be written to.
        if (Files.exists(target) && !Files.isWritable(target)) throw new AccessDeniedException(target.toString());
        Path folder = target.toAbsolutePath().getParent();
        // Only the root of a disk lies in no folder, and it is no regular file.
        if (folder == null) throw new FileSystemException(file.toString(), null, "it is a folder");
        LeftOvers.removeOnce(folder);
        Path beside = folder.resolve(LeftOvers.name(target.getFileName().toString()));
        staged.add(new Staged(target, folder, beside));
        try (FileChannel channel = FileChannel.open(beside, NEW, Files.exists(target) ? onlyMine(folder) : NO_RIGHTS)) {
            OutputStream out = new KeptOpen(Channels.newOutputStream(channel));
            content.writeTo(out);
            out.flush();
            likeOld(target, beside);
            channel.force(true);
        }
    }

    /** Whoever writes the content may close what it writes to; here there is still something to do then. */
    private static final class KeptOpen extends BufferedOutputStream {
        KeptOpen(OutputStream out) {
            super(out, BUFFER);
        }

        @Override
        public void close() throws IOException {
            flush();
        }
    }

    /** The file that a chain of symbolic links ends at, whether it exists or not. */
    private static Path behindLinks(Path file) throws IOException {
        Path at = file;
        for (int i = 0; Files.isSymbolicLink(at); i++) {
            if (i == MAX_LINKS) throw new FileSystemException(file.toString(), null, "its links go round in a circle");
            at = at.resolveSibling(Files.readSymbolicLink(at));
        }
        return at;
    }

    /** Gives the new file the permissions of the old one, where there is one and the system has any. */
    private static void likeOld(Path old, Path now) throws IOException {
        PosixFileAttributeView view = Files.getFileAttributeView(now, PosixFileAttributeView.class);
        if (view == null || !Files.exists(old, LinkOption.NOFOLLOW_LINKS)) return;
        PosixFileAttributes was = Files.readAttributes(old, PosixFileAttributes.class);
        try {
            if (!was.group().equals(view.readAttributes().group())) view.setGroup(was.group());
            if (!was.owner().equals(view.readAttributes().owner())) view.setOwner(was.owner());
        } catch (IOException e) {
            // Giving a file away is a right of its own; the work is saved all the same.
            System.getLogger(AtomicFile.class.getName()).log(System.Logger.Level.DEBUG, "owner of " + old, e);
        }
        view.setPermissions(was.permissions());
    }

    private static void remove(Path beside, Throwable because) {
        try {
            Files.deleteIfExists(beside);
        } catch (IOException | RuntimeException e) {
            because.addSuppressed(e);
        }
    }

    /** So that the new name lasts too. Some systems cannot open folders; the file itself is on the disk already. */
    private static void force(Path folder) {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        } catch (IOException e) {
            System.getLogger(AtomicFile.class.getName()).log(System.Logger.Level.DEBUG, "folder " + folder, e);
        }
    }

    /** Why a file could not be read or written, as the end of a sentence: "the disk is full". */
    public static String reason(IOException e) {
        String text = e instanceof FileSystemException f ? f.getReason() : e.getMessage();
        return switch (e) {
            case NoSuchFileException _ -> "the folder does not exist";
            case AccessDeniedException _ -> "this user may not write there";
            case NotDirectoryException _ -> "a part of its path is a file, not a folder";
            default -> {
                String plain = text == null ? "" : text.strip();
                String small = plain.toLowerCase(Locale.ROOT);
                if (small.contains("no space left") || small.contains("not enough space")) yield "the disk is full";
                if (small.contains("quota")) yield "this user's share of the disk is used up";
                if (small.contains("read-only")) yield "the disk can only be read";
                if (small.contains("name too long")) yield "the name is too long";
                if (small.contains("not a directory")) yield "a part of its path is a file, not a folder";
                yield plain.isEmpty() ? "the system gave no reason" : plain;
            }
        };
    }
}
