package org.modeststack.exchange.obj;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Where the material library of an OBJ file goes: beside it, under its name if that is free or was given to a library of
 * the same mesh before, else with a number behind it. Libraries that are made here say in their first line what they
 * belong to.
 */
final class ObjLibraryName {
    /** How all files begin that are made here. */
    static final String OURS = "# Modest Stack";

    private static final int LONGEST_LINE = 1 << 12;

    private ObjLibraryName() {}

    /** The first line of the library that goes with a mesh. */
    static String mark(Path mesh) {
        return OURS + ", materials of " + mesh.getFileName().toString().replaceAll("\\p{Cntrl}", " ");
    }

    static Path of(Path mesh) throws IOException {
        String base = mesh.getFileName().toString().replaceFirst("\\.[^.]*$", "");
        for (int n = 1; ; n++) {
            Path library = mesh.resolveSibling(base + (n == 1 ? "" : "-" + n) + ".mtl");
            if (!Files.exists(library) || belongsTo(library, mesh)) return library;
        }
    }

    private static boolean belongsTo(Path library, Path mesh) throws IOException {
        if (!Files.isRegularFile(library)) return false;
        if (line(library, 0).equals(mark(mesh))) return true;
        // Earlier versions left no mark, but the mesh named its library.
        return Files.isRegularFile(mesh)
                && line(library, 0).startsWith("newmtl ")
                && line(mesh, 0).startsWith(OURS)
                && line(mesh, 1).equals("mtllib " + library.getFileName());
    }

    /** A line near the beginning of a file, counted from 0; "" where there is none. */
    private static String line(Path file, int number) throws IOException {
        byte[] begin;
        try (InputStream in = Files.newInputStream(file)) {
            begin = in.readNBytes(LONGEST_LINE);
        }
        return new String(begin, StandardCharsets.UTF_8)
                .lines()
                .skip(number)
                .findFirst()
                .orElse("");
    }
}
