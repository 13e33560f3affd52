package org.modeststack.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Booleans from the command line, on files. */
class BooleanCommandTest {
    @TempDir
    Path dir;

    private String said;
    private String faults;

    @BeforeEach
    void meshes() throws ExchangeException {
        write("a.obj", MeshFixtures.cube(2));
        write("b.obj", MeshFixtures.box(1, 1, 1, 3, 3, 3));
        write("c.obj", MeshFixtures.box(0, 0, 1, 1, 1, 4));
        write("ground.obj", MeshFixtures.moved(MeshFixtures.sheet(4), -1, -1, 0.5));
        write("small.obj", MeshFixtures.moved(MeshFixtures.sheet(1), 0.5, 0.5, 0.5));
    }

    private void write(String name, Mesh mesh) throws ExchangeException {
        MeshFormat.write(mesh, Materials.NONE, dir.resolve(name), LengthUnit.MM);
    }

    private int run(String... words) {
        List<String> args = new ArrayList<>();
        for (String w : words) args.add(w.endsWith(".obj") ? dir.resolve(w).toString() : w);
        CliRun r = CliRun.of(args.toArray(String[]::new));
        said = r.out();
        faults = r.err();
        return r.code();
    }

    private JsonNode report() {
        return JsonMapper.builder().build().readTree(said);
    }

    @ParameterizedTest
    @CsvSource({"union, 15", "difference, 7", "intersection, 1"})
    void eachOperationOnTwoFiles(String operation, double volume) throws ExchangeException {
        assertEquals(
                0,
                run(
                        "apply",
                        "boolean",
                        "--operation",
                        operation,
                        "--in",
                        "a.obj",
                        "--with",
                        "b.obj",
                        "--out",
                        "out.obj",
                        "--report",
                        "-"));
        assertEquals(volume, report().get("volume").asDouble(), 1e-12);
        assertEquals(0, report().get("borderEdges").asInt());
        assertEquals(
                report().get("faces").asInt(),
                MeshFormat.read(dir.resolve("out.obj"), LengthUnit.MM).mesh().faceCount());
    }

    @Test
    void severalOperandsInOneStep() {
        assertEquals(
                0,
                run(
                        "apply",
                        "boolean",
                        "--operation",
                        "union",
                        "--in",
                        "a.obj",
                        "--with",
                        "b.obj",
                        "--with",
                        "c.obj",
                        "--report",
                        "-"));
        assertEquals(8 + 8 - 1 + 2, report().get("volume").asDouble(), 1e-12);
        assertEquals("boolean", report().get("type").asString());
    }

    @ParameterizedTest
    @CsvSource({"off, 6", "on, 2"})
    void aSheetCanBeFlipped(String flip, double volume) {
        assertEquals(
                0,
                run(
                        "apply",
                        "boolean",
                        "--in",
                        "a.obj",
                        "--with",
                        "ground.obj",
                        "--flip-sheets",
                        flip,
                        "--report",
                        "-"));
        assertEquals(volume, report().get("volume").asDouble(), 1e-12);
    }

    @Test
    void aSheetThatDoesNotDivideIsOneClearLine() {
        assertEquals(1, run("apply", "boolean", "--in", "a.obj", "--with", "small.obj"));
        assertEquals(1, faults.strip().lines().count(), faults);
        assertTrue(faults.contains("does not divide this body"), faults);
        assertTrue(said.isEmpty());
    }

    @Test
    void repeatsAreTimedOneByOne() {
        assertEquals(0, run("apply", "boolean", "--in", "a.obj", "--with", "b.obj", "--repeat", "5", "--report", "-"));
        assertEquals(5, report().get("ms").size());
        double kept = report().get("volume").asDouble();
        assertEquals(
                0,
                run(
                        "apply",
                        "boolean",
                        "--in",
                        "a.obj",
                        "--with",
                        "b.obj",
                        "--repeat",
                        "3",
                        "--fresh",
                        "--report",
                        "-"));
        assertEquals(3, report().get("ms").size());
        assertEquals(kept, report().get("volume").asDouble());
    }

    @Test
    void joiningKeepsTheShells() {
        assertEquals(0, run("apply", "join", "--in", "a.obj", "--with", "b.obj", "--report", "-"));
        assertEquals(2, report().get("shells").asInt());
        assertEquals(12, report().get("faces").asInt());
    }

    @Test
    void aShellThatIsNotThereIsOneClearLine() {
        assertEquals(1, run("apply", "keep-one-shell", "--in", "a.obj", "--shell", "2"));
        assertEquals("There is no shell 2: the mesh has only 1.", last(faults));
    }

    private static String last(String lines) {
        String l = lines.strip();
        int colon = l.indexOf("There");
        return colon < 0 ? l : l.substring(colon);
    }

    @Test
    void aWrongWordListsWhatCanBeChosen() {
        int code = run("apply", "boolean", "--operation", "merge", "--in", "a.obj", "--with", "b.obj");
        assertTrue(code == 1 || code == 2);
        assertTrue(faults.contains("union"), faults);
    }

    @Test
    void aMissingFileIsNamed() {
        assertEquals(1, run("apply", "boolean", "--in", "a.obj", "--with", "nowhere.obj"));
        assertTrue(faults.contains("nowhere.obj"), faults);
        assertFalse(faults.contains("Exception"), faults);
    }

    @Test
    void theReportGoesToAFileToo() throws java.io.IOException {
        Path file = dir.resolve("r.json");
        assertEquals(0, run("apply", "boolean", "--in", "a.obj", "--with", "b.obj", "--report", file.toString()));
        assertTrue(Files.readString(file).contains("\"volume\""));
    }

    /** Of several kinds of other bodies each has an option of its own; what is named for none is for the first. */
    @Test
    void bodiesForSeveralPurposesAreToldApart() {
        assertEquals(
                0,
                run(
                        "apply",
                        "row-array",
                        "--in",
                        "a.obj",
                        "--count",
                        "5",
                        "--offset",
                        "100 0 0",
                        "--last-copy",
                        "small.obj",
                        "--report",
                        "-"));
        double with = report().get("volume").asDouble();
        assertEquals(5, report().get("shells").asInt());
        assertEquals(
                0, run("apply", "row-array", "--in", "a.obj", "--count", "5", "--offset", "100 0 0", "--report", "-"));
        assertTrue(report().get("volume").asDouble() != with);
        assertEquals(
                0, run("apply", "scatter", "--in", "a.obj", "--with", "b.obj", "--where", "vertices", "--report", "-"));
        assertEquals(8, report().get("shells").asInt());
    }
}
