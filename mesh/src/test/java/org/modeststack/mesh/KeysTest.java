package org.modeststack.mesh;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class KeysTest {

    @ParameterizedTest
    @CsvSource({"1, 4, 1, 3", "1, 2, 2, 3", "3, 7, 4, 7", "1, 3, 1, 4"})
    void differentPlacesHaveDifferentNumbers(int i, int n, int j, int m) {
        assertNotEquals(Keys.fraction(i, n), Keys.fraction(j, m));
    }

    @Test
    void aMillionKeysAreAllDifferent() {
        Set<Long> seen = new HashSet<>();
        for (int i = 0; i < 1000; i++) for (int j = 0; j < 1000; j++) seen.add(Keys.of(17, i, j));
        assertEquals(1_000_000, seen.size());
    }

    @ParameterizedTest
    @CsvSource({"0, 1", "5, 2", "2147483646, 2147483645"})
    void edgesOfTagsGiveTheirEndsBack(int a, int b) {
        long e = Tag.edge(a, b);
        assertEquals(Math.min(a, b), Tag.edgeLow(e));
        assertEquals(Math.max(a, b), Tag.edgeHigh(e));
        assertEquals(e, Tag.edge(b, a));
    }

    @Test
    void tagsRefuseWhatIsNotInOrderOrRange() {
        long[] up = {1, 2}, down = {2, 1}, twice = {1, 1};
        double[] ones = {1, 1}, sharp = {1, 4.5}, less = {1, -0.5}, none = {0, Double.NaN};
        double[] endless = {1, Double.POSITIVE_INFINITY};
        assertEquals(2, new Tag(ElementKind.FACE, up, ones).size());
        assertThrows(IllegalArgumentException.class, () -> new Tag(ElementKind.FACE, down, ones));
        assertThrows(IllegalArgumentException.class, () -> new Tag(ElementKind.FACE, twice, ones));
        assertEquals(4.5, new Tag(ElementKind.FACE, up, sharp).weightOf(2));
        assertThrows(IllegalArgumentException.class, () -> new Tag(ElementKind.FACE, up, less));
        assertThrows(IllegalArgumentException.class, () -> new Tag(ElementKind.FACE, up, endless));
        assertThrows(IllegalArgumentException.class, () -> new Tag(ElementKind.FACE, up, none));
        assertThrows(IllegalArgumentException.class, () -> new Tag(ElementKind.FACE, up, new double[1]));
    }

    @Test
    void weightsAreFoundByElement() {
        Tag t = new Tag(ElementKind.VERTEX, new long[] {2, 5, 9}, new double[] {0.25, 0.5, 1});
        assertEquals(0.5, t.weightOf(5));
        assertEquals(0, t.weightOf(6));
        assertTrue(t.contains(9));
        assertEquals(t, new Tag(ElementKind.VERTEX, new long[] {2, 5, 9}, new double[] {0.25, 0.5, 1}));
        assertNotEquals(t, new Tag(ElementKind.FACE, new long[] {2, 5, 9}, new double[] {0.25, 0.5, 1}));
    }
}
