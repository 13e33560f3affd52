package org.modeststack.mesh;

import java.lang.reflect.Array;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Counts the bytes that things take, each array once, however many share it. What is made only on demand is counted when
 * it is there. Object headers are taken as 16 bytes, as on 64-bit machines; small objects are not counted.
 */
public final class Memory {
    private static final int HEADER = 16;

    /** What can say which arrays it keeps. */
    @FunctionalInterface
    public interface Counted {
        void count(Memory memory);
    }

    private final Set<Object> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    private long bytes;

    /** Counts a thing with all that it keeps; null counts as nothing, as does what was counted before. */
    public void add(@Nullable Counted thing) {
        if (thing != null && seen.add(thing)) thing.count(this);
    }

    /** @param array of a primitive type, or null */
    public void addArray(@Nullable Object array) {
        if (array == null || !seen.add(array)) return;
        bytes += HEADER + (long) Array.getLength(array) * size(array.getClass().componentType());
    }

    /** What is in no array of its own. */
    public void addBytes(long n) {
        bytes += n;
    }

    public long bytes() {
        return bytes;
    }

    private static int size(Class<?> type) {
        if (type == long.class || type == double.class) return 8;
        if (type == int.class || type == float.class) return 4;
        if (type == short.class || type == char.class) return 2;
        if (type == byte.class || type == boolean.class) return 1;
        throw new IllegalArgumentException("not an array of numbers: " + type);
    }
}
