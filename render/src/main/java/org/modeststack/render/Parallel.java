package org.modeststack.render;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.IntConsumer;

/** Runs numbered tasks on all cores; the caller works too. What is done must not depend on the order of tasks. */
final class Parallel {
    private static final int HELPERS = Math.max(0, Runtime.getRuntime().availableProcessors() - 1);
    private static final ExecutorService POOL = Executors.newFixedThreadPool(
            Math.max(1, HELPERS),
            r -> Thread.ofPlatform().daemon().name("render").unstarted(r));

    private Parallel() {}

    static void run(int tasks, IntConsumer task) {
        AtomicInteger next = new AtomicInteger();
        AtomicReference<RuntimeException> failure = new AtomicReference<>();
        Runnable work = () -> {
            for (int i; (i = next.getAndIncrement()) < tasks; ) {
                try {
                    task.accept(i);
                } catch (RuntimeException e) {
                    failure.compareAndSet(null, e);
                }
            }
        };
        int helpers = Math.min(HELPERS, tasks - 1);
        CountDownLatch done = new CountDownLatch(Math.max(0, helpers));
        for (int h = 0; h < helpers; h++) {
            POOL.execute(() -> {
                try {
                    work.run();
                } finally {
                    done.countDown();
                }
            });
        }
        work.run();
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
        if (failure.get() != null) throw failure.get();
    }
}
