package org.modeststack.exchange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Measures;

/** Small files that ask for much, and numbers from the ends of what there is. */
class ExtremeFilesTest {
    @TempDir
    Path dir;

    private Mesh read(String name, String text) throws ExchangeException, IOException {
        return MeshFormat.read(Files.writeString(dir.resolve(name), text), LengthUnit.MM)
                .mesh();
    }

    /** Each name is looked up once, whatever their number. */
    @Test
    void veryManyMaterials() throws ExchangeException, IOException {
        int n = 200_000;
        StringBuilder s = new StringBuilder("v 0 0 0\nv 1 0 0\nv 0 1 0\n");
        for (int i = 0; i < n; i++) s.append("usemtl m").append(i).append("\nf 1 2 3\n");
        Mesh m = read("many.obj", s.toString());
        assertEquals(n, m.materials().size());
        // All faces on three vertices: each edge is looked at once.
        assertEquals(1, Measures.of(m).shells());
        assertEquals(n / 2.0, Measures.of(m).area(), 1e-6);
    }

    @Test
    void aVeryLongLine() throws ExchangeException, IOException {
        StringBuilder s = new StringBuilder("v 0 0 0\nv 1 0 0\nv 0 1 0\n#");
        s.repeat("x", 20_000_000).append("\nf 1 2 3\n");
        assertEquals(1, read("long.obj", s.toString()).faceCount());
    }

    @ParameterizedTest
    @CsvSource({"1e308", "-1e308", "1.5e12", "1e100"})
    void whatLiesTooFarOutIsRefusedWithItsPlace(String far) throws IOException {
        ExchangeException obj = assertThrows(
                ExchangeException.class, () -> read("far.obj", "v 0 0 0\nv 1 0 0\nv 0 1 " + far + "\nf 1 2 3\n"));
        assertTrue(
                obj.getMessage().startsWith("far.obj, line 3: vertex 3 lies too far out: its z is "), obj.getMessage());
        String facet = "solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 " + far
                + " 0\nendloop\nendfacet\nendsolid a\n";
        ExchangeException text = assertThrows(ExchangeException.class, () -> read("far.stl", facet));
        assertTrue(text.getMessage().startsWith("far.stl, line 6: a corner lies too far out"), text.getMessage());
        ByteBuffer b = ByteBuffer.allocate(134).order(ByteOrder.LITTLE_ENDIAN);
        b.putInt(80, 1).putFloat(84 + 12, 3e30f);
        Path file = Files.write(dir.resolve("far-binary.stl"), b.array());
        ExchangeException binary = assertThrows(ExchangeException.class, () -> MeshFormat.read(file, LengthUnit.MM));
        assertTrue(binary.getMessage().contains("the facet at byte 84 has a corner that lies too far out"));
    }

    /** In metres what is a million kilometres out is too far sooner. */
    @Test
    void farIsMeantInMillimetres() throws IOException {
        Path file = Files.writeString(dir.resolve("m.obj"), "v 0 0 0\nv 1e10 0 0\nv 0 1 0\nf 1 2 3\n");
        assertThrows(ExchangeException.class, () -> MeshFormat.read(file, LengthUnit.M));
    }

    @Test
    void whatIsAlmostZeroIsZero() throws ExchangeException, IOException {
        Mesh m = read("near.obj", "v 1e-200 0 -4.9e-324\nv 1 1e-17 0\nv 0 1 0\nf 1 2 3\n");
        assertEquals(0, m.x(0));
        assertEquals(0, m.z(0));
        assertEquals(1e-17, m.y(1));
    }
}
