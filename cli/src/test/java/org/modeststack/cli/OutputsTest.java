package org.modeststack.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What commands write, and what they must not. */
class OutputsTest {
    private static final String CUT_BALL = """
            {"format": "modest-stack", "version": 9, "units": "mm", "nextId": 9, "bodies": [
              {"id": "a", "name": "Ball", "steps": [{"id": 1, "type": "uv-sphere"},
                {"id": 2, "type": "boolean", "values": {"with": ["b"]}}]},
              {"id": "b", "name": "Peg", "steps": [{"id": 3, "type": "cylinder"},
                {"id": 4, "type": "extrude", "values": {"faces": "faces: blunt 3"}}]}]}
            """;

    @TempDir
    Path dir;

    @BeforeEach
    void files() throws IOException {
        assertEquals(0, CliRun.of("apply", "box", "--out", path("m.obj")).code());
        Files.writeString(dir.resolve("broken.mstack"), CUT_BALL);
        Files.writeString(dir.resolve("d.mstack"), CUT_BALL.replace("faces: blunt 3", "faces: facing 0 0 1 10"));
        Files.writeString(dir.resolve("picture.png"), "a picture");
        assertEquals("", CliRun.of("eval", path("d.mstack")).said());
    }

    private String path(String name) {
        return dir.resolve(name).toString();
    }

    private Map<String, String> all() throws IOException {
        Map<String, String> out = new TreeMap<>();
        try (Stream<Path> files = Files.list(dir)) {
            for (Path f : files.toList())
                out.put(f.getFileName().toString(), Files.readString(f, StandardCharsets.ISO_8859_1));
        }
        return out;
    }

    private String[] inFolder(String line) {
        return Arrays.stream(line.split(" "))
                .map(w -> w.matches("[\\w-]+(/[\\w-]+)*\\.\\w+") ? path(w) : w)
                .toArray(String[]::new);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "eval d.mstack --report d.mstack",
                "eval d.mstack --report broken.mstack",
                "eval d.mstack --report m.obj",
                "eval d.mstack --report m.mtl",
                "eval d.mstack --body Ball --out d.mstack",
                "eval d.mstack --body Ball --out picture.png",
                "eval d.mstack --body Ball --out r.obj --report r.obj",
                "apply weld --in m.obj --report m.obj",
                "apply boolean --in m.obj --with m.obj --report picture.png",
                "apply box --out same.stl --report same.stl",
                "apply box --out m.mtl",
                "apply box --out a.xyz",
                "mend m.obj --out d.mstack",
                "render d.mstack --out d.mstack",
                "render m.obj --out m.obj",
                "render d.mstack --out x.png --report x.png",
                "render d.mstack --out new.obj",
            })
    void nothingTakesThePlaceOfAnotherKindOfThing(String line) throws IOException {
        Map<String, String> before = all();
        CliRun run = CliRun.of(inFolder(line));
        assertEquals(2, run.code(), run.said());
        assertEquals(before, all());
    }

    /** A document may go by any name, and so is known by being read. */
    @Test
    void whatIsReadIsKnownByAnyName() throws IOException {
        Files.copy(dir.resolve("d.mstack"), dir.resolve("d.json"));
        Files.createSymbolicLink(dir.resolve("link.json"), dir.resolve("d.json"));
        Map<String, String> before = all();
        for (String report : List.of("d.json", "link.json"))
            assertEquals(
                    2,
                    CliRun.of("eval", path("d.json"), "--report", path(report)).code());
        assertEquals(before, all());
    }

    @Test
    void aMeshMayTakeThePlaceOfTheOneItComesOf() {
        CliRun run = CliRun.of("apply", "subdivide", "--in", path("m.obj"), "--out", path("m.obj"));
        assertEquals(0, run.code(), run.said());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "eval broken.mstack --body Peg --out m.obj",
                "eval broken.mstack --body Ball --out m.obj",
                "render broken.mstack --out picture.png",
                "apply cylinder --sides 2 --out m.obj",
                "apply extrude --in m.obj --faces faces:~blunt~3 --out m.obj",
                "render d.mstack --out nowhere/x.png",
                "eval d.mstack --body Peg --out nowhere/x.obj",
                "eval d.mstack --report nowhere/x.json",
            })
    void whatGoesWrongLeavesFilesAsTheyWere(String line) throws IOException {
        Map<String, String> before = all();
        String[] words = inFolder(line);
        for (int i = 0; i < words.length; i++) words[i] = words[i].replace('~', ' ');
        CliRun run = CliRun.of(words);
        assertEquals(1, run.code(), run.said());
        List<String> lines = new ArrayList<>(run.said().lines().toList());
        assertFalse(lines.isEmpty());
        assertFalse(run.said().contains("\tat ") || run.said().contains("Exception"), run.said());
        assertEquals(before, all());
    }

    /** What the reader has said the step does not say again. */
    @Test
    void eachFaultIsSaidOnce() {
        List<String> said =
                CliRun.of("eval", path("broken.mstack")).said().lines().toList();
        assertEquals(
                List.of(
                        "Peg, step 2: This step cannot be read: Faces cannot be \"faces: blunt 3\": there is no \"blunt\" in a pick; it"
                                + " takes all, hand, sharper, border, tag, made, facing, inside, material, sides, or grow, shrink,"
                                + " loop, ring, connected, flush, rim, invert. It is kept as it is, but not carried out."),
                said);
    }

    @Test
    void outputThatCannotBeWrittenIsAFault() {
        OutputStream full = new OutputStream() {
            @Override
            public void write(int b) throws IOException {
                throw new IOException("No space left on device");
            }
        };
        for (String line : List.of("eval d.mstack --report -", "check m.obj", "mend m.obj")) {
            CliRun run = CliRun.into(full, inFolder(line));
            assertEquals(1, run.code(), line);
            assertTrue(run.said().contains("The output could not be written."), run.said());
        }
    }
}
