package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** What must hold of {@link MeshBuilderTest}'s subject for whatever is drawn at random. */
class MeshBuilderPropertiesTest {

    /** Elements put into a tag in any order, and more than once, against a map that keeps the greatest weight. */
    @Property(tries = 100)
    void aTagHoldsEachElementOnceWithItsGreatestWeight(@ForAll int seed, @ForAll @IntRange(max = 60) int n) {
        Random random = new Random(seed);
        MeshBuilder b = new MeshBuilder(4, 1);
        for (int i = 0; i < 20; i++) b.vertex(i, 0, 0, i);
        Map<Long, Double> wanted = new TreeMap<>();
        b.emptyTag("t", ElementKind.VERTEX);
        for (int i = 0; i < n; i++) {
            long e = random.nextInt(20);
            double w = random.nextInt(11) / 10.0;
            b.tag("t", ElementKind.VERTEX, e, w);
            wanted.merge(e, w, Math::max);
        }
        Tag t = b.build().tag("t");
        assertEquals(wanted.size(), t.size());
        int i = 0;
        for (var w : wanted.entrySet()) {
            assertEquals(w.getKey(), t.element(i));
            assertEquals(w.getValue(), t.weight(i++));
        }
    }
}
