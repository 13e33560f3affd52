package org.modeststack.app.file;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import java.util.prefs.Preferences;
import java.util.stream.Stream;
import javafx.stage.FileChooser;
import org.jspecify.annotations.Nullable;
import org.modeststack.app.state.BackgroundJobs;
import org.modeststack.app.state.DocumentState;
import org.modeststack.app.state.MessageState;
import org.modeststack.app.state.ResultState;
import org.modeststack.app.state.SelectionState;
import org.modeststack.app.ui.Dialogs;
import org.modeststack.exchange.ExchangeException;
import org.modeststack.exchange.LengthUnit;
import org.modeststack.exchange.Loaded;
import org.modeststack.exchange.registry.MeshFormat;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Edits;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.EvaluationRequest;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.FailedStep;
import org.modeststack.stack.evaluate.Progress;
import org.modeststack.steps.Limits;
import org.modeststack.steps.Purpose;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.pick.reread.Rereading;
import org.modeststack.steps.source.Imported;

/** Meshes in and out, read and written beside the interface. */
public final class MeshFiles {
    private static final String UNIT = "unit";

    private final DocumentState document;
    private final SelectionState selected;
    private final ResultState results;
    private final MessageState messages;
    private final BackgroundJobs jobs;
    private final Preferences preferences;
    private final Dialogs dialogs;

    public MeshFiles(
            DocumentState document,
            SelectionState selected,
            ResultState results,
            MessageState messages,
            BackgroundJobs jobs,
            Preferences preferences,
            Dialogs dialogs) {
        this.document = document;
        this.selected = selected;
        this.results = results;
        this.messages = messages;
        this.jobs = jobs;
        this.preferences = preferences;
        this.dialogs = dialogs;
    }

    private static Stream<String> endings() {
        return Arrays.stream(MeshFormat.values()).map(f -> "*." + f.extension());
    }

    public void importMesh() {
        FileChooser c = new FileChooser();
        c.setTitle("Import a mesh");
        c.getExtensionFilters()
                .add(new FileChooser.ExtensionFilter("Meshes", endings().toList()));
        File f = c.showOpenDialog(dialogs.owner());
        if (f != null) importAsked(f.toPath());
    }

    /** Asks what the numbers of a file mean, and reads it. */
    public void importAsked(Path path) {
        askUnit("Import a mesh", path.getFileName().toString(), u -> importFrom(path, u));
    }

    /** The formats do not say what their numbers mean, so the user does; the last answer is offered first. */
    private void askUnit(String title, String file, Consumer<LengthUnit> take) {
        List<String> labels =
                Arrays.stream(LengthUnit.values()).map(LengthUnit::label).toList();
        String last = preferences.get(UNIT, "");
        String first = labels.contains(last) ? last : labels.getFirst();
        dialogs.choose(title, "Lengths in " + file + " are in", first, labels, answer -> {
            preferences.put(UNIT, answer);
            take.accept(LengthUnit.values()[labels.indexOf(answer)]);
        });
    }

    /** Reads a mesh into the document that is open now; where another is by the time it is read, that stays as it is. */
    public void importFrom(Path path, LengthUnit unit) {
        int generation = document.generation();
        messages.say("Reading " + path.getFileName() + " …", false);
        jobs.run("Reading " + path.getFileName(), () -> MeshFormat.read(path, unit), loaded -> {
            if (document.generation() == generation) add(path, loaded);
            else
                messages.say(
                        path.getFileName()
                                + " was read for a document that is closed now, and was not added to this one."
                                + " Import it again if it belongs here.",
                        true);
        });
    }

    private void add(Path path, Loaded loaded) {
        String file = path.getFileName().toString(), name = file.replaceFirst("\\.[^.]*$", "");
        document.edit(
                "Import mesh",
                d -> Edits.importMesh(d, name.isBlank() ? "Mesh" : name, file, loaded.mesh(), loaded.materials()));
        selected.select(document.current().bodies().getLast().id());
        if (!loaded.remarks().isEmpty()) messages.say(String.join(" ", loaded.remarks()), false);
    }

    /** Whether the selected body begins with a mesh from a file. */
    public boolean canReread() {
        return selected.body() != null && imported(selected.body()) != null;
    }

    private static @Nullable Imported imported(Body b) {
        return b.entries().getFirst().step() instanceof Imported i ? i : null;
    }

