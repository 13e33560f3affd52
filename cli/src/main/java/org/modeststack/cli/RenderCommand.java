package org.modeststack.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.mesh.file.AtomicFile;
import org.modeststack.render.Camera;
import org.modeststack.render.DisplayMode;
import org.modeststack.render.RenderMesh;
import org.modeststack.render.Renderer;
import org.modeststack.render.Scene;
import org.modeststack.render.Still;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.EvaluationRequest;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.FailedStep;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.stack.file.DocumentFile;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Draws a document or a mesh. */
@Command(name = "render", description = "Draws a document or a mesh into a PNG.", mixinStandardHelpOptions = true)
final class RenderCommand implements Callable<Integer> {
    @Parameters(paramLabel = "FILE", description = "A document or a mesh.")
    private Path file;

    @Option(names = "--out", required = true, paramLabel = "FILE.png", description = "Where the picture goes.")
    private Path out;

    @Option(
            names = "--size",
            defaultValue = "1280x800",
            paramLabel = "WxH",
            description = "Pixels; default ${DEFAULT-VALUE}.")
    private String size;

    @Option(
            names = "--mode",
            defaultValue = "shaded-edges",
            converter = ModeWord.class,
            completionCandidates = ModeWord.class,
            description = "One of ${COMPLETION-CANDIDATES}.")
    private DisplayMode mode;

    @Option(names = "--samples", defaultValue = "2", description = "Samples along each side of a pixel, 1 or 2.")
    private int samples;

    @Option(names = "--repeat", defaultValue = "1", description = "Draws it N times and reports each time.")
    private int repeat;

    @Option(names = "--report", paramLabel = "FILE", description = "Writes a report as JSON; - for standard output.")
    private String report;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        if (!size.matches("[0-9]{1,5}x[0-9]{1,5}")) throw wrong("--size takes WIDTHxHEIGHT, not " + size + ".");
        int width = Integer.parseInt(size.substring(0, size.indexOf('x')));
        int height = Integer.parseInt(size.substring(size.indexOf('x') + 1));
        if (width < 1 || height < 1 || width > 8192 || height > 8192)
            throw wrong("A picture is 1 to 8192 pixels wide and high, not " + size + ".");
        if (samples < 1 || samples > 2 || repeat < 1) throw wrong("--samples takes 1 or 2, --repeat a number from 1.");
        new Outputs(spec, List.of(file)).picture("--out", out).report("--report", report);
        Scene scene = scene();
        Camera camera = Camera.DEFAULT.fit(scene.bounds(), width, height);
        Renderer renderer = new Renderer();
        int[] pixels = new int[width * height];
        ObjectNode o = Report.object();
        o.put(
                "triangles",
                scene.items().stream().mapToInt(i -> i.mesh().triangleCount()).sum());
        o.put("size", width + "x" + height);
        ArrayNode ms = o.putArray("ms");
        for (int i = 0; i < repeat; i++) {
            long start = System.nanoTime();
            renderer.recycle(renderer.render(scene, camera, width, height, samples, pixels));
            ms.add(Math.round((System.nanoTime() - start) / 1e3) / 1e3);
            // Another direction each time, so that nothing can be reused.
            if (repeat > 1) camera = camera.orbit(360.0 / repeat, 0);
        }
        try {
            new Still(width, height, pixels).writePng(out);
        } catch (IOException e) {
            throw new Fault("The picture could not be written to " + out + ": " + AtomicFile.reason(e) + ".");
        }
        Report.write(o, report, System.out);
        return 0;
    }

    private ParameterException wrong(String message) {
        return new ParameterException(spec.commandLine(), message);
    }

    private Scene scene() {
        List<Scene.Item> items = new ArrayList<>();
        if (!file.toString().toLowerCase(Locale.ROOT).endsWith(DocumentFile.EXTENSION)) {
            Loaded loaded = Meshes.read(file, LengthUnit.MM);
            items.add(new Scene.Item(RenderMesh.of(loaded.mesh()), false));
            return new Scene(items, mode, true, loaded.materials());
        }
        Document d = Documents.read(file).document();
        Map<String, BodyResult> results =
                new Evaluator().evaluate(EvaluationRequest.forPicture(d), Progress.NONE, _ -> {});
        for (Body b : d.bodies()) {
            if (!b.visible() || d.isTool(b.id())) continue;
            FailedStep failed = FailedStep.of(d, b, b.shownSteps(), results);
            if (failed != null) throw new Fault("Nothing was drawn: " + failed.words() + ".");
            items.addAll(Scene.Item.of(results.get(b.id()).after(b.shownSteps()), false));
        }
        return new Scene(items, mode, true, d.materials());
    }
}
