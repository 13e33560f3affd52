package org.modeststack.mesh;

import java.util.stream.IntStream;

/** Runs a loop over many elements in pieces on all cores. What is done for one element must not depend on others. */
public final class Chunks {
    /** Elements in a piece: enough that handing it over costs little beside it. */
    private static final int SIZE = 1 << 13;

    private Chunks() {}

    /** What is done for the elements from one, up to and without another. */
    @FunctionalInterface
    public interface Body {
        void run(int from, int to);
    }

    /** Few elements are done at once, by the caller. */
    public static void run(int from, int to, Body body) {
        int chunks = (to - from + SIZE - 1) / SIZE;
        if (chunks <= 1) {
            if (from < to) body.run(from, to);
            return;
        }
        IntStream.range(0, chunks)
                .parallel()
                .forEach(k -> body.run(from + k * SIZE, Math.min(to, from + (k + 1) * SIZE)));
    }
}
