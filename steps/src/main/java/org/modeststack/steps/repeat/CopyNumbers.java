package org.modeststack.steps.repeat;

import java.util.BitSet;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.modeststack.steps.StepException;

/**
 * Which of so many copies are meant, in words: numbers from 1 and ranges of them, "last", and rules, between commas, such as
 * {@code 2, 5-7, last}, {@code every 3} (3, 6, 9, …) or {@code every 3 from 1} (1, 4, 7, …). Numbers beyond the last copy mean none, so
 * that a text stays good when the count changes.
 */
public final class CopyNumbers {
    private static final Pattern RANGE = Pattern.compile("(\\d+|last)(?:\\s*[-–]\\s*(\\d+|last))?");
    private static final Pattern RULE = Pattern.compile("every\\s+(\\d+)(?:\\s+from\\s+(\\d+))?");

    private CopyNumbers() {}

    /**
     * @return the copies that are meant, counted from 0
     * @throws StepException if the text cannot be read
     */
    public static BitSet of(String text, int count) throws StepException {
        BitSet out = new BitSet(count);
        if (text.isBlank()) return out;
        for (String one : text.toLowerCase(Locale.ROOT).split("[,;]")) {
            String word = one.strip();
            if (word.isEmpty()) continue;
            Matcher range = RANGE.matcher(word), rule = RULE.matcher(word);
            if (range.matches()) {
                long from = number(range.group(1), count);
                long to = range.group(2) == null ? from : number(range.group(2), count);
                for (long i = Math.max(1, Math.min(from, to)); i <= Math.min(count, Math.max(from, to)); i++)
                    out.set((int) i - 1);
            } else if (rule.matches() && number(rule.group(1), count) > 0) {
                long each = number(rule.group(1), count);
                long from = rule.group(2) == null ? each : number(rule.group(2), count);
                for (long i = Math.max(1, from); i <= count; i += each) out.set((int) i - 1);
            } else {
                throw new StepException("\"" + one.strip()
                        + "\" names no copies. Write numbers from 1 and ranges, as 2, 5-7, last, or a rule, as every 3 from"
                        + " 1.");
            }
        }
        return out;
    }

    private static long number(String text, int count) {
        if (text.equals("last")) return count;
        // Longer numbers mean no copy either.
        return text.length() > 9 ? Integer.MAX_VALUE : Long.parseLong(text);
    }

    /** A text that means these copies and those of another, in numbers and ranges where it must. */
    public static String with(String text, BitSet more) {
        StringBuilder out = new StringBuilder(text.strip());
        for (int from = more.nextSetBit(0); from >= 0; ) {
            int to = more.nextClearBit(from);
            if (!out.isEmpty()) out.append(", ");
            out.append(from + 1);
            if (to - from > 1) out.append(to - from > 2 ? "-" : ", ").append(to);
            from = more.nextSetBit(to);
        }
        return out.toString();
    }
}
