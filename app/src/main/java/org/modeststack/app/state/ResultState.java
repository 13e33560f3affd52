package org.modeststack.app.state;

import java.util.ArrayDeque;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Platform;
import javafx.util.Duration;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.AnchorEdits;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.stack.Entry;
import org.modeststack.stack.evaluate.BodyResult;
import org.modeststack.stack.evaluate.EvaluationService;
import org.modeststack.stack.evaluate.EvaluationService.Evaluation;
import org.modeststack.stack.evaluate.Evaluator;
import org.modeststack.stack.evaluate.StepResult;

/**
 * The newest results of the document's bodies, which come one by one while an evaluation is at work. Lives on the interface
 * thread, which never waits for one.
 */
public final class ResultState implements AutoCloseable {
    /** What is going on in an evaluation. */
    public record Work(String body, String step, double share) {}

    /** A body as it was when its result was worked out. */
    private record Worked(Body body, BodyResult result) {}

    private final DocumentState document;
    private final SelectionState selected;
    private final MessageState messages;
    private final Evaluator evaluator;
    private final EvaluationService service;
    private final Signal changed;
    private final MadeMeshes made;
    private final Signal progressed;
    private final Timeline ticker = new Timeline(new KeyFrame(Duration.millis(100), _ -> tick()));
    private final Map<String, Worked> results = new HashMap<>();
    private final Map<String, Geometry> lastGood = new HashMap<>();
    /** What was asked for since the present file was opened. */
    private final Set<Document> ofThisFile = Collections.newSetFromMap(new IdentityHashMap<>());

    /** What has come since the interface thread last looked; guarded by itself. */
    private final Queue<Runnable> arrived = new ArrayDeque<>();

    private Document asked = Document.EMPTY;
    private Document evaluated = Document.EMPTY;
    private Document answered = Document.EMPTY;
    private long askedAt;
    private double evaluationMs;
    private int evaluations;
    private volatile Work work;

    /** @param evaluator may be at work already, warming up on what will be opened */
    ResultState(
            Pulse pulse, DocumentState document, SelectionState selected, MessageState messages, Evaluator evaluator) {
        this.document = document;
        this.selected = selected;
        this.messages = messages;
        this.evaluator = evaluator;
        changed = new Signal(pulse);
        made = new MadeMeshes(changed::fire, text -> messages.say(text, true));
        progressed = new Signal(pulse);
        ticker.setCycleCount(Timeline.INDEFINITE);
        service = new EvaluationService(
                evaluator,
                new EvaluationService.Listener() {
                    @Override
                    public void ready(Document of, BodyResult result) {
                        arrive(() -> take(of, result));
                    }

                    @Override
                    public void finished(Evaluation e) {
                        arrive(() -> end(e));
                    }
                },
                (body, step, share) -> work = new Work(body, step, share));
        document.opened().listenAtOnce(this::reset);
        document.changed().listenAtOnce(this::ask);
    }

    /** There are new results. */
    public Signal changed() {
        return changed;
    }

    /** Told now and then while an evaluation runs, and once when it is over. */
    public Signal progressed() {
        return progressed;
    }

    private void tick() {
        if (!isBusy()) ticker.stop();
        progressed.fire();
    }

    /** On a thread of the service; many that come at once are taken together. */
    private void arrive(Runnable news) {
        synchronized (arrived) {
            if (arrived.isEmpty()) Platform.runLater(this::takeAll);
            arrived.add(news);
        }
    }

    private void takeAll() {
        while (true) {
            Runnable next;
            synchronized (arrived) {
                next = arrived.poll();
            }
            if (next == null) return;
            next.run();
        }
    }

    private void reset() {
        results.clear();
        lastGood.clear();
        evaluator.askForHeld();
        ofThisFile.clear();
        evaluated = Document.EMPTY;
        asked = null;
    }

    private void ask() {
        Document d = document.current();
        // Only what is known of the file has changed.
        if (d == asked) return;
        String urgent = asked == null ? selectedId() : changedBody(asked, d);
        asked = d;
        ofThisFile.add(d);
        askedAt = System.nanoTime();
        service.request(d, urgent);
        ticker.play();
    }

    /** The one body that an edit has changed, or else the one that is selected. */
    private String changedBody(Document before, Document now) {
        String found = null;
        for (Body b : now.bodies()) {
            if (before.body(b.id()) == b) continue;
            if (found != null) return selectedId();
            found = b.id();
        }
        return found == null ? selectedId() : found;
    }

    private String selectedId() {
        Body b = selected.body();
        return b == null ? null : b.id();
    }

    /** Works out again what was stopped, did not go well for want of memory, or is held. */
    public void recalculate() {
        evaluator.askForHeld();
        askAgain();
    }

    /** Carries out a step once that is held. */
    public void askForHeld(long entryId) {
        evaluator.askForHeld(entryId);
        askAgain();
    }

    private void askAgain() {
        askedAt = System.nanoTime();
        answered = null;
        service.request(asked, selectedId());
        ticker.play();
    }

