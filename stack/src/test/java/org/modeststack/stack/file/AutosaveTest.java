package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.modeststack.mesh.Material;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Seat;

/** Copies of unsaved work are there after a crash, and only then; told apart by real processes. */
@Timeout(120)
class AutosaveTest {
    @TempDir
    Path dir;

    private final List<Process> processes = new ArrayList<>();

    @AfterEach
    void end() {
        processes.forEach(Process::destroyForcibly);
    }

    private static Document named(String body) {
        return Edits.addBody(Document.EMPTY, body, Material.DEFAULT, new Box(1, 1, 1, 1, 1, 1, Seat.CENTRED));
    }

    /** A program of its own that keeps a copy of a document, says so, and waits. */
    public static final class OtherWindow {
        private OtherWindow() {}

        public static void main(String[] args) throws IOException {
            Autosave autosave = new Autosave(Path.of(args[0]));
            autosave.write(named(args[1]), args.length > 2 ? Path.of(args[2]) : null);
            System.out.println("written");
            while (System.in.read() >= 0) {
                if (!autosave.left().isEmpty()) System.out.println("found");
                else System.out.println("none");
            }
            autosave.clear();
            autosave.close();
        }
    }

    private Process window(String... args) throws IOException {
        List<String> command = new ArrayList<>(List.of(
                ProcessHandle.current().info().command().orElseThrow(),
                "-cp",
                System.getProperty("java.class.path"),
                OtherWindow.class.getName(),
                dir.toString()));
        command.addAll(List.of(args));
        Process p = new ProcessBuilder(command)
                .redirectError(ProcessBuilder.Redirect.INHERIT)
                .start();
        processes.add(p);
        BufferedReader out = p.inputReader();
        assertEquals("written", out.readLine());
        return p;
    }

    private static String ask(Process p) throws IOException {
        p.outputWriter().write('?');
        p.outputWriter().flush();
        return p.inputReader().readLine();
    }

    private static List<String> bodies(List<Autosave.Left> left) throws IOException {
        List<String> names = new ArrayList<>();
        for (Autosave.Left l : left)
            names.add(DocumentFile.read(l.copy()).document().bodies().getFirst().name());
        return names.stream().sorted().toList();
    }

