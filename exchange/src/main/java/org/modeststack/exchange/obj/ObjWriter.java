package org.modeststack.exchange.obj;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.mesh.work.Work;

/**
 * Wavefront OBJ with its material library beside it. Coordinates are written with as many digits as it takes to read
 * the same doubles back (in millimetres; another unit rounds once).
 */
public final class ObjWriter {
    private ObjWriter() {}

    /** Writes both files or none. A library of the same name that belongs to something else is left alone. */
    public static void write(Mesh mesh, Materials materials, Path file, LengthUnit unit) throws IOException {
        Path library = ObjLibraryName.of(file);
        // The library first: a mesh never names one that is not there.
        Map<Path, AtomicFile.Content> files = new LinkedHashMap<>();
        files.put(library, bytes -> library(mesh, materials, file, bytes));
        files.put(file, bytes -> mesh(mesh, library.getFileName().toString(), unit, bytes));
        AtomicFile.writeTogether(files);
    }

    private static void mesh(Mesh mesh, String library, LengthUnit unit, OutputStream bytes) throws IOException {
        try (Writer out = new BufferedWriter(new OutputStreamWriter(bytes, StandardCharsets.UTF_8))) {
            out.write(ObjLibraryName.OURS + ", lengths in " + unit.name().toLowerCase(Locale.ROOT) + "\n");
            out.write("mtllib " + library + "\n");
            double scale = unit.millimetres();
            StringBuilder s = new StringBuilder();
            for (int v = 0; v < mesh.vertexCount(); v++) {
                Work.checkpoint(v);
                s.setLength(0);
                s.append("v ").append(mesh.x(v) / scale).append(' ').append(mesh.y(v) / scale);
                out.append(s.append(' ').append(mesh.z(v) / scale).append('\n'));
            }
            int material = -1;
            for (int f = 0; f < mesh.faceCount(); f++) {
                Work.checkpoint(f);
                if (mesh.faceMaterials()[f] != material) {
                    material = mesh.faceMaterials()[f];
                    out.write("usemtl " + word(mesh.materials().get(material)) + "\n");
                }
                s.setLength(0);
                s.append('f');
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                    s.append(' ').append(mesh.corners()[c] + 1);
                out.append(s.append('\n'));
            }
        }
    }

    private static void library(Mesh mesh, Materials materials, Path file, OutputStream bytes) throws IOException {
        try (Writer out = new BufferedWriter(new OutputStreamWriter(bytes, StandardCharsets.UTF_8))) {
            out.write(ObjLibraryName.mark(file) + "\n");
            Set<String> written = new HashSet<>();
            for (String name : mesh.materials()) {
                if (!written.add(word(name))) continue;
                Material m = materials.get(name);
                out.write("newmtl " + word(name) + "\n");
                out.write(String.format(
                        Locale.ROOT,
                        "Kd %.6f %.6f %.6f\n",
                        (m.rgb() >> 16 & 255) / 255.0,
                        (m.rgb() >> 8 & 255) / 255.0,
                        (m.rgb() & 255) / 255.0));
                out.write(String.format(Locale.ROOT, "d %.6f\n", 1 - m.transparency()));
                // Not in the format as it was published, but several programs write and read these two.
                out.write(String.format(Locale.ROOT, "Pr %.6f\nPm %.6f\n", m.roughness(), m.metal()));
            }
        }
    }

    /** A name as one word, as readers of the format expect it. */
    private static String word(String name) {
        return name.replaceAll("\\s+", "_");
    }
}
