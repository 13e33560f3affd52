package org.modeststack.app.state;

import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Deque;
import java.util.Map;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import javafx.application.Platform;
import org.modeststack.mesh.part.Geometry;

/**
 * What is worked out from results one by one in the background, the last wanted first, and kept as long as the result is.
 * To be asked on the interface thread.
 */
public final class PerGeometry<V> implements AutoCloseable {
    /** Results that a drag has left behind are not worth the work. */
    private static final int WAITING = 64;
    /** Nothing is begun before nothing new was wanted for so long. */
    private static final long QUIET_MS = 90;

    private static final long BEGIN_SECONDS = 3;

    private static final System.Logger LOG = System.getLogger(PerGeometry.class.getName());

    private final Map<Geometry, V> done = Collections.synchronizedMap(new WeakHashMap<>());
    /** What could not be worked out is not tried again. */
    private final Set<Geometry> failed = Collections.newSetFromMap(Collections.synchronizedMap(new WeakHashMap<>()));

    private final Deque<Geometry> wanted = new ArrayDeque<>();
    private final Function<Geometry, V> work;
    private final Runnable whenDone;
    private final CountDownLatch begin;
    private final Thread worker;
    private boolean working;
    /** How often all was forgotten. */
    private int age;

    private long asked;

    /**
     * @param whenDone is told on the interface thread when there is something new
     * @param begin nothing is worked out before this opens, or has been waited for in vain for a while
     */
    public PerGeometry(String name, Function<Geometry, V> work, Runnable whenDone, CountDownLatch begin) {
        this.begin = begin;
        this.work = work;
        this.whenDone = whenDone;
        worker = Thread.ofPlatform()
                .name(name)
                .daemon()
                .priority(Thread.MIN_PRIORITY)
                .start(this::run);
    }

    /** What belongs to a mesh, or null where it has still to be worked out. */
    public V of(Geometry geometry) {
        V known = done.get(geometry);
        if (known == null && !failed.contains(geometry)) {
            synchronized (wanted) {
                if (!wanted.contains(geometry)) {
                    wanted.addLast(geometry);
                    asked = System.nanoTime();
                }
                while (wanted.size() > WAITING) wanted.removeFirst();
                wanted.notifyAll();
            }
        }
        return known;
    }

    /** Works everything out anew when it is asked for next; what was asked from has changed. */
    public void forget() {
        synchronized (wanted) {
            age++;
            done.clear();
            failed.clear();
        }
    }

    /** Ends the work; the window is gone. */
    @Override
    public void close() {
        worker.interrupt();
    }

    public boolean isBusy() {
        synchronized (wanted) {
            return working || !wanted.isEmpty();
        }
    }

    /** How many milliseconds of quiet are still missing. */
    private long left() {
        return QUIET_MS - (System.nanoTime() - asked) / 1_000_000;
    }

    private void run() {
        try {
            begin.await(BEGIN_SECONDS, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            return;
        }
        while (true) {
            Geometry geometry;
            int begunAt;
            synchronized (wanted) {
                working = false;
                while (wanted.isEmpty()) {
                    try {
                        wanted.wait();
                    } catch (InterruptedException e) {
                        return;
                    }
                }
                try {
                    // While a number is dragged the processor belongs to the view.
                    for (long left = left(); left > 0; left = left()) wanted.wait(left);
                } catch (InterruptedException e) {
                    return;
                }
                if (wanted.isEmpty()) continue;
                geometry = wanted.removeLast();
                working = true;
                begunAt = age;
            }
            if (done.containsKey(geometry)) continue;
            try {
                V made = work.apply(geometry);
                synchronized (wanted) {
                    // What was forgotten meanwhile was made from what has changed, and is asked for again.
                    if (begunAt == age) done.put(geometry, made);
                }
            } catch (Throwable e) {
                LOG.log(System.Logger.Level.ERROR, Thread.currentThread().getName(), e);
                failed.add(geometry);
            }
            Platform.runLater(whenDone);
        }
    }
}
