package org.modeststack.cli;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.fault.FaultLimits;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.measure.Health;
import org.modeststack.stack.evaluate.MeshReport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says what is wrong with a mesh. */
@Command(
        name = "check",
        description = "Says what is wrong with a mesh, and which step cures it; exit code 1 if anything is, or may be.",
        mixinStandardHelpOptions = true)
final class CheckCommand implements Callable<Integer> {
    @Parameters(paramLabel = "MESH", description = "The mesh file.")
    private Path file;

    @Option(names = "--short", paramLabel = "MM", description = "Edges below this are short; else by usual edges.")
    private Double shortEdge;

    @Option(
            names = "--places",
            paramLabel = "N",
            defaultValue = "0",
            description = "Also says where, for so many of each kind.")
    private int places;

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
        FaultLimits usual = FaultLimits.suggested(mesh);
        Faults faults = shortEdge == null
                ? Faults.all(mesh)
                : Faults.all(mesh, new FaultLimits(shortEdge, usual.slender(), usual.bend(), usual.beside()));
        return new FaultLines(System.out, places).print(mesh, faults) ? 1 : 0;
    }

    private static String counted(long count, String one, String many) {
        return count == 1 ? "1 " + one : String.format("%,d %s", count, many);
    }
}
