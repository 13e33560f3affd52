package org.modeststack.app.state;

import java.util.Queue;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.modeststack.mesh.work.Work;

/**
 * Reading, writing and other long work on snapshots, one job after another on a thread of its own. What becomes of a job
 * is told on the interface thread. Nothing that a job throws ends the thread.
 */
public final class BackgroundJobs implements AutoCloseable {
    private static final System.Logger LOG = System.getLogger(BackgroundJobs.class.getName());

    private static final int CLOSE_SECONDS = 10;

    private final MessageState messages;
    private final Signal changed;
    /** How long a job that was stopped may take to end before it is given up. */
    private static final long GRACE_MS = 2_000;

    private volatile ExecutorService thread = newThread();
    /** What waits for the thread, so that it can go to another if that is held. */
    private final Queue<Runnable> waiting = new ConcurrentLinkedQueue<>();

    private final AtomicInteger open = new AtomicInteger();
    private volatile Running running;

    private static final class Running {
        /** What to call it: "Saving flange.mstack". */
        final String name;

        final long began = System.nanoTime();
        volatile boolean stopped;
        volatile boolean givenUp;

        /** What is told on the interface thread where it does not end well. */
        final Runnable failed;

        Running(String name, Runnable failed) {
            this.name = name;
            this.failed = failed;
        }
    }

    private static ExecutorService newThread() {
        return Executors.newSingleThreadExecutor(
                Thread.ofPlatform().daemon().name("jobs").factory());
    }

    BackgroundJobs(Pulse pulse, MessageState messages) {
        this.messages = messages;
        changed = new Signal(pulse);
    }

    /** A job has begun or ended. */
    public Signal changed() {
        return changed;
    }

    /**
     * Carries out a job. What it throws is said to the user: an exception of a file by its message, anything else as a
     * mistake of the program.
     *
     * @param name what it is called while it runs: "Saving flange.mstack"
     * @param done receives its result on the interface thread; not called where it was stopped or failed
     */
    public <T> void run(String name, Callable<T> job, Consumer<T> done) {
        run(name, job, done, () -> {});
    }

    /** @param failed is told on the interface thread where the job was stopped or failed, after the message was said */
    public <T> void run(String name, Callable<T> job, Consumer<T> done, Runnable failed) {
        open.incrementAndGet();
        changed.fire();
        Running now = new Running(name, failed);
        Runnable whole = () -> {
            running = now;
            Runnable end;
            try {
                T result = Work.stoppable(() -> now.stopped, () -> call(job));
                end = () -> done.accept(result);
            } catch (Throwable e) {
                end = () -> {
                    tell(now, e instanceof Wrapped w ? w.getCause() : e);
                    failed.run();
                };
            }
            Runnable ending = end;
            synchronized (this) {
                // Who waited for it has been told that it does not end.
                if (now.givenUp) return;
                running = null;
            }
            Platform.runLater(() -> {
                // Closed only now, so that whoever waits for all jobs has their results too.
                open.decrementAndGet();
                changed.fire();
                ending.run();
            });
        };
        synchronized (this) {
            waiting.add(whole);
            thread.execute(this::next);
        }
    }

    private void next() {
        Runnable job = waiting.poll();
        if (job != null) job.run();
    }

    /** Carries a checked exception out of the work. */
    private static final class Wrapped extends RuntimeException {
        private static final long serialVersionUID = 1;

        Wrapped(Exception e) {
            super(e);
        }
    }

    private static <T> T call(Callable<T> job) {
        try {
            return job.call();
        } catch (RuntimeException e) {
            throw e;
        } catch (Exception e) {
            throw new Wrapped(e);
        }
    }

    private void tell(Running job, Throwable e) {
        if (e instanceof CancellationException) messages.say(job.name + " was stopped; nothing has changed.", false);
        else if (e instanceof Exception x && !(e instanceof RuntimeException)) messages.say(x.getMessage(), true);
        else if (e instanceof OutOfMemoryError)
            messages.say(job.name + " did not go well: there is not enough memory.", true);
        else {
            LOG.log(System.Logger.Level.ERROR, job.name, e);
            messages.say(
                    job.name + " did not go well: Modest Stack made a mistake (" + e + "). Please report it.", true);
        }
    }

    /** Stops the job that is running. */
    public void cancel() {
        Running r = running;
        if (r == null) return;
        r.stopped = true;
        CompletableFuture.delayedExecutor(GRACE_MS, TimeUnit.MILLISECONDS, Thread::startVirtualThread)
                .execute(() -> giveUp(r));
    }

    /** Another thread goes on with what waits; what the old one still comes to changes nothing. */
    private void giveUp(Running job) {
        synchronized (this) {
            if (running != job || job.givenUp) return;
            job.givenUp = true;
            running = null;
            ExecutorService held = thread;
            thread = newThread();
            held.shutdownNow();
            for (int i = waiting.size(); i > 0; i--) thread.execute(this::next);
        }
        Platform.runLater(() -> {
            open.decrementAndGet();
            changed.fire();
            messages.say(job.name + " does not end, and was given up; nothing has changed.", true);
            job.failed.run();
        });
    }

    /** Whether any job is running, waiting, or about to tell its result. */
    public boolean isBusy() {
        return open.get() > 0;
    }

    /** The job that has been running for at least so many milliseconds, or null. */
    public String runningFor(double ms) {
        Running r = running;
        return r == null || System.nanoTime() - r.began < ms * 1e6 ? null : r.name;
    }

    /** Nothing new is begun; what is being written is finished, unless it takes very long. */
    @Override
    public void close() {
        thread.shutdown();
        try {
            if (!thread.awaitTermination(CLOSE_SECONDS, TimeUnit.SECONDS)) cancel();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