    private void take(Document of, BodyResult result) {
        Body body = of.body(result.bodyId());
        // A document that was closed meanwhile may have had a body of the same id.
        if (!ofThisFile.contains(of) || document.current().body(body.id()) == null) return;
        Worked before = results.put(body.id(), new Worked(body, result));
        if (before == null || before.result() != result) changed.fire();
    }

    private void end(Evaluation e) {
        work = null;
        if (!ofThisFile.contains(e.document())) return;
        answered = e.document();
        ofThisFile.removeIf(d -> d != asked && d != answered);
        switch (e.end()) {
            case STOPPED ->
                messages.say(
                        "The calculation was stopped; the picture shows the state before. F5 calculates again.", false);
            case GIVEN_UP ->
                messages.say(
                        "A step does not end, and was given up; the picture shows the state before. Change its numbers or"
                                + " switch it off. It goes on behind until it is done or Modest Stack is closed.",
                        true);
            case BROKEN ->
                messages.say(
                        "Modest Stack made a mistake while calculating; the picture shows the state before. F5 tries"
                                + " again; please report it.",
                        true);
            case DONE -> {
                evaluated = e.document();
                e.results().forEach((id, r) -> results.put(id, new Worked(evaluated.body(id), r)));
                results.keySet().removeIf(id -> evaluated.body(id) == null);
                lastGood.keySet().removeIf(id -> evaluated.body(id) == null);
                evaluationMs = e.ms();
                evaluations++;
                settleAnchors();
            }
        }
        changed.fire();
        progressed.fire();
    }

    /** Notes in the document what its anchors came to, so that these numbers are there should an anchor be lost. */
    private void settleAnchors() {
        Document now = document.current();
        if (evaluated != now) return;
        for (Body b : evaluated.bodies()) {
            for (Entry e : b.entries()) {
                StepResult r = e.anchors().isEmpty() ? null : result(b.id(), e.id());
                if (r != null) now = AnchorEdits.withNumbers(now, b.id(), e.id(), r.anchored());
            }
        }
        document.settle(now);
    }

    public void cancel() {
        service.cancel();
    }

    /** What the evaluation is at, or null. */
    public Work work() {
        return work;
    }

    /** How long the running evaluation has been waited for. */
    public double waitedMs() {
        return (System.nanoTime() - askedAt) / 1e6;
    }

    /** Whether results are still to come. */
    public boolean isBusy() {
        synchronized (arrived) {
            if (!arrived.isEmpty()) return true;
        }
        return service.isBusy() || answered != asked || made.isBusy();
    }

    /** How many evaluations there have been. */
    public int evaluations() {
        return evaluations;
    }

    public double evaluationMs() {
        return evaluationMs;
    }

    /** The document that all results are of: the present one, or one shortly before it. */
    public Document evaluatedDocument() {
        return evaluated;
    }

    /** For work beside the interface thread that needs results of a document of its own. */
    public Evaluator evaluator() {
        return evaluator;
    }

    /** Null where it is not known yet. */
    public BodyResult result(String id) {
        Worked w = results.get(id);
        return w == null ? null : w.result();
    }

    /** The newest result of a step of a body, or null. */
    public StepResult result(String body, long entryId) {
        BodyResult r = result(body);
        if (r == null) return null;
        for (StepResult s : r.steps()) if (s.entryId() == entryId) return s;
        Body b = document.current().body(body);
        int i = b == null ? -1 : b.indexOf(entryId);
        return i >= 0 && i < r.steps().size() && r.steps().size() == b.entries().size()
                ? r.steps().get(i)
                : null;
    }

    /** What a body comes to with all its steps; null where it is not known yet. */
    public Geometry whole(String bodyId) {
        BodyResult r = result(bodyId);
        return r == null ? null : r.geometry();
    }

    /** What goes into a step of a body; empty for the first, null where it is not known yet. */
    public Geometry partsBefore(Body b, long entryId) {
        int at = b.indexOf(entryId);
        if (at <= 0) return at < 0 ? null : Geometry.EMPTY;
        StepResult r = result(b.id(), b.entries().get(at - 1).id());
        return r == null ? null : r.geometry();
    }

    /** The same as one mesh; null too where that has still to be made, see {@link #shownMesh}. */
    public Mesh before(Body b, long entryId) {
        Geometry g = partsBefore(b, entryId);
        return g == null ? null : made.of(g);
    }

    /**
     * The same as {@link #shown}, as one mesh for whoever needs single faces. Null too where many copies share a mesh and
     * their faces have still to be made: this is begun then, and told by {@link #changed}.
     */
    public Mesh shownMesh(Body b) {
        Geometry g = shown(b);
        return g == null ? null : made.of(g);
    }

    /**
     * What a body shows at its marker line, or null if it is not known yet. While one of its steps cannot be done the last
     * good result stays, if there has been one.
     */
    public Geometry shown(Body b) {
        BodyResult r = result(b.id());
        if (r == null) return null;
        Geometry now = r.after(b.shownSteps());
        boolean failed = r.steps().stream().limit(b.shownSteps()).anyMatch(StepResult::failed);
        if (!failed) {
            lastGood.put(b.id(), now);
            return now;
        }
        return lastGood.getOrDefault(b.id(), now);
    }

    @Override
    public void close() {
        ticker.stop();
        made.close();
        service.close();
    }
}
