package org.modeststack.stack.evaluate;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.modeststack.mesh.work.Work;

/** For steps of tests that take as long as they are made to. */
final class Patience {
    private Patience() {}

    /** Waits until it is let go on, or stopped. */
    static void until(CountDownLatch go) {
        try {
            while (!go.await(1, TimeUnit.MILLISECONDS)) Work.checkpoint();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
