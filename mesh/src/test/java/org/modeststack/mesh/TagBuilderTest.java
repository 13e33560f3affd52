package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TagBuilderTest {
    @ParameterizedTest
    @CsvSource({"GREATEST, 7", "MEAN, 4", "FIRST, 2", "COPY, 2"})
    void theRuleSaysWhatIsLeftOfSeveral(CarryRule rule, double left) {
        TagBuilder b = new TagBuilder(ElementKind.VERTEX, rule);
        b.add(9, 1.5);
        b.add(4, 2);
        b.add(4, 7);
        b.add(1, 0.5);
        b.add(4, 3);
        Tag t = b.build();
        assertEquals(rule, t.rule());
        assertArrayEquals(new long[] {1, 4, 9}, elements(t));
        assertEquals(0.5, t.weightOf(1));
        assertEquals(left, t.weightOf(4));
        assertEquals(1.5, t.weightOf(9));
    }

    private static long[] elements(Tag t) {
        return IntStream.range(0, t.size()).mapToLong(t::element).toArray();
    }

    @Test
    void aTagOfOnePieceStaysTheSameAndIsMixedWithOthers() {
        Tag whole = new Tag(ElementKind.FACE, CarryRule.FIRST, new long[] {2, 5}, new double[] {3, 4});
        TagBuilder b = new TagBuilder(ElementKind.FACE, CarryRule.FIRST);
        b.add(whole);
        assertEquals(whole, b.build());
        b.add(5, 9);
        b.add(3, 1);
        Tag more = b.build();
        assertArrayEquals(new long[] {2, 3, 5}, elements(more));
        assertEquals(4, more.weightOf(5), "the first that came");
    }

    /** Among many the first is still the first: sorting must not change the order of equals. */
    @Test
    void whatCameFirstIsKeptAmongMany() {
        Random random = new Random(4);
        double[] first = new double[50];
        TagBuilder b = new TagBuilder(ElementKind.EDGE, CarryRule.FIRST);
        for (int i = 0; i < 20_000; i++) {
            int e = random.nextInt(first.length);
            double w = 1 + random.nextDouble();
            if (first[e] == 0) first[e] = w;
            b.add(e, w);
        }
        Tag t = b.build();
        for (int e = 0; e < first.length; e++) assertEquals(first[e], t.weightOf(e));
    }
}
