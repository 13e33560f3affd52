package org.modeststack.bench.booleans;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Triangulation;
import org.modeststack.steps.StepException;

/**
 * Writes the pairs as triangles with every digit, for reference libraries to work on: for each mesh a line
 * {@code vertices triangles}, the coordinates, the corners.
 */
public final class ExportCases {
    private ExportCases() {}

    /** @param args folder, how many pairs */
    public static void main(String[] args) throws IOException, StepException {
        Path folder = Path.of(args[0]);
        int count = Integer.parseInt(args[1]);
        for (int i = 0; i < count; i++) {
            BooleanCases.Pair p = BooleanCases.pair(i);
            write(p.a(), folder.resolve(i + "a.txt"));
            write(p.b(), folder.resolve(i + "b.txt"));
        }
    }

    private static void write(Mesh m, Path file) throws IOException {
        Triangulation t = m.triangulation();
        try (PrintWriter out = new PrintWriter(Files.newBufferedWriter(file, StandardCharsets.US_ASCII))) {
            out.println(m.vertexCount() + " " + t.count());
            for (int v = 0; v < m.vertexCount(); v++) out.println(m.x(v) + " " + m.y(v) + " " + m.z(v));
            int[] c = t.triangleCorners();
            for (int i = 0; i < c.length; i += 3) {
                out.println(m.corners()[c[i]] + " " + m.corners()[c[i + 1]] + " " + m.corners()[c[i + 2]]);
            }
        }
    }
}
