package org.modeststack.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Materials;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.Unit;
import org.modeststack.steps.catalog.FormerWords;
import org.modeststack.steps.catalog.Steps;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.UsageMessageSpec;
import picocli.CommandLine.ParseResult;

/** One step on one mesh. Each kind of step is a subcommand whose options are its parameters. */
final class ApplyCommand {
    private ApplyCommand() {}

    static CommandLine commandLine() {
        CommandSpec spec = CommandSpec.create().name("apply").mixinStandardHelpOptions(true);
        spec.usageMessage().description("Applies one step to a mesh. 'modest apply STEP --help' lists its options.");
        CommandLine apply = new CommandLine(spec);
        for (StepDescriptor d : Steps.ALL) apply.addSubcommand(d.type(), new CommandLine(specOf(d)));
        FormerWords.types().forEach((former, now) -> {
            CommandSpec known = specOf(Objects.requireNonNull(Steps.byType(now), now));
            known.usageMessage().hidden(true);
            apply.addSubcommand(former, new CommandLine(known));
        });
        spec.parser().caseInsensitiveEnumValuesAllowed(true);
        return apply;
    }

    /** Meshes for the first parameter that takes any. */
    private static final String WITH = "--with";

    private static CommandSpec specOf(StepDescriptor d) {
        CommandSpec spec = CommandSpec.create().name(d.type()).mixinStandardHelpOptions(true);
        spec.usageMessage(new UsageMessageSpec().description(d.help()).autoWidth(true));
        spec.addOption(option("--in", "MESH", "The mesh that goes in; not for sources.")
                .build());
        spec.addOption(meshes(WITH, "Meshes of other bodies, for steps that use them."));
        spec.addOption(option("--out", "MESH", "Writes the mesh: .obj, .stl, or .stla for STL as text.")
                .build());
        spec.addOption(option("--units", "UNIT", "Units of mesh files: mm, cm, m, inch.")
                .defaultValue("mm")
                .build());
        spec.addOption(option("--repeat", "N", "Carries the step out N times and reports each time.")
                .defaultValue("1")
                .build());
        spec.addOption(OptionSpec.builder("--fresh")
                .description("Forgets between repeats what was worked out from the meshes, such as search trees.")
                .build());
        spec.addOption(option("--report", "FILE", "Writes a report as JSON; - for standard output.")
                .build());
        for (ParamDescriptor p : d.params()) {
            if (p.type() == Bodies.class && !WITH.equals("--" + p.option()))
                spec.addOption(meshes("--" + p.option(), p.help()));
            if (p.type() == Bodies.class || p.type() == Mesh.class) continue;
            String range = p.range().isEmpty() ? "" : " Range: " + p.range() + ".";
            String unit = p.unit() == Unit.NONE ? "" : " In " + p.unit().symbol() + ".";
            String choices = p.isChoice()
                    ? " One of "
                            + String.join(
                                    ", ",
                                    p.choices().stream()
                                            .map(ParamDescriptor::choiceName)
                                            .toList()) + "."
                    : "";
            String help = p.help()
                    + unit
                    + choices
                    + range
                    + (p.show(p.defaultValue()).isEmpty() ? "" : " Default: " + p.show(p.defaultValue()) + ".");
            spec.addOption(
                    option("--" + p.option(), "VALUE", help.replace("%", "%%")).build());
        }
        addFormerOptions(spec, d);
        return spec;
    }

    /** What options were called before is still taken, but not told; where another has that name now it counts. */
    private static void addFormerOptions(CommandSpec spec, StepDescriptor d) {
        FormerWords.values(d.type()).forEach((former, now) -> {
            ParamDescriptor p = Objects.requireNonNull(d.param(now), now);
            String name = "--" + ParamDescriptor.option(former);
            if (spec.findOption(name) != null) return;
            OptionSpec.Builder option = p.type() == Bodies.class
                    ? OptionSpec.builder(name)
                            .paramLabel("MESH")
                            .type(List.class)
                            .auxiliaryTypes(String.class)
                    : OptionSpec.builder(name).paramLabel("VALUE").type(String.class);
            spec.addOption(option.hidden(true).build());
        });
    }

    private static OptionSpec meshes(String name, String help) {
        return OptionSpec.builder(name)
                .paramLabel("MESH")
                .type(List.class)
                .auxiliaryTypes(String.class)
                .description(help)
                .build();
    }

    private static OptionSpec.Builder option(String name, String label, String help) {
        return OptionSpec.builder(name).paramLabel(label).type(String.class).description(help);
    }

    static int execute(ParseResult parsed) {
        Integer help = CommandLine.executeHelpRequest(parsed);
        if (help != null) return help;
        ParseResult apply = parsed;
        while (apply.hasSubcommand() && step(apply) == null) apply = apply.subcommand();
        StepDescriptor d = step(apply);
        if (d == null) {
            throw new CommandLine.ParameterException(apply.commandSpec().commandLine(), "Missing: the step to apply");
        }
        try {
            return new Job(d, apply).run();
        } catch (Fault f) {
            throw new CommandLine.ExecutionException(apply.commandSpec().commandLine(), f.getMessage(), f);
        }
    }

    private static @Nullable StepDescriptor step(ParseResult command) {
        return Steps.byType(FormerWords.type(command.commandSpec().name()));
    }

