package org.modeststack.bench.rounding;

import java.util.List;
import org.modeststack.steps.StepException;

/**
 * The words that all commands over {@link CutBodies} take.
 *
 * @param each whether each case that is not right is printed
 * @param uneven whether the bodies' vertices are moved
 * @param cutters one or two
 * @param first the number of the first case
 * @param end the number behind that of the last
 */
public record CaseWords(boolean each, boolean uneven, int cutters, int first, int end) {
    /**
     * Takes {@code -v}, {@code uneven}, {@code two}, and what is left as how many cases and from which number on.
     *
     * @param words all others must have been taken out before
     * @param count how many unless it is said
     */
    public static CaseWords of(List<String> words, int count) {
        boolean each = words.remove("-v"), uneven = words.remove("uneven");
        int cutters = words.remove("two") ? 2 : 1;
        int many = words.isEmpty() ? count : Integer.parseInt(words.get(0));
        int first = words.size() > 1 ? Integer.parseInt(words.get(1)) : 0;
        return new CaseWords(each, uneven, cutters, first, first + many);
    }

    public CutBodies.Case make(int number) throws StepException {
        return uneven ? CutBodies.uneven(number, cutters) : CutBodies.of(number, cutters);
    }
}
