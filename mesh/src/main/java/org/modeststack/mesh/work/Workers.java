package org.modeststack.mesh.work;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.IntConsumer;

/**
 * Runs loops on all cores. The caller works too and never waits for a helper that has not begun, so loops may stand in
 * loops. What a helper throws, errors included, comes out at the caller, once nothing of the loop runs any more; the rest
 * of the loop is not begun then. Helpers are stopped together with their caller ({@link Work}).
 *
 * <p>What is done for one number must not depend on what is done for others, nor wait for it; only helpers of one's own
 * ({@link #named}) may wait, for work that is surely under way.
 */
public final class Workers {
    /** Elements in a piece of {@link #ranges}: enough that handing it over costs little beside it. */
    private static final int PIECE = 1 << 12;

    private static final int CORES = Runtime.getRuntime().availableProcessors();

    /** For the work of steps. */
    private static final Workers SHARED = new Workers(ForkJoinPool.commonPool());

    private final Executor helpers;

    private Workers(Executor helpers) {
        this.helpers = helpers;
    }

    /** Helpers of their own, so that this work need not wait behind other work; their threads end with the program. */
    public static Workers named(String name) {
        ExecutorService pool = Executors.newFixedThreadPool(
                Math.max(1, CORES - 1), Thread.ofPlatform().daemon().name(name).factory());
        return new Workers(pool);
    }

    /** What is done for the elements from one, up to and without another. */
    @FunctionalInterface
    public interface Range {
        void run(int from, int to);
    }

    /** {@link #run} on the helpers that all steps share. */
    public static void each(int tasks, IntConsumer task) {
        SHARED.run(tasks, task);
    }

    /** Many elements in pieces on the helpers that all steps share. Few are done at once, by the caller. */
    public static void ranges(int from, int to, Range range) {
        SHARED.runRanges(from, to, range);
    }

    /** The same on these helpers. */
    public void runRanges(int from, int to, Range range) {
        int pieces = (to - from + PIECE - 1) / PIECE;
        Work.checkpoint();
        if (pieces > 1) run(pieces, i -> range.run(from + i * PIECE, Math.min(to, from + (i + 1) * PIECE)));
        else if (from < to) range.run(from, to);
    }

    /** Carries out a task for each number from 0 up to and without {@code tasks}, in any order, and returns after the last. */
    public void run(int tasks, IntConsumer task) {
        if (tasks <= 1 || CORES == 1) {
            for (int i = 0; i < tasks; i++) {
                Work.checkpoint();
                task.accept(i);
            }
            return;
        }
        Loop loop = new Loop(tasks, task);
        for (int i = Math.min(CORES, tasks) - 1; i > 0; i--) helpers.execute(loop::help);
        loop.finish();
    }

    /** One loop: its tasks are taken one by one by whoever is free. */
    private static final class Loop {
        private final int tasks;
        private final IntConsumer task;
        private final AtomicInteger next = new AtomicInteger();
        private final AtomicInteger left;
        private final CountDownLatch done = new CountDownLatch(1);
        private final AtomicReference<Throwable> failure = new AtomicReference<>();
        private final BooleanSupplier stopped = Work.current();

        Loop(int tasks, IntConsumer task) {
            this.tasks = tasks;
            this.task = task;
            left = new AtomicInteger(tasks);
        }

        /** On a helper, which may come too late to find anything to do. */
        void help() {
            if (next.get() < tasks)
                Work.stoppable(stopped, () -> {
                    work();
                    return null;
                });
        }

        /** Takes tasks until there are none; what goes wrong is kept for the caller, so that no thread is lost by it. */
        private void work() {
            for (int i; (i = next.getAndIncrement()) < tasks; ) {
                try {
                    if (failure.get() == null) {
                        Work.checkpoint();
                        task.accept(i);
                    }
                } catch (Throwable e) {
                    failure.compareAndSet(null, e);
                } finally {
                    if (left.decrementAndGet() == 0) done.countDown();
                }
            }
        }

        /** On the caller: works along, waits for tasks that helpers are at, and throws what was thrown. */
        void finish() {
            work();
            boolean interrupted = false;
            while (true) {
                try {
                    done.await();
                    break;
                } catch (InterruptedException e) {
                    interrupted = true;
                }
            }
            if (interrupted) Thread.currentThread().interrupt();
            switch (failure.get()) {
                case null -> {}
                case RuntimeException e -> throw e;
                case Error e -> throw e;
                case Throwable e -> throw new IllegalStateException(e);
            }
        }
    }
}
