package org.modeststack.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is said of bodies that were closed and are so no more. */
class StrictEvalTest {
    @TempDir
    Path dir;

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // The lid of a box is taken off.
                "{'id':2,'type':'delete','values':{'what':'faces: facing 0 0 1 10'}} | with 4 open edges | 1",
                "{'id':2,'type':'delete','values':{'what':'faces: facing 0 0 1 10'}}, {'id':3,'type':'fill-holes'} | '' | 0",
                "{'id':2,'type':'subdivide'} | '' | 0",
                "{'id':2,'type':'delete','enabled':false,'values':{'what':'faces: facing 0 0 1 10'}} | '' | 0",
            })
    void bodiesThatEndOpenOrFlipped(String steps, String wrong, int code) throws IOException {
        Path file = dir.resolve("d.mstack");
        Files.writeString(file, """
                {"format": "modest-stack", "version": 9, "bodies": [
                  {"id": "a", "name": "Box", "steps": [{"id": 1, "type": "box"}, STEPS]}]}
                """.replace("STEPS", steps.replace('\'', '"')));
        CliRun run = CliRun.of("eval", file.toString());
        assertEquals(0, run.code(), run.said());
        assertTrue(run.said().contains(wrong), run.said());
        assertEquals(wrong.isEmpty(), run.said().isEmpty(), run.said());
        assertEquals(code, CliRun.of("eval", file.toString(), "--strict").code());
    }
}
