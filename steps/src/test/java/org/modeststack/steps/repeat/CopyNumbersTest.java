package org.modeststack.steps.repeat;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.steps.StepException;

class CopyNumbersTest {
    private static String numbers(BitSet set) {
        return set.stream().mapToObj(i -> Integer.toString(i + 1)).collect(Collectors.joining(" "));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "2 | 2",
                "2, 5-7 | 2 5 6 7",
                "7-5 | 5 6 7",
                "last | 10",
                "8-last, 1 | 1 8 9 10",
                "every 3 | 3 6 9",
                "every 3 from 1 | 1 4 7 10",
                "Every 4 FROM 2; 3 | 2 3 6 10",
                "11 | ''",
                "99999999999 | ''",
                "0 | ''",
                "9–12 | 9 10",
            })
    void wordsMeanCopies(String text, String expected) throws StepException {
        assertEquals(expected, numbers(CopyNumbers.of(text, 10).copies()));
    }

    @ParameterizedTest
    @ValueSource(strings = {"two", "1..3", "-2", "every", "every 0", "every x", "3 4"})
    void whatCannotBeReadIsQuoted(String text) {
        StepException e = assertThrows(StepException.class, () -> CopyNumbers.of(text, 10));
        assertTrue(e.getMessage().contains("\"" + text + "\""), e.getMessage());
    }

    /** What is added to a text by hand is just that, whatever it said before. */
    @Property(tries = 50)
    void writingIsReadingTheOtherWay(
            @ForAll @IntRange(min = 0, max = 0xFFFFF) int bits, @ForAll @IntRange(max = 30) int one)
            throws StepException {
        BitSet more = BitSet.valueOf(new long[] {bits});
        List<List<Integer>> ways =
                new ArrayList<>(more.stream().mapToObj(List::of).toList());
        ways.add(List.of(one, 3));
        BitSet expected = (BitSet) more.clone();
        expected.set(one);
        CopyNumbers read = CopyNumbers.of(CopyNumbers.with(Integer.toString(one + 1), ways), 40);
        assertEquals(expected, read.copies());
        assertEquals(List.of(List.of(one, 3)), read.ways());
    }
}
