package org.modeststack.app.state;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javafx.application.Platform;

/**
 * Gathers what has changed, so that each listener is told once however much has changed since it was last told. Lives on
 * the interface thread; a pulse comes as soon as that has nothing else to do.
 */
final class Pulse {
    private static final System.Logger LOG = System.getLogger(Pulse.class.getName());

    private final Set<Signal> fired = new LinkedHashSet<>();

    void add(Signal signal) {
        if (fired.isEmpty()) Platform.runLater(this::tell);
        fired.add(signal);
    }

    boolean isPending() {
        return !fired.isEmpty();
    }

    private void tell() {
        List<Signal> now = new ArrayList<>(fired);
        fired.clear();
        Set<Runnable> listeners = new LinkedHashSet<>();
        for (Signal s : now) listeners.addAll(s.listeners());
        for (Runnable r : listeners) {
            try {
                r.run();
            } catch (RuntimeException | Error e) {
                // One part of the window that makes a mistake must not keep the news from the others.
                LOG.log(System.Logger.Level.ERROR, "a part of the window", e);
            }
        }
    }
}
