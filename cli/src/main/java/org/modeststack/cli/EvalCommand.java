package org.modeststack.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.EvaluationRequest;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.FailedStep;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.evaluate.Soundness;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.stack.file.DocumentFile;
import org.modeststack.steps.Limits;
import org.modeststack.steps.ParamDescriptor;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.FormerWords;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Works a document out, with numbers changed on the way if wanted. */
@Command(
        name = "eval",
        description = "Works out a document and writes meshes and reports.",
        mixinStandardHelpOptions = true)
final class EvalCommand implements Callable<Integer> {
    @Parameters(paramLabel = "FILE.mstack", description = "The document.")
    private Path file;

    @Option(
            names = "--body",
            paramLabel = "NAME",
            description = "Only this body; needed for --out where there are several.")
    private String bodyName;

    @Option(names = "--upto", paramLabel = "N", description = "The mesh after step N instead of the last.")
    private Integer upTo;

    @Option(
            names = "--set",
            paramLabel = "BODY/STEP.param=value",
            description = "Changes a value; STEP is a step's number, name or type.")
    private List<String> settings = new ArrayList<>();

    @Option(
            names = "--out",
            paramLabel = "MESH",
            description = "Writes the mesh: .obj, .stl, or .stla for STL as text.")
    private Path out;

    @Option(names = "--units", description = "Units of the mesh file: ${COMPLETION-CANDIDATES}.", defaultValue = "MM")
    private LengthUnit unit;

    @Option(names = "--report", paramLabel = "FILE", description = "Writes a report as JSON; - for standard output.")
    private String report;

    @Option(
            names = "--strict",
            description = "Exit code 1 also where a body was closed and ends open, flipped or as no solid.")
    private boolean strict;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        new Outputs(spec, List.of(file)).mesh("--out", out).report("--report", report);
        DocumentFile.Loaded loaded = Documents.read(file);
        Document document = loaded.document();
        for (String s : settings) document = set(document, s);
        Body only = bodyName == null ? null : body(document, bodyName);
        Body written = out == null && upTo == null ? null : written(document, only);
        EvaluationRequest wanted =
                only == null ? EvaluationRequest.of(document) : EvaluationRequest.of(document, only.id());
        Map<String, BodyResult> results = new Evaluator().evaluate(wanted, Progress.NONE, _ -> {});
        Report.write(report(document, only, results), report, System.out);
        int failed = 0, unsound = 0;
        for (Body b : document.bodies()) {
            if (only != null && b != only) continue;
            failed += complain(b, results.get(b.id()), loaded.remarks());
            unsound += sayUnsound(b, results.get(b.id()));
        }
        if (out != null) writeMesh(document, written, results);
        return failed > 0 || strict && unsound > 0 ? 1 : 0;
    }

    /** The body that the mesh is of. */
    private Body written(Document d, Body only) {
        if (only == null && d.bodies().size() != 1)
            throw wrong("There are several bodies; say which with --body NAME.");
        Body b = only == null ? d.bodies().getFirst() : only;
        int steps = b.entries().size();
        if (upTo != null && (upTo < 1 || upTo > steps))
            throw wrong(b.name() + " has " + steps + " steps; there is no step " + upTo + ".");
        return b;
    }

    private ParameterException wrong(String message) {
        return new ParameterException(spec.commandLine(), message);
    }

    private Body body(Document d, String name) {
        Body b = d.bodyNamed(name);
        if (b == null) throw wrong("There is no body \"" + name + "\" in this document.");
        return b;
    }

    private Document set(Document document, String setting) {
        int slash = setting.indexOf('/'), equals = setting.indexOf('='), dot = setting.lastIndexOf('.', equals);
        if (slash < 1 || dot < slash || equals < dot)
            throw wrong("--set takes BODY/STEP.param=value, not " + setting + ".");
        Body b = body(document, setting.substring(0, slash));
        String step = setting.substring(slash + 1, dot), name = setting.substring(dot + 1, equals);
        Entry entry = step(b, step);
        StepDescriptor d = StepDescriptor.of(entry.step());
        ParamDescriptor p = d.param(FormerWords.values(d.type()).getOrDefault(name, name));
        if (d.param(name) != null) p = d.param(name);
        if (p == null) throw wrong("Step \"" + step + "\" of " + b.name() + " has no " + name + ".");
        try {
            return Edits.setValue(document, b.id(), entry.id(), p.name(), p.parse(setting.substring(equals + 1)));
        } catch (StepException e) {
            throw new Fault(e.getMessage());
        }
    }

    private Entry step(Body b, String step) {
        for (int i = 0; i < b.entries().size(); i++) {
            Entry e = b.entries().get(i);
            String type = StepDescriptor.of(e.step()).type();
            if (step.equals(Integer.toString(i + 1))
                    || step.equals(e.name())
                    || FormerWords.type(step).equals(type)) return e;
        }
        throw wrong(b.name() + " has no step \"" + step + "\".");
    }

    private void writeMesh(Document d, Body b, Map<String, BodyResult> results) {
        int steps = upTo == null ? b.entries().size() : upTo;
        FailedStep failed = FailedStep.of(d, b, steps, results);
        if (failed != null) throw new Fault("Nothing was written to " + out + ": " + failed.words() + ".");
        Geometry g = results.get(b.id()).after(steps);
        try {
            Limits.checkMaking(g);
        } catch (StepException e) {
            throw new Fault(b.name() + " is many copies. " + e.getMessage());
        }
        Meshes.write(g.mesh(), d.materials(), out, unit);
    }

    private ArrayNode report(Document d, Body only, Map<String, BodyResult> results) {
        ArrayNode bodies = Report.array();
        for (Body b : d.bodies()) {
            if (only != null && b != only) continue;
            ObjectNode o = bodies.addObject();
            o.put("body", b.name());
            ArrayNode steps = o.putArray("steps");
            for (int i = 0; i < b.entries().size(); i++) {
                Entry e = b.entries().get(i);
                StepResult r = results.get(b.id()).steps().get(i);
                StepDescriptor descriptor = StepDescriptor.of(e.step());
                String name = e.name().isEmpty() ? descriptor.title() : e.name();
                steps.add(Report.step(name, descriptor.type(), new double[] {r.ms()}, r.geometry(), r.remarks()));
            }
        }
        return bodies;
    }

    private static int sayUnsound(Body b, BodyResult r) {
        String what = Soundness.lost(r);
        if (what != null) System.err.println(b.name() + ": " + what);
        return what == null ? 0 : 1;
    }

    /** @param said what was said when the document was read, which need not be said again */
    private static int complain(Body b, BodyResult r, List<String> said) {
        int failed = 0;
        for (int i = 0; i < r.steps().size(); i++) {
            StepResult s = r.steps().get(i);
            if (!s.failed()) continue;
            failed++;
            String line = b.name() + ", step " + (i + 1) + ": "
                    + s.remarks().getLast().text();
            if (!said.contains(line)) System.err.println(line);
        }
        return failed;
    }
}
