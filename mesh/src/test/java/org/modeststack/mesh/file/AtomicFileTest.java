package org.modeststack.mesh.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class AtomicFileTest {
    @TempDir
    Path dir;

    private static void write(Path file, String text) throws IOException {
        AtomicFile.write(file, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
    }

    private List<String> names() throws IOException {
        try (Stream<Path> files = Files.list(dir)) {
            return files.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void aNewFileAndOneInThePlaceOfAnother() throws IOException {
        Path file = dir.resolve("a.txt");
        write(file, "one");
        assertEquals("one", Files.readString(file));
        write(file, "two, and longer");
        assertEquals("two, and longer", Files.readString(file));
        assertEquals(List.of("a.txt"), names());
    }

    static Stream<Throwable> whatGoesWrong() {
        return Stream.of(
                new IOException("No space left on device"),
                new IllegalStateException("a mistake"),
                new StackOverflowError(),
                new OutOfMemoryError());
    }

    /** Half of it is written when something goes wrong, whatever it is. */
    @ParameterizedTest
    @MethodSource("whatGoesWrong")
    void afterAFailureAllIsAsItWas(Throwable wrong) throws IOException {
        Path file = dir.resolve("a.txt");
        Files.writeString(file, "old");
        Throwable thrown = assertThrows(
                wrong.getClass(),
                () -> AtomicFile.write(file, out -> {
                    out.write(new byte[200_000]);
                    switch (wrong) {
                        case IOException e -> throw e;
                        case RuntimeException e -> throw e;
                        default -> throw (Error) wrong;
                    }
                }));
        assertEquals(wrong, thrown);
        assertEquals("old", Files.readString(file));
        assertEquals(List.of("a.txt"), names());
    }

    @Test
    void whoWritesMayCloseTheStream() throws IOException {
        Path file = dir.resolve("a.txt");
        AtomicFile.write(file, out -> {
            out.write("whole".getBytes(StandardCharsets.UTF_8));
            out.close();
        });
        assertEquals("whole", Files.readString(file));
    }

    @ParameterizedTest
    @ValueSource(strings = {"rw-r-----", "rw-rw-rw-", "rwxr-xr-x"})
    void permissionsAreKept(String permissions) throws IOException {
        Path file = dir.resolve("a.txt");
        Files.writeString(file, "old");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(permissions));
        write(file, "new");
        assertEquals(permissions, PosixFilePermissions.toString(Files.getPosixFilePermissions(file)));
    }

    /** While it is being written nobody else can read what takes the place of a private file. */
    @Test
    void whatIsPrivateIsSoWhileItIsWritten() throws IOException {
        Path file = dir.resolve("a.txt");
        Files.writeString(file, "old");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
        AtomicFile.write(file, out -> {
            try (Stream<Path> all = Files.list(dir)) {
                for (Path p : all.toList())
                    assertEquals(
                            "rw-------", PosixFilePermissions.toString(Files.getPosixFilePermissions(p)), p.toString());
            }
            out.write('x');
        });
        assertEquals("x", Files.readString(file));
    }

    @Test
    void aLinkStaysOneAndItsFileIsReplaced() throws IOException {
        Path folder = Files.createDirectory(dir.resolve("real")), file = folder.resolve("a.txt");
        Files.writeString(file, "old");
        Path link = Files.createSymbolicLink(dir.resolve("link.txt"), Path.of("real", "a.txt"));
        Path linkToLink = Files.createSymbolicLink(dir.resolve("further.txt"), link);
        write(linkToLink, "new");
        assertTrue(Files.isSymbolicLink(link) && Files.isSymbolicLink(linkToLink));
        assertEquals("new", Files.readString(file));
        assertEquals(List.of("further.txt", "link.txt", "real"), names());
    }

    @Test
    void aLinkToNowhereGetsItsFile() throws IOException {
        Path link = Files.createSymbolicLink(dir.resolve("link.txt"), Path.of("a.txt"));
        write(link, "new");
        assertTrue(Files.isSymbolicLink(link));
        assertEquals("new", Files.readString(dir.resolve("a.txt")));
    }

    @Test
    void linksThatGoRoundAreRefused() throws IOException {
        Path a = dir.resolve("a"), b = dir.resolve("b");
        Files.createSymbolicLink(a, b);
        Files.createSymbolicLink(b, a);
        IOException e = assertThrows(FileSystemException.class, () -> write(a, "x"));
        assertEquals("its links go round in a circle", AtomicFile.reason(e));
    }

    @Test
    void whatCannotBeWrittenSaysWhy() throws IOException {
        IOException noFolder = assertThrows(IOException.class, () -> write(dir.resolve("no/a.txt"), "x"));
        assertEquals("the folder does not exist", AtomicFile.reason(noFolder));
        IOException folder = assertThrows(IOException.class, () -> write(dir, "x"));
        assertEquals("it is a folder", AtomicFile.reason(folder));
        Path file = Files.writeString(dir.resolve("file"), "x");
        IOException inFile = assertThrows(IOException.class, () -> write(file.resolve("a.txt"), "x"));
        assertEquals("a part of its path is a file, not a folder", AtomicFile.reason(inFile));
        IOException tooLong = assertThrows(IOException.class, () -> write(dir.resolve("x".repeat(300)), "x"));
        assertEquals("the name is too long", AtomicFile.reason(tooLong));
    }

    static Stream<List<Object>> reasons() {
        return Stream.of(
                List.of(new IOException("No space left on device"), "the disk is full"),
                List.of(
                        new FileSystemException("a", null, "Disk quota exceeded"),
                        "this user's share of the disk is used up"),
                List.of(new FileSystemException("a", null, "Read-only file system"), "the disk can only be read"),
                List.of(new AccessDeniedException("a"), "this user may not write there"),
                List.of(new NoSuchFileException("a"), "the folder does not exist"),
                List.of(new IOException(""), "the system gave no reason"),
                List.of(new IOException("cable pulled"), "cable pulled"));
    }

    @ParameterizedTest
    @MethodSource("reasons")
    void reasonsAreInPlainWords(List<Object> row) {
        assertEquals(row.get(1), AtomicFile.reason((IOException) row.get(0)));
    }

    @Test
    void aStampTellsChangedFromTouched() throws IOException {
        Path file = Files.writeString(dir.resolve("a.txt"), "one");
        FileStamp stamp = FileStamp.of(file, "one".getBytes(StandardCharsets.UTF_8));
        assertEquals(stamp, FileStamp.of(file));
        assertFalse(stamp.isChanged(file));
        Files.setLastModifiedTime(file, FileTime.fromMillis(12_345));
        assertFalse(stamp.isChanged(file), "touched only");
        Files.writeString(file, "two");
        assertTrue(stamp.isChanged(file), "as long, but another");
        Files.writeString(file, "three");
        assertTrue(stamp.isChanged(file));
        Files.delete(file);
        assertFalse(stamp.isChanged(file), "nothing could be lost");
    }
}
