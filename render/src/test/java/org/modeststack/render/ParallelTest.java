package org.modeststack.render;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ParallelTest {
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 100, 5000})
    void eachTaskRunsOnce(int tasks) {
        AtomicIntegerArray ran = new AtomicIntegerArray(Math.max(1, tasks));
        Parallel.run(tasks, ran::incrementAndGet);
        for (int i = 0; i < tasks; i++) assertEquals(1, ran.get(i));
    }

    @Test
    void aFailureComesBackAfterTheOthersAreDone() {
        AtomicIntegerArray ran = new AtomicIntegerArray(64);
        IllegalStateException e = assertThrows(
                IllegalStateException.class,
                () -> Parallel.run(64, i -> {
                    if (i == 7) throw new IllegalStateException("task 7");
                    ran.incrementAndGet(i);
                }));
        assertEquals("task 7", e.getMessage());
        for (int i = 0; i < 64; i++) assertEquals(i == 7 ? 0 : 1, ran.get(i));
    }

    @Test
    void anInterruptedCallerFinishesAndStaysInterrupted() {
        AtomicIntegerArray ran = new AtomicIntegerArray(200);
        Thread.currentThread().interrupt();
        Parallel.run(200, ran::incrementAndGet);
        assertTrue(Thread.interrupted());
        assertFalse(Thread.currentThread().isInterrupted());
        for (int i = 0; i < 200; i++) assertEquals(1, ran.get(i));
    }
}
