package org.modeststack.stack.evaluate;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;
import org.modeststack.stack.Document;
import org.modeststack.steps.Purpose;

/**
 * Evaluates documents on a thread of its own, always the newest that was asked for. Results are told body by body as they
 * come. A request that is overtaken goes on for a moment with what is seen, so that the picture keeps up with a drag, and
 * is dropped then; what is hidden is dropped at once. Nothing that a step or a listener throws ends the thread.
 *
 * <p>A step that does not ask whether it is still wanted cannot be ended. After a while its evaluation is given up: a fresh
 * thread takes over, and what the old one still finds is told to nobody, but kept for when it is asked for again.
 */
public final class EvaluationService implements AutoCloseable {
    /** How long what is seen may go on being worked out after something newer was asked for. */
    private static final long PATIENCE_NANOS = 250_000_000;

    /** How long what is not wanted any more may take to end before it is given up. */
    private static final long GRACE_MS = 2_000;

    private static final System.Logger LOG = System.getLogger(EvaluationService.class.getName());

    /** How an evaluation ended. */
    public enum End {
        DONE,
        /** The user stopped it. */
        STOPPED,
        /** The user stopped it, but a step did not end; it goes on behind, and nobody waits for it. */
        GIVEN_UP,
        /** The program made a mistake outside of any step; it is in the log. */
        BROKEN
    }

    /** What was asked for and how it ended; {@code results} is null unless it was done. */
    public record Evaluation(Document document, @Nullable Map<String, BodyResult> results, double ms, End end) {}

    /** Is told on the service's threads, one call at a time. */
    public interface Listener {
        /** The result of one body of a document that is still being worked out. */
        default void ready(Document document, BodyResult result) {}

        /** The end of each evaluation but those that were overtaken. */
        void finished(Evaluation evaluation);
    }

    /** One call for a document. */
    private static final class Job {
        final Document document;
        private final @Nullable String urgent;
        /** The bodies still to come that somebody waits for, with those that they need; what follows nobody sees. */
        private final Set<String> awaited = new HashSet<>();

        private final long started = System.nanoTime();
        private volatile boolean stopped;
        private volatile boolean givenUp;
        private boolean watched;

        Job(Asked asked) {
            document = asked.document();
            urgent = asked.urgent();
        }

        /** What is to be worked out. Asks the steps, which may go wrong. */
        EvaluationRequest request() {
            EvaluationRequest request = EvaluationRequest.forWindow(document, urgent);
            List<String> seen = List.copyOf(EvaluationRequest.seen(document, urgent));
            awaited.addAll(BodySchedule.of(EvaluationRequest.whole(document, seen, Purpose.VIEW))
                    .order());
            return request;
        }
    }

    private record Asked(Document document, @Nullable String urgent) {}

    private final Evaluator evaluator;
    private final Listener listener;
    private final Progress progress;
    private final Object lock = new Object();
    /** Changed under the lock alone, looked at by long work without it. */
    private volatile @Nullable Asked next;

    private @Nullable Job running;
    private volatile boolean closed;

    /** @param progress is told on the service's threads */
    public EvaluationService(Evaluator evaluator, Listener listener, Progress progress) {
        this.evaluator = evaluator;
        this.listener = listener;
        this.progress = progress;
        begin();
    }

    private void begin() {
        Thread.ofPlatform().name("evaluation").daemon().start(this::run);
    }

    /** Asks for the results of a document; it takes the place of any that is still waiting. */
    public void request(Document document) {
        request(document, null);
    }

    /** @param urgent the id of the body that is being worked on, or null */
    public void request(Document document, @Nullable String urgent) {
        synchronized (lock) {
            next = new Asked(document, urgent);
            if (running != null) watch(running, PATIENCE_NANOS / 1_000_000 + GRACE_MS);
            lock.notifyAll();
        }
    }

