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
                "%,d vertices, %,d edges, %,d faces (%,d triangles, %,d quads, %,d with more sides), %d shells%n",
                r.vertices(),
                r.edges(),
                r.faces(),
                h.triangles(),
                h.quads(),
                h.ngons(),
                r.measures().shells());
        line(h.borderEdges(), "open border edges");
        line(h.nonManifoldEdges(), "edges with three or more faces");
        line(h.flippedEdges(), "edges where a face is turned inside out");
        line(h.degenerateFaces(), "faces without area");
        Validity shape = Validity.of(mesh);
        line(shape.crossing(), "pairs of faces that pass through each other");
        line(shape.overlapping(), "pairs of faces that cover each other");
        line(shape.folded(), "edges whose faces are folded onto each other");
        line(shape.outlines(), "faces whose outline meets itself");
        line(shape.shortEdges(), "edges without length");
        line(h.twoEdgeVertices(), "vertices that only join two edges");
        line(h.looseVertices(), "vertices without a face");
        if (wrong == 0) System.out.println("Nothing is wrong.");
        return wrong == 0 ? 0 : 1;
    }

    private void line(long count, String what) {
        if (count == 0) return;
        wrong++;
        System.out.printf("%,d %s%n", count, what);
    }
}
