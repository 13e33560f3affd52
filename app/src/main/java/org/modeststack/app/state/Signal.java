package org.modeststack.app.state;

import java.util.ArrayList;
import java.util.List;

/**
 * Says that something has changed. Parts of the state are told at once, so that the state is always whole; widgets are
 * told with the next pulse, each once. Lives on the interface thread.
 */
public final class Signal {
    /** Lets go of a signal. */
    @FunctionalInterface
    public interface Subscription {
        void end();
    }

    private final Pulse pulse;
    private final List<Runnable> atOnce = new ArrayList<>();
    private final List<Runnable> listeners = new ArrayList<>();

    Signal(Pulse pulse) {
        this.pulse = pulse;
    }

    /** @param listener is told with the next pulse after a change; one that listens to several signals is told once */
    public Subscription listen(Runnable listener) {
        listeners.add(listener);
        return () -> listeners.remove(listener);
    }

    /** For other parts of the state, which must be right before anybody looks. */
    void listenAtOnce(Runnable listener) {
        atOnce.add(listener);
    }

    void fire() {
        for (Runnable r : List.copyOf(atOnce)) r.run();
        pulse.add(this);
    }

    List<Runnable> listeners() {
        return listeners;
    }
}
