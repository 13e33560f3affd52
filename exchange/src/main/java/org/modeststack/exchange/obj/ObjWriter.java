package org.modeststack.exchange.obj;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;

/**
 * Wavefront OBJ with its material library beside it. Coordinates are written with as many digits as it takes to read
 * the same doubles back (in millimetres; another unit rounds once).
 */
public final class ObjWriter {
    private ObjWriter() {}

    public static void write(Mesh mesh, Path file, LengthUnit unit) throws IOException {
        String base = file.getFileName().toString().replaceFirst("\\.[^.]*$", "");
        Path library = file.resolveSibling(base + ".mtl");
        try (BufferedWriter out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
            out.write("# Modest Stack, lengths in " + unit.name().toLowerCase(Locale.ROOT) + "\n");
            out.write("mtllib " + library.getFileName() + "\n");
            double scale = unit.millimetres();
            StringBuilder s = new StringBuilder();
            for (int v = 0; v < mesh.vertexCount(); v++) {
                s.setLength(0);
                s.append("v ").append(mesh.x(v) / scale).append(' ').append(mesh.y(v) / scale);
                out.append(s.append(' ').append(mesh.z(v) / scale).append('\n'));
            }
            int material = -1;
            for (int f = 0; f < mesh.faceCount(); f++) {
                if (mesh.faceMaterials()[f] != material) {
                    material = mesh.faceMaterials()[f];
                    out.write("usemtl " + name(mesh.materials().get(material)) + "\n");
                }
                s.setLength(0);
                s.append('f');
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                    s.append(' ').append(mesh.corners()[c] + 1);
                out.append(s.append('\n'));
            }
        }
        try (BufferedWriter out = Files.newBufferedWriter(library, StandardCharsets.UTF_8)) {
            Set<String> written = new HashSet<>();
            for (Material m : mesh.materials()) {
                if (!written.add(name(m))) continue;
                out.write("newmtl " + name(m) + "\n");
                out.write(String.format(
                        Locale.ROOT,
                        "Kd %.6f %.6f %.6f\n",
                        (m.rgb() >> 16 & 255) / 255.0,
                        (m.rgb() >> 8 & 255) / 255.0,
                        (m.rgb() & 255) / 255.0));
            }
        }
    }

    private static String name(Material m) {
        return m.name().replaceAll("\\s+", "_");
    }
}
