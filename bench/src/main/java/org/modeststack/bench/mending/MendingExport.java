package org.modeststack.bench.mending;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.mending.BrokenBodies.Case;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.stl.StlWriter;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mend.Mending;

/**
 * Writes broken solids before and after mending as triangles, and what is counted here, for others to count the same:
 * {@code MendingExport FOLDER [COUNT]}. {@code bench/peers/check-mending} asks CGAL and admesh.
 */
public final class MendingExport {
    private MendingExport() {}

    public static void main(String[] args) throws IOException, StepException, ExchangeException {
        Path folder = Path.of(args[0]);
        int count = args.length > 1 ? Integer.parseInt(args[1]) : 4 * BrokenBodies.Break.values().length;
        try (PrintWriter shapes = writer(folder.resolve("shapes.txt"));
                PrintWriter counts = writer(folder.resolve("ours.csv"))) {
            counts.println("shape,open,branching,turned,crossing,volume,meant");
            for (int number = 0; number < count; number++) {
                Case c = BrokenBodies.of(number);
                String name =
                        number + "-" + c.kind().name().toLowerCase(Locale.ROOT).replace('_', '-');
                write(name + "-before", c.mesh(), c.volume(), shapes, counts);
                Mesh mended = Mending.of(c.mesh(), QuietContext::new).mesh();
                Mesh triangles = write(name + "-after", mended, c.volume(), shapes, counts);
                Files.write(folder.resolve(name + "-after.stl"), StlWriter.binary(triangles, LengthUnit.MM));
            }
        }
    }

    private static PrintWriter writer(Path file) throws IOException {
        return new PrintWriter(Files.newBufferedWriter(file, StandardCharsets.UTF_8));
    }

    private static Mesh write(String name, Mesh mesh, double meant, PrintWriter shapes, PrintWriter counts) {
        Triangulation t = mesh.triangulation();
        shapes.printf(Locale.ROOT, "%s %d %d%n", name, mesh.vertexCount(), t.count());
        for (int v = 0; v < mesh.vertexCount(); v++) shapes.println(mesh.x(v) + " " + mesh.y(v) + " " + mesh.z(v));
        int[] corners = t.triangleCorners();
        for (int i = 0; i < corners.length; i += 3)
            shapes.println(mesh.corners()[corners[i]] + " " + mesh.corners()[corners[i + 1]] + " "
                    + mesh.corners()[corners[i + 2]]);
        Mesh triangles = triangles(mesh, corners);
        Closure closure = Closure.of(triangles);
        long[] pairs = {0};
        SelfIntersections.find(triangles, (f, g, kind) -> pairs[0]++);
        counts.printf(
                Locale.ROOT,
                "%s,%d,%d,%d,%d,%s,%s%n",
                name,
                closure.open(),
                closure.branching(),
                closure.turned(),
                pairs[0],
                Measures.of(mesh).volume(),
                meant);
        return triangles;
    }

    private static Mesh triangles(Mesh mesh, int[] corners) {
        MeshBuilder b = new MeshBuilder(mesh.vertexCount(), corners.length / 3);
        b.verticesOf(mesh);
        b.material("one");
        for (int i = 0; i < corners.length; i += 3)
            b.face(
                    1 + i,
                    0,
                    mesh.corners()[corners[i]],
                    mesh.corners()[corners[i + 1]],
                    mesh.corners()[corners[i + 2]]);
        return b.build();
    }
}
