package org.modeststack.stack.evaluate;

import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import org.modeststack.stack.Document;

/**
 * Evaluates documents on a thread of its own, always the newest that was asked for. One that is overtaken is finished
 * if it is short, so that the picture keeps up with a drag, and stopped if it is long.
 */
public final class EvaluationService implements AutoCloseable {
    /** How long an evaluation may run on after a newer one was asked for. */
    private static final long PATIENCE_NANOS = 250_000_000;

    /** What was asked for and what came of it; {@code results} is null if it was cancelled. */
    public record Evaluation(Document document, Map<String, BodyResult> results, double ms) {}

    private final Evaluator evaluator;
    private final Consumer<Evaluation> done;
    private final Progress progress;
    private final Thread thread;
    private final Object lock = new Object();
    private Document wanted;
    private boolean cancelled;
    private boolean closed;
    private boolean running;
    private long started;

    /**
     * @param done receives results on the service's thread
     * @param progress is told on the service's thread
     */
    public EvaluationService(Evaluator evaluator, Consumer<Evaluation> done, Progress progress) {
        this.evaluator = evaluator;
        this.done = done;
        this.progress = progress;
        thread = Thread.ofPlatform().name("evaluation").daemon().start(this::run);
    }

    /** Asks for the results of a document; it takes the place of any that is still waiting. */
    public void request(Document document) {
        synchronized (lock) {
            wanted = document;
            lock.notifyAll();
        }
    }

    /** Stops what is running, and forgets what is waiting. */
    public void cancel() {
        synchronized (lock) {
            wanted = null;
            cancelled = running;
        }
    }

    public boolean isBusy() {
        synchronized (lock) {
            return running || wanted != null;
        }
    }

    private void run() {
        while (true) {
            Document document;
            synchronized (lock) {
                while (wanted == null && !closed) {
                    try {
                        lock.wait();
                    } catch (InterruptedException e) {
                        return;
                    }
                }
                if (closed) return;
                document = wanted;
                wanted = null;
                running = true;
                cancelled = false;
                started = System.nanoTime();
            }
            Map<String, BodyResult> results = null;
            try {
                results = evaluator.evaluate(document, this::check);
            } catch (CancellationException e) {
                // Told to the receiver as a missing result.
            }
            double ms = (System.nanoTime() - started) / 1e6;
            boolean overtaken;
            synchronized (lock) {
                running = false;
                overtaken = results == null && wanted != null;
            }
            if (!overtaken) done.accept(new Evaluation(document, results, ms));
        }
    }

    private void check(String body, String step, double share) {
        synchronized (lock) {
            boolean late = wanted != null && System.nanoTime() - started > PATIENCE_NANOS;
            if (cancelled || closed || late) throw new CancellationException();
        }
        progress.at(body, step, share);
    }

    @Override
    public void close() {
        synchronized (lock) {
            closed = true;
            lock.notifyAll();
        }
    }
}
