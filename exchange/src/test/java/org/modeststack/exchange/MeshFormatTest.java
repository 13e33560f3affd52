package org.modeststack.exchange;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.exchange.obj.ObjReader;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.exchange.stl.StlReader;
import org.modeststack.exchange.stl.StlWriter;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.work.Work;

class MeshFormatTest {
    @Test
    void objKeepsMaterials(@TempDir Path dir) throws ExchangeException {
        Mesh m = MeshFixtures.cube(2).withMaterial("brass");
        Materials looks = Materials.of(List.of(new Material("brass", 0xC2A468, 0.25, 1, 0.125)));
        MeshFormat.write(m, looks, dir.resolve("m.obj"), LengthUnit.MM);
        Loaded l = MeshFormat.read(dir.resolve("m.obj"), LengthUnit.MM);
        assertEquals(m.materials(), l.mesh().materials());
        assertEquals(looks, l.materials());
        assertTrue(l.remarks().isEmpty());
    }

    @ParameterizedTest
    @EnumSource(MeshFormat.class)
    void everyFormatKeepsTheShape(MeshFormat format, @TempDir Path dir) throws ExchangeException {
        Mesh m = MeshFixtures.posed(MeshFixtures.box(0, 0, 0, 1, 2, 3), new Random(3), 5);
        Path file = dir.resolve("m." + format.extension());
        MeshFormat.write(m, Materials.NONE, file, LengthUnit.MM);
        Mesh again = MeshFormat.read(file, LengthUnit.MM).mesh();
        assertEquals(6, Measures.of(again).volume(), 1e-4);
        assertTrue(Health.of(again).isClosed());
        assertEquals(8, again.vertexCount());
    }

    /** A library that belongs to something else stays, whatever it is called; our own is written anew. */
    @Test
    void objLeavesLibrariesOfOthersAlone(@TempDir Path dir) throws ExchangeException, IOException {
        Materials brass = Materials.of(List.of(new Material("brass", 0xC2A468)));
        Mesh m = MeshFixtures.cube(2).withMaterial("brass");
        Files.writeString(dir.resolve("m.mtl"), "newmtl theirs\nKd 1 0 0\n");
        for (int i = 0; i < 2; i++) MeshFormat.write(m, brass, dir.resolve("m.obj"), LengthUnit.MM);
        MeshFormat.write(m, brass, dir.resolve("m.old.obj"), LengthUnit.MM);
        MeshFormat.write(m, brass, dir.resolve("M.OBJ"), LengthUnit.MM);
        assertEquals("newmtl theirs\nKd 1 0 0\n", Files.readString(dir.resolve("m.mtl")));
        assertEquals(List.of("M.OBJ", "M.mtl", "m-2.mtl", "m.mtl", "m.obj", "m.old.mtl", "m.old.obj"), namesIn(dir));
        assertEquals(brass, MeshFormat.read(dir.resolve("m.obj"), LengthUnit.MM).materials());
    }

    /** Earlier versions left no mark in it. */
    @Test
    void objKnowsTheLibraryOfAnEarlierVersion(@TempDir Path dir) throws ExchangeException, IOException {
        Mesh m = MeshFixtures.cube(2).withMaterial("brass");
        MeshFormat.write(m, Materials.NONE, dir.resolve("m.obj"), LengthUnit.MM);
        Files.writeString(dir.resolve("m.mtl"), "newmtl brass\nKd 1 0 0\n");
        MeshFormat.write(m, Materials.NONE, dir.resolve("m.obj"), LengthUnit.MM);
        assertEquals(List.of("m.mtl", "m.obj"), namesIn(dir));
    }

    /** Where the mesh cannot be written, its library is as it was too. */
    @Test
    void objIsWrittenWithItsLibraryOrNotAtAll(@TempDir Path dir) throws ExchangeException, IOException {
        Path file = dir.resolve("m.obj");
        MeshFormat.write(MeshFixtures.cube(2).withMaterial("brass"), Materials.NONE, file, LengthUnit.MM);
        String mesh = Files.readString(file), library = Files.readString(dir.resolve("m.mtl"));
        int[] asked = new int[1];
        assertThrows(
                CancellationException.class,
                () -> Work.stoppable(() -> ++asked[0] > 1, () -> {
                    try {
                        MeshFormat.write(
                                MeshFixtures.cube(3).withMaterial("zinc"), Materials.NONE, file, LengthUnit.MM);
                    } catch (ExchangeException e) {
                        throw new IllegalStateException(e);
                    }
                    return null;
                }));
        assertEquals(mesh, Files.readString(file));
        assertEquals(library, Files.readString(dir.resolve("m.mtl")));
        assertEquals(List.of("m.mtl", "m.obj"), namesIn(dir));
    }

