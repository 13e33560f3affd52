package org.modeststack.mesh.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a killed program left goes; what is still being written, and what only looks like it, stays. */
class LeftOversTest {
    @TempDir
    Path dir;

    private Set<String> names() throws IOException {
        Set<String> out = new TreeSet<>();
        try (Stream<Path> files = Files.list(dir)) {
            files.forEach(f -> out.add(f.getFileName().toString()));
        }
        return out;
    }

    private Path file(String name) throws IOException {
        return Files.writeString(dir.resolve(name), "half");
    }

    /** The number of a process that has ended. */
    private static long ended() throws IOException, InterruptedException {
        Process p = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-version")
                .redirectErrorStream(true)
                .start();
        p.getInputStream().readAllBytes();
        p.waitFor();
        return p.pid();
    }

    @Test
    void whatBelongsToNoneThatRunsIsTakenAway() throws IOException, InterruptedException {
        String mine = LeftOvers.name("work.mstack"),
                own = "-" + ProcessHandle.current().pid() + "-";
        assertTrue(mine.contains(own), mine);
        String gone = mine.replace(own, "-" + ended() + "-");
        String elsewhere = gone.replaceFirst("\\.[0-9a-f]+-", ".0-"), longAgo = elsewhere.replace("work", "other");
        Set<String> stay = new TreeSet<>(Set.of(mine, elsewhere, ".work.mstack.saving", gone + ".txt", "work.mstack"));
        for (String name : stay) file(name);
        file(gone);
        Files.setLastModifiedTime(file(longAgo), FileTime.from(Instant.now().minus(Duration.ofDays(3))));
        Files.createDirectory(dir.resolve(gone.replace("work", "folder")));
        stay.add(gone.replace("work", "folder"));
        LeftOvers.remove(dir);
        assertEquals(stay, names());
    }

    /** The longest names that there are can be saved too. */
    @Test
    void longNamesAreNotMadeLonger() throws IOException {
        Path longest = dir.resolve("\u00e4".repeat(120) + ".mstack");
        AtomicFile.write(longest, out -> out.write(7));
        assertEquals(Set.of(longest.getFileName().toString()), names());
    }
}
