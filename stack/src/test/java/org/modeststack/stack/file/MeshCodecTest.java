package org.modeststack.stack.file;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotSame;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.function.Function;
import java.util.zip.DeflaterOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.work.Work;

class MeshCodecTest {
    /** Meshes that are written now have no looks with them. */
    private static final Function<Material, String> NONE = m -> {
        throw new AssertionError(m);
    };

    /** Unequal in all that can be: colours at every corner, three tags with weights of their own, two materials. */
    private static Mesh rich() {
        Mesh cube = MeshFixtures.posed(MeshFixtures.cube(3), new Random(5), 50);
        Random random = new Random(9);
        float[] colors = new float[4 * cube.cornerCount()];
        for (int i = 0; i < colors.length; i++) colors[i] = random.nextFloat();
        int[] materials = new int[cube.faceCount()];
        for (int f = 0; f < materials.length; f++) materials[f] = f % 2;
        float[] places = new float[2 * cube.cornerCount()];
        for (int i = 0; i < places.length; i++) places[i] = random.nextFloat();
        float[] normals = new float[3 * cube.cornerCount()];
        for (int i = 0; i < normals.length / 2; i++) normals[i] = random.nextFloat();
        return Mesh.of(
                cube.xyz(),
                cube.offsets(),
                cube.corners(),
                materials,
                List.of("Messing, poliert", "粉"),
                Map.of(
                        CornerLayer.COLOR,
                        CornerLayer.colors(colors),
                        CornerLayer.NORMAL,
                        CornerLayer.normals(normals),
                        "Textur",
                        new CornerLayer(2, CarryRule.COPY, 0.5f, places)),
                Map.of(
                        "rim",
                        new Tag(ElementKind.EDGE, new long[] {Tag.edge(0, 1), Tag.edge(1, 2)}, new double[] {0.25, 1}),
                        "Ecken",
                        new Tag(ElementKind.VERTEX, CarryRule.MEAN, new long[] {0, 3, 7}, new double[] {0.1, 0.2, 3.5}),
                        "made:x",
                        Tag.faces(1, 4)),
                cube.vertexKeys(),
                cube.faceKeys());
    }

    @Test
    void allThatAMeshStoresComesBackToTheBit() {
        Mesh mesh = rich(), again = MeshCodec.read(MeshCodec.write(mesh), NONE);
        assertTrue(mesh.sameAs(again));
        // One by one, so that this does not rest on that comparison alone.
        assertEquals(mesh.materials(), again.materials());
        assertEquals(mesh.cornerLayers().get("Textur"), again.cornerLayers().get("Textur"));
        assertArrayEquals(mesh.cornerNormals(), again.cornerNormals());
        assertEquals(mesh.tags().keySet(), again.tags().keySet());
        for (String name : mesh.tags().keySet()) {
            Tag was = mesh.tag(name), is = again.tag(name);
            assertEquals(was.kind(), is.kind());
            assertEquals(was.rule(), is.rule());
            for (int i = 0; i < was.size(); i++) {
                assertEquals(was.element(i), is.element(i));
                assertEquals(was.weight(i), is.weight(i));
            }
        }
        for (int i = 0; i < mesh.cornerColors().length; i++)
            assertEquals(mesh.cornerColors()[i], again.cornerColors()[i]);
    }

    /** Fewer and more than what is gathered before it is packed. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 20, 60})
    void meshesOfAnySizeComeBack(int cells) {
        Mesh grid = MeshFixtures.sheet(cells);
        assertTrue(grid.sameAs(MeshCodec.read(MeshCodec.write(grid), NONE)));
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 5, 40, 200})
    void whatIsCutOffSaysSo(int kept) {
        String whole = MeshCodec.write(rich());
        IllegalArgumentException e =
                assertThrows(IllegalArgumentException.class, () -> MeshCodec.read(whole.substring(0, kept), NONE));
        assertTrue(!e.getMessage().isBlank());
    }

    /** A tag that names what is not there, or twice the same, would go wrong only where it is used. */
    @ParameterizedTest
    @CsvSource({"VERTEX, 8, -1", "VERTEX, -1, 8", "FACE, 3, 6", "EDGE, 4294967304, -1", "EDGE, 4294967296, -1"})
    void tagsThatNameWhatIsNotThere(ElementKind kind, long first, long second) {
        long[] elements = second == -1 ? new long[] {first} : new long[] {first, second};
        Mesh cube = MeshFixtures.cube(2);
        String text = MeshCodec.write(
                cube.withTags(Map.of("rim", new Tag(kind, CarryRule.GREATEST, elements, new double[elements.length]))));
        IllegalArgumentException e = assertThrows(IllegalArgumentException.class, () -> MeshCodec.read(text, NONE));
        assertTrue(e.getMessage().startsWith("its tag rim names the "), e.getMessage());
    }

    @Test
    void aVertexThatLiesTooFarOut() {
        Mesh cube = MeshFixtures.cube(2);
        double[] xyz = cube.xyz().clone();
        xyz[7] = 1e200;
        String text = MeshCodec.write(cube.withPositions(xyz));
        IllegalArgumentException e = assertThrows(IllegalArgumentException.class, () -> MeshCodec.read(text, NONE));
        assertEquals("its mesh has a vertex that lies too far out, number 3 at 1.0E200 mm", e.getMessage());
    }

    /** A few megabytes that become gigabytes. */
    @Test
    void whatIsPackedTooCloselyIsNoMesh() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (DeflaterOutputStream out = new DeflaterOutputStream(bytes)) {
            out.write(new byte[] {0, 0, 0, 2, 0x03, (byte) 0xFF, (byte) 0xFF, (byte) 0xFF});
            byte[] zeros = new byte[1 << 20];
            for (int i = 0; i < 300; i++) out.write(zeros);
        }
        String text = Base64.getEncoder().encodeToString(bytes.toByteArray());
        assertTrue(text.length() < 500_000);
        IllegalArgumentException e = assertThrows(IllegalArgumentException.class, () -> MeshCodec.read(text, NONE));
        assertEquals("its mesh is too large for what it holds", e.getMessage());
    }

    @Test
    void theSameContentIsPackedOnce() {
        Mesh one = rich(), same = rich();
        assertNotSame(one, same);
        assertSame(EncodedMeshes.of(one), EncodedMeshes.of(same));
        assertEquals(MeshCodec.write(one), EncodedMeshes.of(one));
    }

    @Test
    void packingCanBeStopped() {
        Mesh grid = MeshFixtures.sheet(100);
        assertThrows(CancellationException.class, () -> Work.stoppable(() -> true, () -> MeshCodec.write(grid)));
    }
}
