package org.modeststack.cli;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.mend.Mending;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Mends a mesh by the steps that it needs, and says which these are. */
@Command(
        name = "mend",
        description = "Mends a mesh by the steps it needs; exit code 1 if something is left.",
        mixinStandardHelpOptions = true)
final class MendCommand implements Callable<Integer> {
    @Parameters(paramLabel = "MESH", description = "The mesh file.")
    private Path file;

    @Option(names = "--out", paramLabel = "MESH", description = "Writes the mended mesh: .obj, .stl or .stla.")
    private Path out;

    @Spec
    private CommandSpec spec;

    private int number;

    @Override
    public Integer call() {
        new Outputs(spec, List.of(file)).mesh("--out", out);
        Loaded loaded = Meshes.read(file, LengthUnit.MM);
        Mending mending = Mending.of(loaded.mesh(), () -> new LoneContext(Map.of(), ++number));
        for (Mending.Cured c : mending.steps())
            System.out.println(StepDescriptor.of(c.step()).title() + ": " + FaultLines.counted(c.fault())
                    + (c.left() == 0 ? ", none left" : String.format(Locale.ROOT, ", %,d left", c.left())));
        for (Mending.InVain v : mending.inVain())
            System.out.println(StepDescriptor.of(v.step()).title() + ", tried for "
                    + v.fault().named(2) + ": " + v.why());
        Mesh mesh = mending.mesh();
        boolean wrong = new FaultLines(System.out, 0).print(mesh, mending.faults());
        System.out.printf(Locale.ROOT, "Volume %.6g mm³%n", Measures.of(mesh).volume());
        if (out != null) Meshes.write(mesh, loaded.materials(), out, LengthUnit.MM);
        return wrong ? 1 : 0;
    }
}
