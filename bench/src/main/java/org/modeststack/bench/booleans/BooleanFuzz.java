package org.modeststack.bench.booleans;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;

/**
 * Runs many pairs through all three operations and says which break a rule: {@code bench/fuzz [bent|even] [COUNT] [FIRST]}.
 * With {@code bent} they are solids whose faces leave their planes, and the cut follows these; with {@code even} it does
 * not, and volumes may be off by as much as the faces are bent.
 */
public final class BooleanFuzz {
    /** What the bends of these pairs can change in the volumes. */
    private static final double BENDS = 0.01;

    private BooleanFuzz() {}

    public static void main(String[] args) throws StepException {
        String kind = args.length > 0 && !Character.isDigit(args[0].charAt(0)) ? args[0] : "";
        if (!kind.isEmpty()) args = Arrays.copyOfRange(args, 1, args.length);
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 10_000;
        int first = args.length > 1 ? Integer.parseInt(args[1]) : 0;
        Map<BooleanCases.Position, int[]> tally = new EnumMap<>(BooleanCases.Position.class);
        int failed = 0;
        long start = System.nanoTime();
        for (int i = first; i < first + count; i++) {
            BooleanCases.Pair p = kind.isEmpty() ? BooleanCases.pair(i) : BooleanCases.bentPair(i);
            List<String> faults = switch (kind) {
                case "" -> BooleanCheck.faults(p);
                case "bent" -> BooleanCheck.faults(p.a(), p.b(), Arrangement.Choices.USUAL, BooleanCheck.TOLERANCE);
                case "even" -> BooleanCheck.faults(p.a(), p.b(), Arrangement.Choices.EVEN, BENDS);
                default -> throw new IllegalArgumentException(kind);
            };
            int[] t = tally.computeIfAbsent(p.position(), _ -> new int[2]);
            t[0]++;
            if (faults.isEmpty()) continue;
            t[1]++;
            failed++;
            System.out.println("pair " + i + " " + p.position() + ": " + faults);
        }
        tally.forEach((position, t) -> System.out.printf("%-22s %6d pairs, %d failed%n", position, t[0], t[1]));
        System.out.printf("%d passed, %d failed%n%.1f s%n", count - failed, failed, (System.nanoTime() - start) / 1e9);
        if (failed > 0) System.exit(1);
    }
}
