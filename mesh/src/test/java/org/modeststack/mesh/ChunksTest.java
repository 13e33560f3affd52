package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ChunksTest {
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 8191, 8192, 8193, 16384, 50_001})
    void everyElementOnce(int n) {
        AtomicIntegerArray seen = new AtomicIntegerArray(n + 10);
        Chunks.run(7, 7 + n, (from, to) -> {
            for (int i = from; i < to; i++) seen.incrementAndGet(i);
        });
        for (int i = 0; i < n + 10; i++) assertEquals(i >= 7 && i < 7 + n ? 1 : 0, seen.get(i), "element " + i);
    }
}
