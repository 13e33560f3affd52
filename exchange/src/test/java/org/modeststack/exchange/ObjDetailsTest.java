package org.modeststack.exchange;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.exchange.obj.ObjReader;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.exchange.stl.StlReader;
import org.modeststack.exchange.stl.StlWriter;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;

/** Wavefront OBJ and STL as files in the wild have them. */
class ObjDetailsTest {
    @TempDir
    static Path dir;

    static Mesh read(String obj) throws ExchangeException {
        return ObjReader.read(obj.getBytes(StandardCharsets.UTF_8), Path.of("a.obj"), LengthUnit.MM)
                .mesh();
    }

    static final String TRIANGLE = "v 0 0 0\nv 1 0 0\nv 0 1 0\n";

    @ParameterizedTest
    @ValueSource(
            strings = {
                "f 1 2 3",
                "f 1/1 2/2 3/3",
                "f 1//1 2//1 3//1",
                "f 1/1/1 2/2/1 3/3/1",
                "f -3 -2 -1",
                "  f   1   2   3  ",
                "f\t1\t2\t3",
                "f 1 2 3 # a remark",
                "g part\nf 1 2 3",
                "o thing\ns 1\nf 1 2 3",
                "usemtl none\nf 1 2 3",
                "vt 0 0\nvn 0 0 1\nf 1 2 3",
                "l 1 2\np 1\nf 1 2 3"
            })
    void allWaysToWriteOneTriangle(String face) throws ExchangeException {
        Mesh m = read(TRIANGLE + face + "\n");
        assertArrayEquals(new int[] {0, 1, 2}, m.corners());
    }

    @ParameterizedTest
    @CsvSource({"\\n", "\\r\\n"})
    void anyEndOfLine(String end) throws ExchangeException {
        String e = end.replace("\\n", "\n").replace("\\r", "\r");
        assertEquals(1, read((TRIANGLE + "f 1 2 3\n").replace("\n", e)).faceCount());
    }

    @Test
    void theLastLineNeedsNoEnd() throws ExchangeException {
        assertEquals(1, read(TRIANGLE + "f 1 2 3").faceCount());
    }

    @ParameterizedTest
    @CsvSource({"1e3, 1000", "-1.5E-2, -0.015", ".5, 0.5", "5., 5", "+2, 2", "0.1, 0.1", "1e-59, 1e-59", "1e-320, 0"})
    void numbersInAllTheirForms(String text, double value) throws ExchangeException {
        assertEquals(
                value, read("v " + text + " 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n").x(0));
    }

    @Test
    void severalMaterialsKeepTheirFaces(@TempDir Path here) throws ExchangeException {
        Mesh cube = MeshFixtures.cube(1);
        MeshBuilder b = new MeshBuilder(16, 12);
        b.append(cube.withMaterial("brass"), k -> k);
        b.append(MeshFixtures.moved(cube, 3, 0, 0).withMaterial("stone grey"), k -> k + 1);
        Materials looks = Materials.of(List.of(new Material("brass", 0xC2A468), new Material("stone grey", 0x808080)));
        MeshFormat.write(b.build(), looks, here.resolve("two.obj"), LengthUnit.MM);
        Loaded loaded = MeshFormat.read(here.resolve("two.obj"), LengthUnit.MM);
        Mesh again = loaded.mesh();
        assertEquals(2, again.materials().size());
        for (int f = 0; f < 12; f++) {
            int first = again.corners()[again.offsets()[f]];
            assertEquals(
                    again.x(first) < 2 ? 0xC2A468 : 0x808080,
                    loaded.materials().get(again.materialOf(f)).rgb());
        }
    }

