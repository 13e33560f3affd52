package org.modeststack.app;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.util.Duration;
import org.modeststack.mesh.EdgeShading;
import org.modeststack.mesh.Mesh;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.History;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.EvaluationService;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.StepResult;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mark.TagStep;

/**
 * What the window is about: the document and its history, what is selected, and the newest results. Lives on the
 * interface thread; every part of the window listens to it.
 */
final class Session implements AutoCloseable {
    /** An edit that can be refused with a message for the user. */
    @FunctionalInterface
    interface Edit {
        Document apply(Document d) throws StepException;
    }

    /** What is going on in an evaluation. */
    record Work(String body, String step, double share) {}

    private static final String UNTITLED = "Untitled";

    private final EvaluationService service;
    private final List<Runnable> listeners = new ArrayList<>();
    private final List<Runnable> workListeners = new ArrayList<>();
    private final Timeline ticker = new Timeline(new KeyFrame(Duration.millis(100), _ -> tick()));
    private long askedAt;
    private History history = new History(Document.EMPTY);
    private Document saved = Document.EMPTY;
    private Path file;
    private String title = UNTITLED;
    private String bodyId;
    private final Set<Long> steps = new LinkedHashSet<>();
    private long openStep;
    private Map<String, BodyResult> results = Map.of();
    private final Map<String, Mesh> lastGood = new HashMap<>();
    private Document evaluated = Document.EMPTY;
    private double evaluationMs;
    private int evaluations;
    private volatile Work work;
    private final Picking picking;
    private final PointTaking points;
    private boolean snapping;
    private String shownTag = "";
    private String message = "";
    private boolean messageIsFault;

    /** @param evaluator may be at work already, warming up on what will be opened */
    Session(Evaluator evaluator) {
        ticker.setCycleCount(Timeline.INDEFINITE);
        picking = new Picking(this);
        points = new PointTaking(this);
        service = new EvaluationService(
                evaluator,
                e -> Platform.runLater(() -> evaluated(e)),
                (body, step, share) -> work = new Work(body, step, share));
    }

    void listen(Runnable listener) {
        listeners.add(listener);
    }

    /** @param listener is told now and then while an evaluation runs, and once when it is over */
    void listenWork(Runnable listener) {
        workListeners.add(listener);
    }

    private void tick() {
        if (!isBusy()) ticker.stop();
        for (Runnable r : List.copyOf(workListeners)) r.run();
    }

    private void changed() {
        for (Runnable r : List.copyOf(listeners)) r.run();
    }

    // ---- the document

    Document document() {
        return history.current();
    }

    Path file() {
        return file;
    }

    boolean isDirty() {
        return !document().equals(saved);
    }

    /** What the document is called: its file, or what it was given when it was opened. */
    String title() {
        return file == null ? title : file.getFileName().toString().replaceFirst("\\.mstack$", "");
    }

    /** Opens a document that has no file yet but a name. */
    void open(Document d, String name) {
        open(d, (Path) null);
        title = name;
        changed();
    }

    /** Another document takes the place of this one. @param path where it came from, or null */
    void open(Document d, Path path) {
        history = new History(d);
        saved = d;
        file = path;
        title = UNTITLED;
        lastGood.clear();
        steps.clear();
        openStep = 0;
        bodyId = d.bodies().isEmpty() ? null : d.bodies().getFirst().id();
        message = "";
        documentChanged();
    }

    /** Work that was never saved, such as what a crash left. */
    void openUnsaved(Document d, Path path) {
        open(d, path);
        saved = Document.EMPTY;
        changed();
    }

    void markSaved(Path path) {
        saved = document();
        file = path;
        changed();
    }

    /** Carries out an edit as one step of history; a refusal is shown and changes nothing. */
    void edit(String label, Edit edit) {
        edit(label, null, edit);
    }

    void edit(String label, String mergeKey, Edit edit) {
        try {
            Document next = edit.apply(document());
            message = "";
            history.push(next, label, mergeKey);
            documentChanged();
        } catch (StepException | IllegalArgumentException e) {
            say(e.getMessage(), true);
        }
    }

    void endMerge() {
        history.endMerge();
    }

    String undoLabel() {
        return history.undoLabel();
    }

    String redoLabel() {
        return history.redoLabel();
    }

    boolean canUndo() {
        return history.canUndo();
    }

    boolean canRedo() {
        return history.canRedo();
    }

    void undo() {
        history.undo();
        documentChanged();
    }

    void redo() {
        history.redo();
        documentChanged();
    }

    private void documentChanged() {
        Document d = document();
        if (d.body(bodyId) == null)
            bodyId = d.bodies().isEmpty() ? null : d.bodies().getFirst().id();
        Body b = body();
        steps.removeIf(id -> b == null || b.entry(id) == null);
        if (b == null || b.entry(openStep) == null) openStep = 0;
        askedAt = System.nanoTime();
        service.request(d);
        ticker.play();
        changed();
    }

    // ---- results

