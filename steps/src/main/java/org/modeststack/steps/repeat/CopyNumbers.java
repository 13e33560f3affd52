package org.modeststack.steps.repeat;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.StepException;

/**
 * Which of so many copies are meant, in words: numbers from 1 and ranges of them, "last", and rules, between commas, such as
 * {@code 2, 5-7, last}, {@code every 3} (3, 6, 9, …) or {@code every 3 from 1} (1, 4, 7, …). Numbers beyond the last copy mean none, so
 * that a text stays good when the count changes. Where copies are made of copies, {@code 3/2} is in the third only what is the second
 * copy of the step before that repeats, {@code 3/2/5} in that only the fifth of the one before it.
 *
 * @param copies those that are meant as a whole, counted from 0
 * @param ways to those that are meant in part: the numbers from 0, that of the last step first
 */
public record CopyNumbers(BitSet copies, List<List<Integer>> ways) {
    private static final Pattern RANGE = Pattern.compile("(\\d+|last)(?:\\s*[-–]\\s*(\\d+|last))?");
    private static final Pattern RULE = Pattern.compile("every\\s+(\\d+)(?:\\s+from\\s+(\\d+))?");
    private static final Pattern WAY = Pattern.compile("\\d+(?:\\s*/\\s*\\d+)+");

    /** @throws StepException if the text cannot be read */
    public static CopyNumbers of(String text, int count) throws StepException {
        CopyNumbers out = new CopyNumbers(new BitSet(count), new ArrayList<>());
        for (String one : text.toLowerCase(Locale.ROOT).split("[,;]")) {
            String word = one.strip();
            if (!word.isEmpty() && !out.read(word, count))
                throw new StepException("\"" + word
                        + "\" names no copies. Write numbers from 1 and ranges, as 2, 5-7, last, or a rule, as every 3 from"
                        + " 1.");
        }
        return out;
    }

    private boolean read(String word, int count) {
        Matcher range = RANGE.matcher(word), rule = RULE.matcher(word);
        if (WAY.matcher(word).matches()) {
            List<Integer> way = new ArrayList<>();
            for (String n : word.split("/")) way.add((int) number(n.strip(), count) - 1);
            ways.add(way);
            return true;
        }
        if (range.matches()) {
            long from = number(range.group(1), count);
            long to = range.group(2) == null ? from : number(range.group(2), count);
            for (long i = Math.max(1, Math.min(from, to)); i <= Math.min(count, Math.max(from, to)); i++)
                copies.set((int) i - 1);
            return true;
        }
        if (!rule.matches() || number(rule.group(1), count) == 0) return false;
        long each = number(rule.group(1), count);
        long from = rule.group(2) == null ? each : number(rule.group(2), count);
        for (long i = Math.max(1, from); i <= count; i += each) copies.set((int) i - 1);
        return true;
    }

    private static long number(String text, int count) {
        if (text.equals("last")) return count;
        // Longer numbers mean no copy either.
        return text.length() > 9 ? Integer.MAX_VALUE : Long.parseLong(text);
    }

    /** Whether a part of a copy is meant that came by these numbers, that of the last step first. */
    boolean isPart(List<Integer> way) {
        for (List<Integer> w : ways)
            if (w.size() <= way.size() && way.subList(0, w.size()).equals(w)) return true;
        return false;
    }

    /**
     * The way to a part that a step which repeats has made.
     *
     * @param whole whether the copy as a whole is meant, whatever it is a copy of
     */
    public static List<Integer> way(Part part, boolean whole) {
        List<Integer> way = CopyPlacement.way(part);
        return whole ? way.subList(0, 1) : way;
    }

    /** A text that means what it did and those that came by more ways; one number is a copy as a whole. */
    public static String with(String text, List<List<Integer>> more) {
        StringBuilder out = new StringBuilder(text.strip());
        BitSet whole = new BitSet();
        for (List<Integer> way : more) if (way.size() == 1) whole.set(way.getFirst());
        for (int from = whole.nextSetBit(0); from >= 0; ) {
            int to = whole.nextClearBit(from);
            if (!out.isEmpty()) out.append(", ");
            out.append(from + 1);
            if (to - from > 1) out.append(to - from > 2 ? "-" : ", ").append(to);
            from = whole.nextSetBit(to);
        }
        for (List<Integer> way : more) {
            if (way.size() == 1) continue;
            if (!out.isEmpty()) out.append(", ");
            out.append(String.join(
                    "/", way.stream().map(i -> Integer.toString(i + 1)).toList()));
        }
        return out.toString();
    }
}