    private static List<String> namesIn(Path dir) throws IOException {
        try (Stream<Path> files = Files.list(dir)) {
            return files.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    /** Some programs begin text with a mark that it is UTF-8. */
    @Test
    void textMayBeginWithTheMarkOfItsEncoding(@TempDir Path dir) throws Exception {
        Mesh m = MeshFixtures.cube(2);
        for (MeshFormat format : List.of(MeshFormat.OBJ, MeshFormat.STL_TEXT)) {
            Path file = dir.resolve("m." + format.extension());
            MeshFormat.write(m, Materials.NONE, file, LengthUnit.MM);
            byte[] plain = Files.readAllBytes(file);
            byte[] marked = ByteBuffer.allocate(plain.length + 3)
                    .put(new byte[] {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF})
                    .put(plain)
                    .array();
            Files.write(file, marked);
            assertEquals(
                    8, Measures.of(MeshFormat.read(file, LengthUnit.MM).mesh()).volume(), 1e-9);
        }
    }

    @Test
    void aLineMayGoOnVeryOften(@TempDir Path dir) throws Exception {
        Path file = dir.resolve("m.obj");
        Files.writeString(file, "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 \\\n" + " \\\n".repeat(200_000) + "3\n");
        assertEquals(1, MeshFormat.read(file, LengthUnit.MM).mesh().faceCount());
    }

    @Test
    void whatIsNoPlainFileIsNotRead(@TempDir Path dir) throws Exception {
        Path pipe = dir.resolve("pipe.obj");
        assumeTrue(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor() == 0, "a system with pipes");
        ExchangeException e = assertThrows(ExchangeException.class, () -> MeshFormat.read(pipe, LengthUnit.MM));
        assertTrue(e.getMessage().endsWith("is not a file that can be read."), e.getMessage());
    }

    @ParameterizedTest
    @CsvSource({"MM, 1", "CM, 10", "M, 1000", "INCH, 25.4"})
    void unitsAreRight(LengthUnit unit, double factor, @TempDir Path dir) throws ExchangeException, IOException {
        Path file = dir.resolve("m.obj");
        Files.writeString(file, "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n");
        assertEquals(factor, MeshFormat.read(file, unit).mesh().bounds().maxX());
        MeshFormat.write(MeshFormat.read(file, unit).mesh(), Materials.NONE, file, unit);
        assertEquals(factor, MeshFormat.read(file, unit).mesh().bounds().maxX());
    }

    /** A triangle of 1 × 2 × 3 units, in every format, read and written in every unit. */
    @ParameterizedTest
    @CsvSource({
        "STL, MM, 1", "STL, CM, 10", "STL, M, 1000", "STL, INCH, 25.4",
        "STL_TEXT, CM, 10", "STL_TEXT, INCH, 25.4", "OBJ, CM, 10", "OBJ, INCH, 25.4"
    })
    void everyFormatTakesEveryUnit(MeshFormat format, LengthUnit unit, double factor, @TempDir Path dir)
            throws ExchangeException {
        Path file = dir.resolve("m." + format.extension());
        Mesh m = MeshFixtures.box(0, 0, 0, factor, 2 * factor, 3 * factor);
        MeshFormat.write(m, Materials.NONE, file, unit);
        Mesh inUnits = MeshFormat.read(file, LengthUnit.MM).mesh();
        assertEquals(1, inUnits.bounds().maxX(), 1e-6);
        assertEquals(2, inUnits.bounds().maxY(), 1e-6);
        assertEquals(3, inUnits.bounds().maxZ(), 1e-6);
        Mesh again = MeshFormat.read(file, unit).mesh();
        assertEquals(factor, again.bounds().maxX(), 1e-6 * factor);
        assertEquals(3 * factor, again.bounds().maxZ(), 1e-6 * factor);
    }

    /**
     * The normal of a facet points outwards by the right-hand rule and has length 1 (the format as commonly published).
     * A tetrahedron in general position, in inches; the normal is worked out here from the written corners by solving
     * for the direction square to two sides.
     */
    @Test
    void facetNormalsFollowTheRightHandRule() throws ExchangeException {
        Mesh m = MeshFixtures.posed(MeshFixtures.tetrahedron(), new Random(8), 40);
        ByteBuffer stl = ByteBuffer.wrap(StlWriter.binary(m, LengthUnit.INCH)).order(ByteOrder.LITTLE_ENDIAN);
        List<Vec3> fromText = new ArrayList<>();
        for (String line : new String(StlWriter.text(m, LengthUnit.INCH), StandardCharsets.US_ASCII).split("\n")) {
            String[] w = line.strip().split(" ");
            if (w[0].equals("facet")) {
                fromText.add(new Vec3(Double.parseDouble(w[2]), Double.parseDouble(w[3]), Double.parseDouble(w[4])));
            }
        }
        assertEquals(4, stl.getInt(80));
        assertEquals(4, fromText.size());
        Vec3 middle = m.bounds().center().times(1 / 25.4);
        for (int i = 0; i < 4; i++) {
            stl.position(84 + 50 * i);
            Vec3 n = triple(stl), a = triple(stl), b = triple(stl), c = triple(stl);
            assertEquals(1, n.length(), 1e-6);
            assertEquals(0, n.dot(b.minus(a)), 1e-6);
            assertEquals(0, n.dot(c.minus(a)), 1e-6);
            assertTrue(n.dot(a.minus(middle)) > 0, "outwards");
            assertEquals(0, fromText.get(i).minus(n).length(), 1e-6);
        }
    }

    /** A facet without area has no normal; zeros are what the format has for it. */
    @Test
    void aFacetWithoutAreaHasNoNormal() throws ExchangeException {
        Mesh m = MeshFixtures.faces(new double[] {0, 0, 0, 1, 0, 0, 2, 0, 0}, new int[][] {{0, 1, 2}});
        ByteBuffer stl = ByteBuffer.wrap(StlWriter.binary(m, LengthUnit.MM)).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < 3; i++) assertEquals(0, stl.getFloat(84 + 4 * i));
    }

    private static Vec3 triple(ByteBuffer in) {
        return new Vec3(in.getFloat(), in.getFloat(), in.getFloat());
    }

    /** STL: 80 bytes of header, a count, 50 bytes a facet (the format as commonly published). */
    @Test
    void binaryStlHasItsPublishedLayout() throws ExchangeException {
        byte[] stl = StlWriter.binary(MeshFixtures.cube(1), LengthUnit.MM);
        assertEquals(84 + 12 * 50, stl.length);
        assertEquals(12, ByteBuffer.wrap(stl).order(ByteOrder.LITTLE_ENDIAN).getInt(80));
    }

    @Test
    void negativeNumbersCountBackwardsAndSlashesArePassedOver(@TempDir Path dir) throws ExchangeException {
        byte[] obj = "v 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 0\nvn 0 0 1\nf -4//1 -3//1 \\\n -2//1 -1//1\n"
                .getBytes(StandardCharsets.UTF_8);
        Mesh m = ObjReader.read(obj, dir.resolve("a.obj"), LengthUnit.MM).mesh();
        assertArrayEquals(new int[] {0, 1, 2, 3}, m.corners());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "v 0 0 0;v 1 0 0;f 1 2 3 | line 3: a face names vertex 3, but the file has only 2.",
                "v 0 0;f 1 1 1 | line 1: z is missing.",
                "v 0 x 0 | line 1: y is not a number: \"x\".",
                "v 0 nan 0 | line 1: y is not a number: \"nan\".",
                "v 0 NaN 0 | line 1: y is not a finite number.",
                "v 1e999 0 0 | line 1: x is not a finite number.",
                "v 0 0 0;f 1 2 | line 2: a face needs at least three corners; this one has 2.",
                "v 0 0 0;f 0 1 1 | line 2: a face names vertex 0, which is not there.",
                "v 0 0 0;f 99999999999 1 1 | line 2: \"99999999999\" does not name a vertex.",
                "<html> | line 1: this is not a line of an OBJ file.",
                "# nothing | has no faces.",
            })
    void brokenObjSaysWhere(String text, String message) {
        byte[] bytes = text.replace(";", "\n").getBytes(StandardCharsets.UTF_8);
        ExchangeException e =
                assertThrows(ExchangeException.class, () -> ObjReader.read(bytes, Path.of("a.obj"), LengthUnit.MM));
        assertTrue(e.getMessage().endsWith(message), e.getMessage());
    }