    private void evaluated(EvaluationService.Evaluation e) {
        work = null;
        if (e.results() == null) {
            say("The calculation was stopped; the picture shows the state before.", false);
            return;
        }
        results = e.results();
        evaluated = e.document();
        evaluationMs = e.ms();
        evaluations++;
        changed();
    }

    void cancelWork() {
        service.cancel();
    }

    /** What the evaluation is at, or null. */
    Work work() {
        return work;
    }

    /** How long the running evaluation has been waited for. */
    double waitedMs() {
        return (System.nanoTime() - askedAt) / 1e6;
    }

    boolean isBusy() {
        return service.isBusy() || evaluated != document();
    }

    /** How many evaluations there have been. */
    int evaluations() {
        return evaluations;
    }

    double evaluationMs() {
        return evaluationMs;
    }

    /** The document that the results are of: the present one, or one shortly before it. */
    Document evaluatedDocument() {
        return evaluated;
    }

    BodyResult result(String id) {
        return results.get(id);
    }

    /** The newest result of a step of a body, or null. */
    StepResult result(String body, long entryId) {
        BodyResult r = results.get(body);
        if (r == null) return null;
        for (StepResult s : r.steps()) if (s.entryId() == entryId) return s;
        Body b = document().body(body);
        int i = b == null ? -1 : b.indexOf(entryId);
        return i >= 0 && i < r.steps().size() && r.steps().size() == b.entries().size()
                ? r.steps().get(i)
                : null;
    }

    /** What goes into a step of a body; an empty mesh for the first, null where it is not known yet. */
    Mesh before(Body b, long entryId) {
        int at = b.indexOf(entryId);
        if (at <= 0) return at < 0 ? null : Mesh.EMPTY;
        StepResult r = result(b.id(), b.entries().get(at - 1).id());
        return r == null ? null : r.mesh();
    }

    /**
     * The mesh a body shows at its marker line, or null if it is not known yet. While one of its steps cannot be done
     * the last good one stays, if there has been one.
     */
    Mesh shownMesh(Body b) {
        BodyResult r = results.get(b.id());
        if (r == null || evaluated.body(b.id()) == null) return null;
        Mesh now = r.after(b.shownSteps());
        boolean failed = r.steps().stream().limit(b.shownSteps()).anyMatch(StepResult::failed);
        if (!failed) {
            lastGood.put(b.id(), now);
            return now;
        }
        return lastGood.getOrDefault(b.id(), now);
    }

    // ---- selection

    Body body() {
        return document().body(bodyId);
    }

    void select(String id) {
        if (id == null || id.equals(bodyId)) return;
        bodyId = id;
        steps.clear();
        openStep = 0;
        changed();
    }

    Set<Long> selectedSteps() {
        return Set.copyOf(steps);
    }

    void selectSteps(Collection<Long> ids) {
        steps.clear();
        steps.addAll(ids);
        openStep = steps.size() == 1 ? steps.iterator().next() : 0;
        changed();
    }

    /** The step whose drawer is open, or null. */
    Entry openEntry() {
        Body b = body();
        return b == null || openStep == 0 ? null : b.entry(openStep);
    }

    void closeDrawer() {
        openStep = 0;
        steps.clear();
        changed();
    }

    /** What is picked in the view. */
    Picking picking() {
        return picking;
    }

    /** What is taken from the view for a step. */
    PointTaking points() {
        return points;
    }

    /** Whether handles snap to what is under the pointer; Ctrl turns it round for a drag. */
    boolean snapping() {
        return snapping;
    }

    void setSnapping(boolean on) {
        snapping = on;
        say(on ? "Handles snap to what is under the pointer." : "Handles move freely again.", false);
    }

    /** The tag that is seen in the view: that of an open step that gives one, or the one that was asked for; or "". */
    String shownTag() {
        Entry open = openEntry();
        return open != null && open.step() instanceof TagStep t ? t.name() : shownTag;
    }

    /** The tags that the selected body has where the marker line is. */
    private List<String> tags() {
        Body b = body();
        Mesh m = b == null ? null : shownMesh(b);
        return m == null
                ? List.of()
                : m.tags().keySet().stream()
                        .filter(n -> !n.startsWith(StepContext.MADE) && !EdgeShading.isOwn(n))
                        .sorted()
                        .toList();
    }

    /** Shows the next of these tags, after the last none. */
    void showNextTag() {
        List<String> all = tags();
        if (all.isEmpty()) {
            say("The body has no tags here; the step Tag makes one.", false);
            return;
        }
        int at = all.indexOf(shownTag) + 1;
        shownTag = at < all.size() ? all.get(at) : "";
        say(shownTag.isEmpty() ? "No tag is shown." : "Shown is the tag " + shownTag + ".", false);
    }

    /** Another thing is picked, or another kind of thing. */
    void changedPick() {
        changed();
    }

    // ---- messages

    void say(String text, boolean fault) {
        message = text;
        messageIsFault = fault;
        changed();
    }

    String message() {
        return message;
    }

    boolean messageIsFault() {
        return messageIsFault;
    }

    @Override
    public void close() {
        ticker.stop();
        service.close();
    }
}
