package org.modeststack.app.state;

import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
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
    private final ExecutorService thread = Executors.newSingleThreadExecutor(
            Thread.ofPlatform().daemon().name("jobs").factory());
    private final AtomicInteger open = new AtomicInteger();
    private volatile Running running;

    private static final class Running {
        /** What to call it: "Saving flange.mstack". */
        final String name;

        final long began = System.nanoTime();
        volatile boolean stopped;

        Running(String name) {
            this.name = name;
        }
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
        Running now = new Running(name);
        thread.execute(() -> {
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
            running = null;
            Runnable ending = end;
            Platform.runLater(() -> {
                // Closed only now, so that whoever waits for all jobs has their results too.
                open.decrementAndGet();
                changed.fire();
                ending.run();
            });
        });
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
        if (r != null) r.stopped = true;
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
