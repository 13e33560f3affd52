package org.modeststack.mesh.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Loops on all cores: all is done once, and nothing that goes wrong on a helper is lost. */
@Timeout(60)
class WorkersTest {
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 100, 5000})
    void eachTaskRunsOnce(int tasks) {
        AtomicIntegerArray ran = new AtomicIntegerArray(Math.max(1, tasks));
        Workers.each(tasks, ran::incrementAndGet);
        for (int i = 0; i < tasks; i++) assertEquals(1, ran.get(i));
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 8191, 8192, 8193, 16384, 50_001})
    void everyElementOfARangeOnce(int n) {
        AtomicIntegerArray seen = new AtomicIntegerArray(n + 10);
        Workers.ranges(7, 7 + n, (from, to) -> {
            for (int i = from; i < to; i++) seen.incrementAndGet(i);
        });
        for (int i = 0; i < n + 10; i++) assertEquals(i >= 7 && i < 7 + n ? 1 : 0, seen.get(i), "element " + i);
    }

    /** Also an error, and also one on a helper: the first tasks wait until another thread has thrown. */
    @Test
    void anErrorOfAHelperComesOutAtTheCaller() throws InterruptedException {
        Workers helpers = Workers.named("test");
        for (int round = 0; round < 50; round++) {
            Thread caller = Thread.currentThread();
            StackOverflowError thrown = new StackOverflowError();
            AtomicBoolean done = new AtomicBoolean();
            StackOverflowError e = assertThrows(
                    StackOverflowError.class,
                    () -> helpers.run(64, i -> {
                        if (Thread.currentThread() == caller) {
                            for (int k = 0; k < 200 && !done.get(); k++) pause();
                            return;
                        }
                        done.set(true);
                        throw thrown;
                    }));
            assertSame(thrown, e);
        }
        // And the helper is still there.
        AtomicInteger onHelper = new AtomicInteger();
        Thread caller = Thread.currentThread();
        helpers.run(64, i -> {
            if (Thread.currentThread() != caller) onHelper.incrementAndGet();
            pause();
        });
        assertTrue(onHelper.get() > 0);
    }

    private static void pause() {
        try {
            Thread.sleep(1);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void afterAFailureNothingOfTheLoopRunsAnyMore() {
        AtomicInteger running = new AtomicInteger(), begun = new AtomicInteger();
        assertThrows(
                IllegalStateException.class,
                () -> Workers.each(10_000, i -> {
                    running.incrementAndGet();
                    begun.incrementAndGet();
                    try {
                        if (i == 7) throw new IllegalStateException("task 7");
                        pause();
                    } finally {
                        running.decrementAndGet();
                    }
                }));
        assertEquals(0, running.get());
        assertTrue(begun.get() < 10_000, "the rest is not begun");
    }

    @Test
    void loopsInLoopsInLoopsComeToAnEnd() {
        AtomicInteger sum = new AtomicInteger();
        Workers.each(20, i -> Workers.each(20, j -> Workers.each(20, k -> sum.incrementAndGet())));
        assertEquals(8000, sum.get());
    }

    @Test
    void helpersAreStoppedWithTheirCaller() {
        AtomicBoolean stop = new AtomicBoolean();
        AtomicInteger done = new AtomicInteger();
        assertThrows(
                CancellationException.class,
                () -> Work.stoppable(stop::get, () -> {
                    Workers.each(1000, i -> {
                        if (done.incrementAndGet() == 10) stop.set(true);
                    });
                    return null;
                }));
        // Each thread may have been past its question.
        assertTrue(done.get() <= 10 + Runtime.getRuntime().availableProcessors(), done.toString());
    }

    @Test
    void anInterruptedCallerFinishesAndStaysInterrupted() {
        AtomicIntegerArray ran = new AtomicIntegerArray(200);
        Thread.currentThread().interrupt();
        Workers.each(200, ran::incrementAndGet);
        assertTrue(Thread.interrupted());
        assertFalse(Thread.currentThread().isInterrupted());
        for (int i = 0; i < 200; i++) assertEquals(1, ran.get(i));
    }
}