    @ParameterizedTest
    @CsvSource({"../secret.mtl", "/etc/passwd", "a/../../b.mtl", "..\\\\secret.mtl"})
    void materialFilesFromElsewhereAreNotRead(String path, @TempDir Path dir) throws ExchangeException, IOException {
        Files.writeString(dir.resolve("secret.mtl"), "newmtl secret\nKd 1 0 0\n");
        Path inner = Files.createDirectory(dir.resolve("inner"));
        byte[] obj = ("mtllib " + path + "\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl secret\nf 1 2 3\n")
                .getBytes(StandardCharsets.UTF_8);
        Loaded l = ObjReader.read(obj, inner.resolve("a.obj"), LengthUnit.MM);
        assertTrue(l.remarks().getFirst().contains("was not read"));
        assertEquals(Material.DEFAULT.rgb(), l.materials().get("secret").rgb());
    }

    @Test
    void aLyingStlSaysWhereItBreaksOff() throws ExchangeException {
        byte[] stl = StlWriter.binary(MeshFixtures.cube(1), LengthUnit.MM);
        ByteBuffer.wrap(stl).order(ByteOrder.LITTLE_ENDIAN).putInt(80, 2_000_000_000);
        ExchangeException e = assertThrows(ExchangeException.class, () -> StlReader.read(stl, "a.stl", LengthUnit.MM));
        assertEquals("a.stl says it has 2000000000 facets, but breaks off at byte 684, after 12.", e.getMessage());
    }
}
