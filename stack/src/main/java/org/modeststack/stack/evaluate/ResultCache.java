package org.modeststack.stack.evaluate;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.CornerLayer;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Part;

/**
 * Results by the hash of all that they depend on. When they take more room than there is for them, those that were not
 * used for longest go. What they take is counted as it is, with all that has been worked out from the meshes since, each
 * array once; but only when a quick guess says that it may be too much.
 */
final class ResultCache {
    /** What is worked out from a mesh on demand takes up to about this many times what its own arrays take. */
    private static final int DEMAND = 7;

    private final long limit;
    private final Map<String, StepResult> results = new LinkedHashMap<>(64, 0.75f, true);
    private long guess;

    ResultCache(long limit) {
        this.limit = limit;
    }

    synchronized @Nullable StepResult get(String hash) {
        return results.get(hash);
    }

    synchronized void put(String hash, StepResult result) {
        StepResult before = results.put(hash, result);
        if (before != null) guess -= guess(before);
        guess += guess(result);
        if (guess > limit) shrink();
    }

    /** What all of them take, counted. */
    synchronized long bytes() {
        Memory memory = new Memory();
        results.values().forEach(r -> memory.add(r.geometry()));
        return memory.bytes();
    }

    synchronized int size() {
        return results.size();
    }

    /** Counts from the result used last to the one used first, and drops those beyond the limit, but never the newest. */
    private void shrink() {
        Deque<Map.Entry<String, StepResult>> newestFirst = new ArrayDeque<>();
        results.entrySet().forEach(newestFirst::addFirst);
        Memory memory = new Memory();
        int kept = 0;
        guess = 0;
        for (Map.Entry<String, StepResult> e : newestFirst) {
            // What is over the limit already drops all that is older, though it might share its arrays.
            if (memory.bytes() <= limit) memory.add(e.getValue().geometry());
            if (kept > 0 && memory.bytes() > limit) continue;
            kept++;
        }
        int gone = results.size() - kept;
        results.entrySet().removeIf(new Predicate<>() {
            private int left = gone;

            @Override
            public boolean test(Map.Entry<String, StepResult> e) {
                return left-- > 0;
            }
        });
        // From here on a guess is needed again for what comes; what stays is known.
        guess = Math.min(memory.bytes(), limit);
    }

    private static long guess(StepResult r) {
        long bytes = 1000;
        Mesh before = null;
        // Copies follow one another, so this counts a mesh once that they share.
        for (Part p : r.geometry().parts()) {
            bytes += 200;
            if (p.mesh() != before) bytes += guess(p.mesh());
            before = p.mesh();
        }
        Mesh made = r.geometry().known();
        return made == null || made == before ? bytes : bytes + guess(made);
    }

    private static long guess(Mesh m) {
        long layers = 0;
        for (CornerLayer l : m.cornerLayers().values()) layers += 4L * l.values().length;
        return DEMAND * (24L * m.vertexCount() + 8L * m.cornerCount()) + layers;
    }
}