    /** One call of the command. */
    private static final class Job {
        private final StepDescriptor descriptor;
        private final ParseResult options;
        private Materials materials = Materials.NONE;
        private final Map<String, Mesh> bodies = new LinkedHashMap<>();

        Job(StepDescriptor descriptor, ParseResult options) {
            this.descriptor = descriptor;
            this.options = options;
        }

        private String text(String option) {
            return options.matchedOptionValue(
                    option, options.commandSpec().findOption(option).defaultValue());
        }

        private CommandLine.ParameterException usage(String message) {
            return new CommandLine.ParameterException(options.commandSpec().commandLine(), message);
        }

        int run() {
            LengthUnit unit;
            int repeat;
            try {
                unit = LengthUnit.valueOf(text("--units").toUpperCase(Locale.ROOT));
                repeat = Integer.parseInt(text("--repeat"));
            } catch (IllegalArgumentException e) {
                throw usage("--units takes mm, cm, m or inch, and --repeat a whole number");
            }
            if (repeat < 1) throw usage("--repeat takes a number from 1");
            Mesh in = Mesh.EMPTY;
            if (descriptor.createDefault().isSource() != (text("--in") == null)) {
                throw usage(text("--in") == null ? "Missing: --in MESH" : "A source takes no --in");
            }
            checkOutputs();
            if (text("--in") != null) in = read(text("--in"), unit);
            Map<String, Object> others = otherBodies(unit);
            try {
                Step step = step(others);
                descriptor.check(step);
                return carryOut(step, in, repeat, unit);
            } catch (StepException e) {
                throw new Fault(e.getMessage());
            }
        }

        private void checkOutputs() {
            List<Path> inputs = new ArrayList<>();
            if (text("--in") != null) inputs.add(Path.of(text("--in")));
            for (OptionSpec o : options.commandSpec().options())
                if (o.paramLabel().equals("MESH") && o.isMultiValue())
                    for (String file : options.matchedOptionValue(o.longestName(), List.<String>of()))
                        inputs.add(Path.of(file));
            Path out = text("--out") == null ? null : Path.of(text("--out"));
            new Outputs(options.commandSpec(), inputs).mesh("--out", out).report("--report", text("--report"));
        }

        /** Materials of one name in several files look as the first of them says. */
        private Mesh read(String file, LengthUnit unit) {
            Loaded loaded = Meshes.read(Path.of(file), unit);
            for (Material m : loaded.materials().all()) if (!materials.has(m.name())) materials = materials.with(m);
            return loaded.mesh();
        }

        /** For each parameter of bodies the meshes that are named for it; for the first also those that are named for none. */
        private Map<String, Object> otherBodies(LengthUnit unit) {
            Map<String, Object> out = new HashMap<>();
            for (ParamDescriptor p : descriptor.params()) {
                if (p.type() != Bodies.class) continue;
                List<String> ids = new ArrayList<>();
                String own = "--" + p.option();
                if (!own.equals(WITH)) take(own, unit, ids);
                String former = former(p);
                if (former != null) take(former, unit, ids);
                if (out.isEmpty()) take(WITH, unit, ids);
                out.put(p.name(), new Bodies(ids));
            }
            return out;
        }

        private void take(String option, LengthUnit unit, List<String> ids) {
            List<String> files = options.matchedOptionValue(option, List.of());
            for (String f : files) {
                String id = bodies.containsKey(f) ? f + " (" + bodies.size() + ")" : f;
                bodies.put(id, read(f, unit));
                ids.add(id);
            }
        }

        /** The option by its former name; null where there is none. */
        private @Nullable String former(ParamDescriptor p) {
            for (Map.Entry<String, String> e :
                    FormerWords.values(descriptor.type()).entrySet()) {
                String option = "--" + ParamDescriptor.option(e.getKey());
                if (e.getValue().equals(p.name()) && descriptor.param(e.getKey()) == null) return option;
            }
            return null;
        }

        private Step step(Map<String, Object> others) throws StepException {
            Map<String, Object> values = new HashMap<>(others);
            for (ParamDescriptor p : descriptor.params()) {
                if (p.type() == Bodies.class || p.type() == Mesh.class) continue;
                String former = former(p), typed = text("--" + p.option());
                if (typed == null && former != null) typed = text(former);
                if (typed != null) values.put(p.name(), p.parse(p.isChoice() ? FormerWords.choice(typed) : typed));
            }
            return descriptor.create(values);
        }

        private int carryOut(Step step, Mesh in, int repeat, LengthUnit unit) throws StepException {
            double[] ms = new double[repeat];
            boolean fresh = options.hasMatchedOption("--fresh");
            Mesh result = null;
            List<Remark> remarks = List.of();
            for (int i = 0; i < repeat; i++) {
                Map<String, Mesh> others = new LinkedHashMap<>();
                bodies.forEach((id, mesh) -> others.put(id, fresh ? mesh.fresh() : mesh));
                Mesh given = fresh ? in.fresh() : in;
                LoneContext context = new LoneContext(others);
                long start = System.nanoTime();
                result = step.apply(given, context);
                ms[i] = (System.nanoTime() - start) / 1e6;
                remarks = context.remarks();
            }
            if (text("--out") != null) Meshes.write(result, materials, Path.of(text("--out")), unit);
            Report.write(
                    Report.step(descriptor.title(), descriptor.type(), ms, Geometry.of(result), remarks),
                    text("--report"),
                    System.out);
            return 0;
        }
    }
}