    public void rereadMesh() {
        FileChooser c = new FileChooser();
        c.setTitle("Read the mesh again");
        c.getExtensionFilters()
                .add(new FileChooser.ExtensionFilter("Meshes", endings().toList()));
        c.setInitialFileName(imported(selected.body()).file());
        File f = c.showOpenDialog(dialogs.owner());
        if (f != null) askUnit("Read the mesh again", f.getName(), u -> rereadFrom(f.toPath(), u));
    }

    /** Reads the mesh of the selected body again; what was there keeps its names, so that picks stay. */
    public void rereadFrom(Path path, LengthUnit unit) {
        Body b = selected.body();
        Imported before = imported(b);
        messages.say("Reading " + path.getFileName() + " again …", false);
        jobs.run(
                "Reading " + path.getFileName(),
                () -> {
                    Loaded loaded = MeshFormat.read(path, unit);
                    return new Reread(loaded, Rereading.of(before.mesh(), loaded.mesh()));
                },
                reread -> take(b, before, path, reread));
    }

    private record Reread(Loaded loaded, Rereading found) {}

    private void take(Body b, Imported before, Path path, Reread reread) {
        String file = path.getFileName().toString();
        Body now = document.current().body(b.id());
        if (now == null || imported(now) == null || imported(now).mesh() != before.mesh()) {
            messages.say(
                    b.name() + " has got another mesh while " + file + " was read. Read it again if it belongs here.",
                    true);
            return;
        }
        Rereading found = reread.found();
        document.edit(
                "Read mesh again",
                d -> Edits.rereadMesh(
                        d, b.id(), file, found.mesh(), reread.loaded().materials()));
        int all = found.mesh().faceCount(), added = all - found.faces() - found.likeBefore();
        List<String> said = new ArrayList<>();
        said.add(file + " read again: " + PickText.count(all, ElementKind.FACE) + ", "
                + (added == 0 && found.likeBefore() == 0
                        ? "all as they were."
                        : found.faces() + " as they were, " + found.likeBefore() + " taken for ones that were there, "
                                + added + " new."));
        said.addAll(reread.loaded().remarks());
        messages.say(String.join(" ", said), false);
    }

    public void exportMesh() {
        FileChooser c = new FileChooser();
        c.setTitle("Export the mesh");
        for (MeshFormat f : MeshFormat.values())
            c.getExtensionFilters().add(new FileChooser.ExtensionFilter(f.label(), "*." + f.extension()));
        c.setInitialFileName(selected.body().name() + "." + MeshFormat.values()[0].extension());
        File f = c.showSaveDialog(dialogs.owner());
        if (f != null) askUnit("Export the mesh", f.getName(), u -> exportTo(f.toPath(), u));
    }

    /** Writes the selected body as it is at the marker line, worked out for the document as it is now. */
    public void exportTo(Path path, LengthUnit unit) {
        Body b = selected.body();
        Document d = document.current();
        Evaluator evaluator = results.evaluator();
        jobs.run(
                "Exporting " + b.name(),
                () -> {
                    MeshFormat.write(meshOf(b, d, evaluator), d.materials(), path, unit);
                    return path;
                },
                _ -> messages.say("Exported " + b.name() + " to " + path.getFileName() + ".", false));
    }

    /** What a body comes to; no mesh that is only what was there before a step failed. */
    private static Mesh meshOf(Body b, Document d, Evaluator evaluator) throws ExchangeException {
        EvaluationRequest wanted = new EvaluationRequest(d, List.of(EvaluationRequest.Target.shown(b)), Purpose.RESULT);
        Map<String, BodyResult> results = evaluator.evaluate(wanted, Progress.NONE, _ -> {});
        BodyResult result = Objects.requireNonNull(results.get(b.id()));
        FailedStep failed = FailedStep.of(d, b, b.shownSteps(), results);
        if (failed != null)
            throw new ExchangeException("Nothing was exported: " + failed.words()
                    + ". Put it right, switch it off, or move the marker line above it.");
        Geometry g = result.after(b.shownSteps());
        if (g.isEmpty()) throw new ExchangeException(b.name() + " has no faces to export.");
        try {
            Limits.checkMaking(g);
        } catch (StepException e) {
            throw new ExchangeException("Nothing was exported: " + b.name() + " is many copies. " + e.getMessage(), e);
        }
        return g.mesh();
    }
}
