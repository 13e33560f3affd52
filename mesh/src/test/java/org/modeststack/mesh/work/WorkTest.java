package org.modeststack.mesh.work;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;

class WorkTest {
    @Test
    void whatNobodyCanStopGoesOn() {
        assertFalse(Work.isStopped());
        Work.checkpoint();
    }

    @Test
    void stoppedWorkEndsAtTheNextCheckpoint() {
        AtomicBoolean stop = new AtomicBoolean();
        int[] rounds = {0};
        assertThrows(
                CancellationException.class,
                () -> Work.stoppable(stop::get, () -> {
                    while (true) {
                        Work.checkpoint();
                        if (++rounds[0] == 5) stop.set(true);
                    }
                }));
        assertEquals(5, rounds[0]);
        Work.checkpoint();
    }

    @Test
    void theResultComesBack() {
        assertEquals("done", Work.stoppable(() -> false, () -> "done"));
    }

    @Test
    void workInsideIsStoppedWithTheWorkAround() {
        AtomicBoolean outer = new AtomicBoolean(), inner = new AtomicBoolean();
        Work.stoppable(
                outer::get,
                () -> Work.stoppable(inner::get, () -> {
                    assertFalse(Work.isStopped());
                    inner.set(true);
                    assertTrue(Work.isStopped());
                    inner.set(false);
                    outer.set(true);
                    assertTrue(Work.isStopped());
                    return null;
                }));
        inner.set(true);
        outer.set(false);
        assertFalse(Work.stoppable(outer::get, Work::isStopped), "the inner one is over");
    }
}
