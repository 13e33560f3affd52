package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.mockito.Mockito;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.repeat.RowArray;

/** Which results are kept, and what they are counted as. */
class ResultCacheTest {
    private static StepResult result(Mesh m) {
        return new StepResult(1, Geometry.of(m), List.of(), false, 0, "");
    }

    private static StepDescriptor step(String type) {
        return Steps.byType(type);
    }

    private static long bytes(Geometry g) {
        Memory memory = new Memory();
        memory.add(g);
        return memory.bytes();
    }

    @Test
    void whatWasNotUsedForLongestGoesFirst() {
        Mesh one = MeshFixtures.sheet(20);
        long each = bytes(Geometry.of(one));
        ResultCache cache = new ResultCache(3 * each + each / 2);
        for (int i = 0; i < 3; i++) cache.put("r" + i, result(MeshFixtures.sheet(20)));
        assertEquals(3, cache.size());
        assertEquals(3 * each, cache.bytes());
        assertNotNull(cache.get("r0"));
        for (int i = 3; i < 8; i++) {
            cache.put("r" + i, result(MeshFixtures.sheet(20)));
            assertNotNull(cache.get("r0"), "it is used all the time");
            assertNotNull(cache.get("r" + i), "the newest");
            assertTrue(cache.bytes() <= 3 * each + each / 2);
        }
        assertNull(cache.get("r1"));
        assertNull(cache.get("r5"));
        assertEquals(3, cache.size());
    }

    @Test
    void theNewestStaysHoweverLargeItIs() {
        ResultCache cache = new ResultCache(1);
        cache.put("a", result(MeshFixtures.sheet(3)));
        assertEquals(1, cache.size());
        StepResult large = result(MeshFixtures.sheet(50));
        cache.put("b", large);
        assertEquals(1, cache.size());
        assertSame(large, cache.get("b"));
    }

    @Test
    void oneThatTakesThePlaceOfAnotherIsCountedOnce() {
        Mesh m = MeshFixtures.sheet(20);
        long each = bytes(Geometry.of(m));
        ResultCache cache = new ResultCache(40 * each);
        cache.put("other", result(MeshFixtures.sheet(20)));
        for (int i = 0; i < 200; i++) cache.put("same", result(MeshFixtures.sheet(20)));
        assertEquals(2, cache.size());
        assertEquals(2 * each, cache.bytes());
    }

    /** A thousand copies of one mesh take hardly more than one. */
    @Test
    void whatIsSharedIsCountedOnce() throws StepException {
        Mesh m = MeshFixtures.sheet(40);
        long one = bytes(Geometry.of(m));
        StepContext context = Mockito.mock(StepContext.class);
        RowArray row = (RowArray) step("row-array").with(step("row-array").createDefault(), "count", 1000);
        Geometry many = row.apply(Geometry.of(m), context);
        assertEquals(1000, many.parts().size());
        assertTrue(bytes(many) < 10 * one, bytes(many) + " for " + one);
        ResultCache cache = new ResultCache(20 * one);
        cache.put("first", result(MeshFixtures.sheet(3)));
        cache.put("many", new StepResult(1, many, List.of(), false, 0, ""));
        assertEquals(2, cache.size());
        // With all their faces made they are as large as they look.
        many.mesh();
        cache.put("again", new StepResult(1, many, List.of(), false, 0, ""));
        cache.put("newest", result(MeshFixtures.sheet(3)));
        assertEquals(1, cache.size());
    }
}