    private List<String> files() throws IOException {
        try (Stream<Path> all = Files.list(dir)) {
            return all.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void whatAKilledProcessLeftIsFoundAndWhatALivingOneHasIsNot() throws Exception {
        Process killed = window("Killed", "/somewhere/flange.mstack"), living = window("Living");
        try (Autosave here = new Autosave(dir)) {
            assertEquals(List.of(), here.left());
            killed.destroyForcibly().waitFor();
            List<Autosave.Left> left = here.left();
            assertEquals(List.of("Killed"), bodies(left));
            assertEquals(Path.of("/somewhere/flange.mstack"), left.getFirst().origin());
            // While it is offered here, no other window offers it.
            assertEquals("none", ask(living));
            left.getFirst().keep();
            assertEquals("found", ask(living));
        }
    }

    @Test
    void aProcessThatEndsInOrderLeavesNothing() throws Exception {
        Process p = window("Orderly");
        p.outputWriter().close();
        p.waitFor();
        assertEquals(List.of(), files());
    }

    @Test
    void severalWindowsOfOneProcessKeepApart() throws IOException {
        try (Autosave one = new Autosave(dir);
                Autosave two = new Autosave(dir)) {
            one.write(named("One"), null);
            two.write(named("Two"), null);
            assertEquals(List.of(), one.left());
            assertEquals(List.of(), two.left());
            one.clear();
            // Looking for copies has not cost the other its lock: another process sees it as living too.
            Process other = window("Other");
            assertEquals("none", ask(other));
            two.write(named("Two, later"), null);
            two.clear();
        }
    }

    @Test
    void aDiscardedCopyIsGoneWithAllThatBelongsToIt() throws Exception {
        window("Killed", "/x/y.mstack").destroyForcibly().waitFor();
        try (Autosave here = new Autosave(dir)) {
            here.left().getFirst().discard();
            assertEquals(List.of(), here.left());
        }
        assertEquals(List.of(), files());
    }

    @Test
    void aWindowThatIsClosedWithUnsavedWorkLeavesItsCopy() throws IOException {
        try (Autosave one = new Autosave(dir)) {
            one.write(named("Left"), null);
        }
        try (Autosave two = new Autosave(dir)) {
            List<Autosave.Left> left = two.left();
            assertEquals(List.of("Left"), bodies(left));
            assertNull(left.getFirst().origin());
            left.getFirst().discard();
        }
    }

    @Test
    void aCopyIsWrittenAnewAndForgotten() throws IOException {
        Path origin = Path.of("/x/y.mstack");
        try (Autosave one = new Autosave(dir)) {
            one.write(named("First"), origin);
            one.write(named("Second"), null);
            assertEquals(2, files().size(), "a copy and its lock");
            one.clear();
            one.clear();
        }
        assertEquals(List.of(), files());
    }

    /** Earlier versions named copies by their process, whose number may be in use again by another program. */
    @Test
    void copiesOfEarlierVersionsAreFoundAlsoWhereTheNumberIsInUseAgain() throws Exception {
        Process p = window("Other");
        long began = p.info().startInstant().orElse(Instant.now()).toEpochMilli();
        Path copy = dir.resolve(p.pid() + ".mstack");
        DocumentFile.write(named("Earlier"), copy);
        Files.setLastModifiedTime(copy, FileTime.fromMillis(began + 60_000));
        try (Autosave here = new Autosave(dir)) {
            assertEquals(List.of(), here.left(), "written by a process that still runs");
            Files.setLastModifiedTime(copy, FileTime.fromMillis(began - 60_000));
            List<Autosave.Left> left = here.left();
            assertEquals(List.of("Earlier"), bodies(left));
            left.forEach(Autosave.Left::discard);
        }
        Files.writeString(dir.resolve("999999999.mstack"), "damaged");
        try (Autosave here = new Autosave(dir)) {
            List<Autosave.Left> left = here.left();
            assertEquals(1, left.size());
            left.forEach(Autosave.Left::discard);
        }
        assertTrue(files().stream().noneMatch(f -> f.startsWith("9999")));
    }

    /** What is noted beside a copy may be damaged; the copy itself is offered all the same, and so is every other. */
    @Test
    void copiesAreOfferedWhateverStandsBesideThem() throws Exception {
        for (byte[] noted : new byte[][] {
            {'a', 0, 'b'}, {(byte) 0xFF, (byte) 0xFE, 'x'}, {}, "/x/y.mstack".getBytes(StandardCharsets.UTF_8)
        }) {
            Path copy = dir.resolve(java.util.UUID.randomUUID() + ".mstack");
            DocumentFile.write(named("Work"), copy);
            Files.write(dir.resolve(copy.getFileName() + ".origin"), noted);
        }
        try (Autosave here = new Autosave(dir)) {
            List<Autosave.Left> left = here.left();
            assertEquals(List.of("Work", "Work", "Work", "Work"), bodies(left));
            assertEquals(
                    1,
                    left.stream()
                            .filter(l -> Path.of("/x/y.mstack").equals(l.origin()))
                            .count());
            left.forEach(Autosave.Left::discard);
        }
    }

    /** The number of the process that made it belongs to a living one, which is another program. */
    @Test
    void aCopyIsOfferedWhereItsNumberBelongsToAnotherProgram() throws Exception {
        Process other = new ProcessBuilder("sleep", "60").start();
        try {
            Path copy = dir.resolve(other.pid() + ".mstack");
            DocumentFile.write(named("Mine"), copy);
            Files.setLastModifiedTime(copy, FileTime.fromMillis(System.currentTimeMillis() + 60_000));
            try (Autosave here = new Autosave(dir)) {
                List<Autosave.Left> left = here.left();
                assertEquals(List.of("Mine"), bodies(left));
                left.forEach(Autosave.Left::discard);
            }
        } finally {
            other.destroy();
        }
    }
}
