package org.modeststack.app.state;

import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Function;
import javafx.application.Platform;
import org.modeststack.mesh.work.Work;

/**
 * Something that is worked out beside the interface thread for whatever it is asked for last: asking never waits. What is
 * not wanted any more is stopped. To be asked on the interface thread.
 *
 * @param <K> what it is asked for; compared by {@code equals}, so it should be a record of immutable things
 */
public final class Latest<K, V> implements AutoCloseable {
    private static final System.Logger LOG = System.getLogger(Latest.class.getName());

    private final Function<K, V> work;
    private final Runnable whenDone;
    private final ExecutorService thread;
    private volatile K wanted;
    private K doneFor;
    private V done;
    private boolean working;

    /**
     * @param work runs beside the interface thread; it can be stopped at each checkpoint
     * @param whenDone is told on the interface thread when there is something new
     */
    public Latest(String name, Function<K, V> work, Runnable whenDone) {
        this.work = work;
        this.whenDone = whenDone;
        thread = Executors.newSingleThreadExecutor(
                Thread.ofPlatform().daemon().name(name).factory());
    }

    /** What belongs to a key, or null where it has still to be worked out or could not be. */
    public V of(K key) {
        if (key.equals(doneFor)) return done;
        if (!key.equals(wanted)) {
            wanted = key;
            working = true;
            thread.execute(() -> carryOut(key));
        }
        return null;
    }

    /** What came of the last key that was worked out; it may be another than was asked for since. */
    public V last() {
        return done;
    }

    /** The key that {@link #last} belongs to, or null. */
    public K lastKey() {
        return doneFor;
    }

    public boolean isBusy() {
        return working;
    }

    private void carryOut(K key) {
        if (!key.equals(wanted)) return;
        V value = null;
        try {
            value = Work.stoppable(() -> !Objects.equals(key, wanted), () -> work.apply(key));
        } catch (CancellationException e) {
            return;
        } catch (Throwable e) {
            LOG.log(System.Logger.Level.ERROR, Thread.currentThread().getName(), e);
        }
        V result = value;
        Platform.runLater(() -> {
            if (!key.equals(wanted)) return;
            wanted = null;
            working = false;
            doneFor = key;
            done = result;
            whenDone.run();
        });
    }

    @Override
    public void close() {
        wanted = null;
        thread.shutdown();
    }
}