    /** Stops what is running, and forgets what is waiting; the end of either is told. */
    public void cancel() {
        synchronized (lock) {
            if (running != null) {
                running.stopped = true;
                running.watched = false;
                watch(running, GRACE_MS);
            }
            if (next == null) return;
            Document forgotten = next.document();
            next = null;
            if (running == null) tell(new Evaluation(forgotten, null, 0, End.STOPPED));
        }
    }

    /** Gives a job up that has not ended after some time. Holds the lock. */
    private void watch(Job job, long afterMs) {
        if (job.watched) return;
        job.watched = true;
        // On a thread of its own kind: all others may be held by the very job.
        CompletableFuture.delayedExecutor(afterMs, TimeUnit.MILLISECONDS, Thread::startVirtualThread)
                .execute(() -> giveUp(job));
    }

    private void giveUp(Job job) {
        boolean asked;
        synchronized (lock) {
            if (running != job || closed || !isUnwanted(job)) {
                job.watched = false;
                return;
            }
            job.givenUp = true;
            running = null;
            asked = next != null;
            BodySchedule.renewHelpers();
            begin();
        }
        LOG.log(System.Logger.Level.WARNING, "an evaluation does not end and is given up");
        if (!asked) tell(new Evaluation(job.document, null, ms(job), End.GIVEN_UP));
    }

    public boolean isBusy() {
        synchronized (lock) {
            return running != null || next != null;
        }
    }

    private void run() {
        while (true) {
            Job job;
            synchronized (lock) {
                Asked asked;
                while ((asked = next) == null && !closed) {
                    try {
                        lock.wait();
                    } catch (InterruptedException e) {
                        return;
                    }
                }
                if (closed || asked == null) return;
                running = job = new Job(asked);
                next = null;
            }
            Evaluation e = carryOut(job);
            boolean overtaken;
            synchronized (lock) {
                if (job.givenUp) return;
                overtaken = e.end() == End.STOPPED && next != null;
                running = null;
            }
            if (!overtaken && !closed) tell(e);
        }
    }

    private Evaluation carryOut(Job job) {
        try {
            Map<String, BodyResult> results = Work.stoppable(
                    () -> isUnwanted(job),
                    () -> evaluator.evaluate(
                            job.request(),
                            (body, step, share) -> tellProgress(job, body, step, share),
                            r -> ready(job, r)));
            return new Evaluation(job.document, results, ms(job), End.DONE);
        } catch (CancellationException e) {
            return new Evaluation(job.document, null, ms(job), End.STOPPED);
        } catch (Throwable e) {
            LOG.log(System.Logger.Level.ERROR, "evaluation", e);
            return new Evaluation(job.document, null, ms(job), End.BROKEN);
        }
    }

    private static double ms(Job job) {
        return (System.nanoTime() - job.started) / 1e6;
    }

    private boolean isUnwanted(Job job) {
        return job.stopped || job.givenUp || closed || next != null && System.nanoTime() - job.started > PATIENCE_NANOS;
    }

    private void ready(Job job, BodyResult result) {
        if (job.givenUp) throw new CancellationException();
        try {
            listener.ready(job.document, result);
        } catch (RuntimeException | Error e) {
            LOG.log(System.Logger.Level.ERROR, "listener to results", e);
        }
        job.awaited.remove(result.bodyId());
        if (next != null && job.awaited.isEmpty()) throw new CancellationException();
    }

    private void tellProgress(Job job, String body, String step, double share) {
        if (job.givenUp) throw new CancellationException();
        try {
            progress.at(body, step, share);
        } catch (CancellationException e) {
            job.stopped = true;
            throw e;
        } catch (RuntimeException | Error e) {
            LOG.log(System.Logger.Level.ERROR, "listener to progress", e);
        }
    }

    private void tell(Evaluation e) {
        try {
            synchronized (listener) {
                listener.finished(e);
            }
        } catch (RuntimeException | Error x) {
            LOG.log(System.Logger.Level.ERROR, "listener to evaluations", x);
        }
    }

    @Override
    public void close() {
        synchronized (lock) {
            closed = true;
            lock.notifyAll();
        }
    }
}
