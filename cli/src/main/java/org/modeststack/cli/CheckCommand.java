package org.modeststack.cli;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.stack.evaluate.MeshReport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Says what is wrong with a mesh. */
@Command(
        name = "check",
        description = "Says what is wrong with a mesh; exit code 1 if anything is.",
        mixinStandardHelpOptions = true)
final class CheckCommand implements Callable<Integer> {
    @Parameters(paramLabel = "MESH", description = "The mesh file.")
    private Path file;

    private int wrong;

    @Override
    public Integer call() {
        Mesh mesh = Meshes.read(file, LengthUnit.MM).mesh();
        MeshReport r = MeshReport.of(mesh);
        Health h = r.health();
        System.out.printf(
                "%s, %s, %s (%s, %s, %,d with more sides), %s%n",
                counted(r.vertices(), "vertex", "vertices"),
                counted(r.edges(), "edge", "edges"),
                counted(r.faces(), "face", "faces"),
                counted(h.triangles(), "triangle", "triangles"),
                counted(h.quads(), "quad", "quads"),
                h.ngons(),
                counted(r.measures().shells(), "shell", "shells"));
        line(h.borderEdges(), "open border edge", "open border edges");
        line(h.nonManifoldEdges(), "edge with three or more faces", "edges with three or more faces");
        line(h.flippedEdges(), "edge where a face is turned inside out", "edges where a face is turned inside out");
        line(h.degenerateFaces(), "face without area", "faces without area");
        Validity shape = Validity.of(mesh);
        line(
                shape.crossing(),
                "pair of faces that pass through each other",
                "pairs of faces that pass through each other");
        line(shape.overlapping(), "pair of faces that cover each other", "pairs of faces that cover each other");
        line(
                shape.folded(),
                "edge whose faces are folded onto each other",
                "edges whose faces are folded onto each other");
        line(shape.outlines(), "face whose outline meets itself", "faces whose outline meets itself");
        line(shape.shortEdges(), "edge without length", "edges without length");
        line(h.twoEdgeVertices(), "vertex that only joins two edges", "vertices that only join two edges");
        line(h.looseVertices(), "vertex without a face", "vertices without a face");
        if (wrong == 0) System.out.println("Nothing is wrong.");
        return wrong == 0 ? 0 : 1;
    }

    private void line(long count, String one, String many) {
        if (count == 0) return;
        wrong++;
        System.out.println(counted(count, one, many));
    }

    private static String counted(long count, String one, String many) {
        return count == 1 ? "1 " + one : String.format("%,d %s", count, many);
    }
}
