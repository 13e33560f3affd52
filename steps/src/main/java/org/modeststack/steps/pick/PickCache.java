package org.modeststack.steps.pick;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Memory;

/**
 * What picks came to on one mesh: the step, its handles and the view all ask for the same. No lock is held while one is
 * worked out, so that whoever only looks never waits.
 */
final class PickCache implements Memory.Counted {
    private static final int KEPT = 8;

    private final Map<Pick, Picked> known = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Pick, Picked> eldest) {
            return size() > KEPT;
        }
    };

    /** Null where it has still to be worked out. */
    synchronized @Nullable Picked known(Pick pick) {
        return known.get(pick);
    }

    synchronized void put(Pick pick, Picked picked) {
        known.putIfAbsent(pick, picked);
    }

    Picked get(Pick pick, Supplier<Picked> work) {
        Picked p = known(pick);
        if (p == null) put(pick, p = work.get());
        return p;
    }

    @Override
    public synchronized void count(Memory memory) {
        known.values().forEach(p -> memory.addBytes(p.selection().elements().size() / 8));
    }
}
