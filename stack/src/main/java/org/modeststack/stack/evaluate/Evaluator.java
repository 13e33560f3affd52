package org.modeststack.stack.evaluate;

import java.lang.ref.WeakReference;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.modeststack.stack.Body;
import org.modeststack.stack.Document;
import org.modeststack.steps.Purpose;

/**
 * Works out the meshes of a document. Results of steps are kept by the hash of all they depend on, so that only what has
 * changed, and what follows from it, is carried out again; a body that has not changed, made of others that have not,
 * costs nothing at all. Independent bodies are worked out side by side, in the order in which they are wanted.
 *
 * <p>For use by any number of threads; what one of them is at, the others wait for instead of doing it again. All work
 * can be stopped by what {@link org.modeststack.mesh.work.Work} is bound to.
 */
public final class Evaluator {
    private final StepRunner runner;
    private final Map<String, Remembered> remembered = new ConcurrentHashMap<>();

    /**
     * The newest result of a body, as long as somebody shows it, and all that it came of.
     *
     * @param purpose what it was worked out for; null where its steps are the same for every purpose
     */
    private record Remembered(
            Body body,
            @Nullable Purpose purpose,
            Map<String, Provenance.Operand> operands,
            WeakReference<BodyResult> result,
            @Nullable Provenance last) {}

    /**
     * A body's result.
     *
     * @param provenance of its last step; null where none is switched on
     */
    record Outcome(BodyResult result, @Nullable Provenance provenance) {}

    /** @param cacheBytes how much the kept results may take */
    public Evaluator(long cacheBytes) {
        runner = new StepRunner(new ResultCache(cacheBytes));
    }

    /** With room for results in a quarter of the memory. */
    public Evaluator() {
        this(Runtime.getRuntime().maxMemory() / 4);
    }

    /** How many bytes the kept results take, counted now. */
    public long cachedBytes() {
        return runner.cache().bytes();
    }

    /** Lets all steps that are held be carried out at the next evaluation for the view, once. */
    public void askForHeld() {
        runner.held().forget();
    }

    /** Lets one step be carried out at the next evaluation for the view though it is held, once. */
    public void askForHeld(long entryId) {
        runner.held().forget(entryId);
    }

    /** The results of all bodies, in the document's order, as they are exported. */
    public Map<String, BodyResult> evaluate(Document document, Progress progress) {
        Map<String, BodyResult> found = evaluate(EvaluationRequest.of(document), progress, _ -> {});
        Map<String, BodyResult> ordered = new LinkedHashMap<>();
        for (Body b : document.bodies()) ordered.put(b.id(), found.get(b.id()));
        return ordered;
    }

    /** The result of one body, as it is exported, with what it needs of others. */
    public BodyResult evaluate(Document document, String bodyId, Progress progress) {
        return Objects.requireNonNull(
                evaluate(EvaluationRequest.of(document, bodyId), progress, _ -> {})
                        .get(bodyId),
                bodyId);
    }

    /**
     * What is wanted, and what that needs.
     *
     * @param ready is told each body's result as it comes, on whatever thread it was worked out; one call at a time
     * @return all results, those that were needed only included; each for as many steps as were wanted
     */
    public Map<String, BodyResult> evaluate(EvaluationRequest request, Progress progress, Consumer<BodyResult> ready) {
        Map<String, Outcome> outcomes = new ConcurrentHashMap<>();
        BodySchedule schedule = BodySchedule.of(request);
        Object telling = new Object();
        schedule.run(body -> {
            Outcome o = outcome(request, body, schedule, outcomes, progress);
            outcomes.put(body.id(), o);
            synchronized (telling) {
                ready.accept(o.result());
            }
        });
        Map<String, BodyResult> results = new LinkedHashMap<>();
        for (String id : schedule.order()) results.put(id, there(outcomes, id).result());
        return results;
    }

    /** What a body that was waited for has come to. */
    private static Outcome there(Map<String, Outcome> outcomes, String id) {
        return Objects.requireNonNull(outcomes.get(id), id);
    }

    private Outcome outcome(
            EvaluationRequest request,
            Body body,
            BodySchedule schedule,
            Map<String, Outcome> others,
            Progress progress) {
        Document document = request.document();
        Set<String> needs = schedule.needs(body.id());
        Map<String, Provenance.Operand> operands = new LinkedHashMap<>();
        for (String id : needs)
            operands.put(
                    id,
                    new Provenance.Operand(
                            document.nameOf(id), there(others, id).provenance()));
        Remembered known = remembered.get(body.id());
        BodyResult last = known == null ? null : known.result().get();
        // Where a body is missing, or goes round in a circle, what is said of it depends on more of the document.
        boolean whole = schedule.steps(body.id()) >= body.entries().size()
                && needs.size() == document.usedBy(body.id()).size();
        if (known != null
                && last != null
                && whole
                && known.body().equals(body)
                && (known.purpose() == null || known.purpose().equals(request.purpose()))
                && known.operands().equals(operands)) return new Outcome(last, known.last());
        BodyRun run =
                new BodyRun(runner, document, body, schedule.steps(body.id()), request.purpose(), operands, progress);
        Outcome now = run.outcome();
        if (run.isLasting() && whole)
            remembered.put(
                    body.id(),
                    new Remembered(
                            body,
                            run.isAlike() ? null : request.purpose(),
                            operands,
                            new WeakReference<>(now.result()),
                            now.provenance()));
        else if (whole) remembered.remove(body.id());
        return now;
    }
}
