package org.modeststack.steps.pick;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;

/** What picks came to on one mesh: the step, its handles and the view all ask for the same. */
final class PickCache {
    private static final int KEPT = 8;

    private final Map<Pick, Picked> known = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Pick, Picked> eldest) {
            return size() > KEPT;
        }
    };

    synchronized Picked get(Pick pick, Supplier<Picked> work) {
        Picked p = known.get(pick);
        if (p == null) known.put(pick, p = work.get());
        return p;
    }
}
