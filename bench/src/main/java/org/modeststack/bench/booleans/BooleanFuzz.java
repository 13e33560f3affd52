package org.modeststack.bench.booleans;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.modeststack.steps.StepException;

/** Runs many pairs through all three operations and says which break a rule: {@code bench/fuzz [COUNT] [FIRST]}. */
public final class BooleanFuzz {
    private BooleanFuzz() {}

    public static void main(String[] args) throws StepException {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 10_000;
        int first = args.length > 1 ? Integer.parseInt(args[1]) : 0;
        Map<BooleanCases.Position, int[]> tally = new EnumMap<>(BooleanCases.Position.class);
        int failed = 0;
        long start = System.nanoTime();
        for (int i = first; i < first + count; i++) {
            BooleanCases.Pair p = BooleanCases.pair(i);
            List<String> faults = BooleanCheck.faults(p);
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
