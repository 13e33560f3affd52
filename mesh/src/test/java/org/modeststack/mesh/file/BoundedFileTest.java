package org.modeststack.mesh.file;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.work.Work;

class BoundedFileTest {
    @TempDir
    Path dir;

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 1000, 1 << 20, (1 << 20) + 1, 3_000_000})
    void allThatThereIs(int size) throws IOException {
        byte[] bytes = new byte[size];
        new Random(size).nextBytes(bytes);
        Path file = Files.write(dir.resolve("a"), bytes);
        assertArrayEquals(bytes, BoundedFile.read(file, 4_000_000));
        assertArrayEquals(bytes, BoundedFile.read(file, Math.max(1, size)));
        if (size > 0) assertNull(BoundedFile.read(file, size - 1));
    }

    /** Such as grow while they are read, or are made as they are asked for, say that they are empty. */
    @Test
    void filesThatSayTooLittle() throws IOException {
        Path made = Path.of("/proc/self/maps");
        assumeTrue(Files.exists(made) && Files.size(made) == 0, "a system that makes such files");
        assertTrue(BoundedFile.read(made, 100_000_000).length > 1000);
        assertNull(BoundedFile.read(made, 1000));
    }

    @Test
    void readingCanBeStopped() throws IOException {
        Path file = Files.write(dir.resolve("a"), new byte[10]);
        assertThrows(
                CancellationException.class,
                () -> Work.stoppable(() -> true, () -> {
                    try {
                        return BoundedFile.read(file, 100);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                }));
    }
}
