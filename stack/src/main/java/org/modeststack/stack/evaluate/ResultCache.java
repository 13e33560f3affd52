package org.modeststack.stack.evaluate;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;

/** Results by hash; the ones not used for longest go first when they take too much room. */
final class ResultCache {
    private final long limit;
    private final Map<String, StepResult> results = new LinkedHashMap<>(64, 0.75f, true);
    private long bytes;

    ResultCache(long limit) {
        this.limit = limit;
    }

    StepResult get(String hash) {
        return results.get(hash);
    }

    void put(String hash, StepResult result) {
        results.put(hash, result);
        bytes += cost(result);
        Iterator<StepResult> oldest = results.values().iterator();
        while (bytes > limit && results.size() > 1) {
            bytes -= cost(oldest.next());
            oldest.remove();
        }
    }

    /** Adjacency and triangulation are made on demand and take about twice as much again. */
    private static long cost(StepResult r) {
        return 3 * r.mesh().bytes() + 1000;
    }
}
