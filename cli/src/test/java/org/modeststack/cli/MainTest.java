package org.modeststack.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.stack.demo.SkerryLight;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.FormerWords;
import org.modeststack.steps.catalog.Steps;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class MainTest {
    @TempDir
    Path dir;

    private String said;

    /** Runs a command and keeps what it said. */
    private int run(String... args) {
        CliRun r = CliRun.of(args);
        said = r.said();
        return r.code();
    }

    private String path(String name) {
        return dir.resolve(name).toString();
    }

    private JsonNode report(String name) throws IOException {
        return JsonMapper.builder().build().readTree(Files.readString(dir.resolve(name)));
    }

    /** What the program can do is no use to whoever starts it by the script, if that takes the word for a document. */
    @Test
    void theScriptKnowsEveryCommand() throws IOException {
        String script = Files.readString(Path.of("..", "modest"));
        run("--help");
        List<String> commands = said.lines()
                .dropWhile(l -> !l.startsWith("Commands:"))
                .skip(1)
                .filter(l -> l.matches("  \\w.*"))
                .map(l -> l.strip().split(" ", 2)[0])
                .toList();
        assertTrue(commands.contains("apply"), said);
        for (String command : commands)
            assertTrue(script.matches("(?s).*\n  (\\w+ \\| )*" + command + "( \\| \\w+)*\\)\n.*"), command);
    }

    @Test
    void solidsAreMadeCombinedAndChecked() throws IOException {
        assertEquals(
                0, run("apply", "box", "--width", "20", "--depth", "1 cm", "--height", "5", "--out", path("a.obj")));
        assertEquals(
                0,
                run(
                        "apply",
                        "box",
                        "--width",
                        "4",
                        "--depth",
                        "4",
                        "--height",
                        "50",
                        "--origin",
                        "centred",
                        "--out",
                        path("b.stl")));
        int code = run(
                "apply",
                "boolean",
                "--operation",
                "difference",
                "--in",
                path("a.obj"),
                "--with",
                path("b.stl"),
                "--repeat",
                "3",
                "--out",
                path("c.obj"),
                "--report",
                path("r.json"));
        assertEquals(0, code, said);
        JsonNode r = report("r.json");
        assertEquals(1000 - 80, r.path("volume").asDouble(), 1e-9);
        assertEquals(3, r.path("ms").size());
        assertEquals(0, r.path("borderEdges").asInt());
        assertEquals(6, r.path("bounds").size());
        assertEquals(0, run("check", path("c.obj")));
        assertTrue(said.contains("Nothing is wrong."), said);
    }

    /** Two tetrahedra pushed into each other, and one with an edge that has no length. */
    @Test
    void whatMeetsItselfIsToldByCheck() throws IOException {
        Files.writeString(dir.resolve("t.obj"), """
                v 0 0 0
                v 9 0 0
                v 0 9 0
                v 0 0 9
                v 1 1 1
                v 10 1 1
                v 1 10 1
                v 1 1 10
                v 20 0 0
                v 20 0 0
                v 29 0 0
                v 20 9 0
                f 1 3 2
                f 1 2 4
                f 2 3 4
                f 1 4 3
                f 5 7 6
                f 5 6 8
                f 6 7 8
                f 5 8 7
                f 9 10 11 12
                """);
        assertEquals(1, run("check", path("t.obj")));
        assertTrue(said.contains("4 faces that pass through others, in 3 pairs; cured by “Resolve crossings”"), said);
        assertTrue(said.contains("1 face whose outline meets itself"), said);
        assertTrue(said.contains("1 edge without length"), said);
    }

    /** A tetrahedron without a face and with another turned, in loose triangles. */
    @Test
    void aMeshIsMendedByTheStepsItNeeds() throws IOException {
        Files.writeString(dir.resolve("t.obj"), """
                v 0 0 0
                v 9 0 0
                v 0 9 0
                v 0 0 9
                v 0 0 0
                v 0 9 0
                v 0 0 9
                f 1 3 2
                f 1 2 4
                f 5 6 7
                """);
        assertEquals(0, run("mend", path("t.obj"), "--out", path("m.obj")), said);
        assertTrue(said.startsWith("Weld: "), said);
        assertTrue(said.contains("Fill holes: 3 open border edges, in one piece, none left"), said);
        assertTrue(said.contains("Volume 121.500 mm³"), said);
        assertEquals(0, run("check", path("m.obj"), "--places", "2"), said);
        assertEquals(1, run("check", path("t.obj"), "--places", "1"), said);
        assertTrue(said.contains("    at "), said);
    }

    @Test
    void aDocumentIsWorkedOutWithChangedNumbers() throws IOException {
        DocumentFile.write(SkerryLight.document(), dir.resolve("d.mstack"));
        assertEquals(
                0,
                run(
                        "eval",
                        path("d.mstack"),
                        "--body",
                        "Bore",
                        "--set",
                        "Bore/1.diameter=2 cm",
                        "--set",
                        "Bore/cylinder.sides=4",
                        "--out",
                        path("bore.obj"),
                        "--report",
                        path("r.json")),
                said);
        JsonNode steps = report("r.json").get(0).path("steps");
        assertEquals(200 * 80, steps.get(1).path("volume").asDouble(), 1e-6);
        assertTrue(Files.size(dir.resolve("bore.obj")) > 100);
        assertEquals(0, run("render", path("d.mstack"), "--out", path("p.png"), "--size", "320x200"), said);
        assertTrue(Files.size(dir.resolve("p.png")) > 5000);
        for (String mode : List.of("see-through", "EDGES", "shaded_edges"))
            assertEquals(0, run("render", path("d.mstack"), "--out", path("m.png"), "--mode", mode), said);
        assertEquals(2, run("render", path("d.mstack"), "--out", path("m.png"), "--mode", "glass"));
        assertTrue(said.contains("no mode is called glass; there are shaded-edges, shaded,"), said);
    }

    @Test
    void faultsAreOneLineAndExitCodeOne() {
        assertEquals(1, run("check", path("none.obj")));
        assertEquals("There is no file " + path("none.obj") + ".\n", said);
        assertEquals(1, run("apply", "cylinder", "--sides", "2"));
        assertEquals("Sides must be 3 to 10000; it is 2.\n", said);
        assertEquals(1, run("eval", path("none.mstack")));
        assertEquals(1, run("eval", path("none.mstack"), "--set", "Box/1.width=3"));
    }

    @Test
    void wrongUsageIsExitCodeTwo() {
        assertEquals(2, run("apply"));
        assertEquals(2, run("apply", "weld"));
        assertEquals(2, run("apply", "sphere"));
        assertEquals(2, run("eval"));
        assertEquals(2, run());
        assertEquals(2, run("apply", "box", "--length", "3"));
        assertTrue(said.lines().count() <= 3, said);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "eval FILE --set nonsense",
                "eval FILE --set None/1.width=3",
                "eval FILE --set Box/9.width=3",
                "eval FILE --set Box/1.widht=3",
                "eval FILE --upto 99",
                "eval FILE --upto 0 --out x.obj",
                "eval FILE --upto two",
                "eval FILE --body None",
                "eval FILE --units furlong",
                "render FILE --out x.png --size 0x0",
                "render FILE --out x.png --size 3",
                "render FILE --out x.png --size 9999x9999",
                "render FILE --out x.png --samples 3",
                "render FILE --out x.png --repeat 0",
                "apply box --repeat 0",
                "apply box --units yard",
                "check FILE --short wide",
            })
    void optionsThatMakeNoSenseAreExitCodeTwo(String line) throws IOException {
        Files.writeString(dir.resolve("d.mstack"), """
                {"format": "modest-stack", "version": 9, "bodies": [
                  {"id": "a", "name": "Box", "steps": [{"id": 1, "type": "box"}]}]}
                """);
        String[] words = line.split(" ");
        for (int i = 0; i < words.length; i++) {
            if (words[i].equals("FILE")) words[i] = path("d.mstack");
            if (words[i].startsWith("x.")) words[i] = path(words[i]);
        }
        assertEquals(2, run(words), said);
        assertTrue(said.lines().count() <= 3, said);
    }

    /** Scripts that were written before steps and values got the words of the window. */
    @Test
    void formerWordsAreStillTaken() throws IOException {
        String[] now = {"cylinder", "--cap-rings", "3", "--origin", "centred", "--report", path("now.json")};
        String[] then = {"cylinder", "--cap-segments", "3", "--seat", "centered", "--report", path("then.json")};
        assertEquals(0, run("apply", now[0], now[1], now[2], now[3], now[4], now[5], now[6]), said);
        assertEquals(0, run("apply", then[0], then[1], then[2], then[3], then[4], then[5], then[6]), said);
        for (String of : List.of("vertices", "bounds", "volume"))
            assertEquals(report("now.json").get(of), report("then.json").get(of));
        assertEquals(0, run("apply", "box", "--out", path("box.obj")));
        assertEquals(0, run("apply", "turn-faces", "--in", path("box.obj")), said);
        assertEquals(0, run("apply", "turn-faces-one-way", "--in", path("box.obj")), said);
        run("apply", "--help");
        for (String former : FormerWords.types().keySet())
            assertFalse(said.lines().anyMatch(l -> l.strip().split(" ")[0].equals(former)), former);
    }

    @Test
    void everyStepHasHelpWithItsParameters() {
        for (StepDescriptor d : Steps.ALL) {
            assertEquals(0, run("apply", d.type(), "--help"), d.type());
            assertTrue(said.contains("--report"), said);
        }
        run("apply", "cylinder", "--help");
        assertTrue(said.contains("--cap-rings") && said.contains("In mm."), said);
    }

    @Test
    void stepsOnPickedElementsTakeThePickAsText() throws IOException {
        assertEquals(
                0, run("apply", "box", "--width", "10", "--depth", "10", "--height", "10", "--out", path("b.obj")));
        assertEquals(
                0,
                run(
                        "apply",
                        "extrude",
                        "--in",
                        path("b.obj"),
                        "--faces",
                        "faces: facing 0 0 1 5",
                        "--distance",
                        "5",
                        "--report",
                        path("e.json")));
        assertEquals(1500, report("e.json").get("volume").asDouble(), 1e-9);
        assertEquals(1, run("apply", "extrude", "--in", path("b.obj"), "--faces", "faces: blunt 3"));
        assertTrue(said.contains("Faces cannot be understood: there is no \"blunt\" in a pick"), said);
        assertEquals(0, run("apply", "extrude", "--in", path("b.obj"), "--report", path("n.json")));
        assertTrue(report("n.json").get("messages").toString().contains("No faces are picked"), said);
        for (StepDescriptor d : Steps.ALL) assertEquals(0, run("apply", d.type(), "--help"), d.type());
    }
}