    /** The published way to say how much is hidden, and the other way round that some programs write. */
    @ParameterizedTest
    @CsvSource({
        "d 0.25, 0.75",
        "Tr 0.25, 0.25",
        "d 2, 0",
        "Tr 1.5, 1",
        "d 1, 0",
        "d -halo 0.5, 0.5",
        "'d 0.25\nTr 0.25', 0.75",
        "'Tr 0.25\nd 0.25', 0.75"
    })
    void transparencyIsReadBothWays(String line, double transparency, @TempDir Path here)
            throws ExchangeException, IOException {
        Files.writeString(here.resolve("a.mtl"), "newmtl x\nNs 90\n" + line + "\nKd 1 0 0\nPm 1\n");
        Files.writeString(here.resolve("a.obj"), "mtllib a.mtl\n" + TRIANGLE + "usemtl x\nf 1 2 3\n");
        Material x = MeshFormat.read(here.resolve("a.obj"), LengthUnit.MM)
                .materials()
                .get("x");
        assertEquals(new Material("x", 0xFF0000, 1, 1, transparency), x);
    }

    @Test
    void aMissingMaterialFileIsSaidAndDoesNoHarm(@TempDir Path here) throws ExchangeException, IOException {
        Files.writeString(here.resolve("a.obj"), "mtllib gone.mtl\n" + TRIANGLE + "usemtl x\nf 1 2 3\n");
        Loaded l = MeshFormat.read(here.resolve("a.obj"), LengthUnit.MM);
        assertEquals(1, l.mesh().faceCount());
        assertFalse(l.remarks().isEmpty());
    }

    @Test
    void anUnknownEndingNamesTheKnownOnes() {
        ExchangeException e =
                assertThrows(ExchangeException.class, () -> MeshFormat.read(Path.of("a.xyz"), LengthUnit.MM));
        assertTrue(e.getMessage().contains(MeshFormat.endings()), e.getMessage());
    }

    @Test
    void aFileThatIsNotThereIsNamed() {
        ExchangeException e =
                assertThrows(ExchangeException.class, () -> MeshFormat.read(dir.resolve("nowhere.stl"), LengthUnit.MM));
        assertTrue(e.getMessage().startsWith("There is no file"), e.getMessage());
    }

    @Test
    void aFolderThatIsNotThereIsNamed() {
        ExchangeException e = assertThrows(
                ExchangeException.class,
                () -> MeshFormat.write(
                        MeshFixtures.cube(1), Materials.NONE, dir.resolve("no").resolve("a.obj"), LengthUnit.MM));
        assertTrue(e.getMessage().contains("the folder does not exist"), e.getMessage());
    }

    /** STL has no shared vertices; those at the same place become one. */
    @Test
    void stlCornersAtOnePlaceAreOneVertex() throws ExchangeException {
        byte[] stl = StlWriter.binary(MeshFixtures.cube(2), LengthUnit.MM);
        Mesh m = StlReader.read(stl, "a.stl", LengthUnit.MM).mesh();
        assertEquals(8, m.vertexCount());
        assertEquals(12, m.faceCount());
        assertTrue(Health.of(m).isClosed());
    }

    /** Some binary files begin with the word "solid" all the same. */
    @Test
    void aBinaryFileThatBeginsLikeTextIsReadAsBinary() throws ExchangeException {
        byte[] stl = StlWriter.binary(MeshFixtures.cube(2), LengthUnit.MM);
        System.arraycopy("solid cube".getBytes(StandardCharsets.US_ASCII), 0, stl, 0, 10);
        assertEquals(12, StlReader.read(stl, "a.stl", LengthUnit.MM).mesh().faceCount());
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 40, 79, 83, 84, 100, 683})
    void aShortenedStlEndsInOneLine(int length) throws ExchangeException {
        byte[] stl = StlWriter.binary(MeshFixtures.cube(2), LengthUnit.MM);
        byte[] cut = java.util.Arrays.copyOf(stl, length);
        ExchangeException e = assertThrows(ExchangeException.class, () -> StlReader.read(cut, "a.stl", LengthUnit.MM));
        assertTrue(e.getMessage().startsWith("a.stl"), e.getMessage());
        assertFalse(e.getMessage().contains("\n"));
    }
}
