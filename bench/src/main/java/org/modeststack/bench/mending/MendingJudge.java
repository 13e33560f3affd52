package org.modeststack.bench.mending;

import java.util.Arrays;
import java.util.Locale;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.mending.BrokenBodies.Break;
import org.modeststack.bench.mending.BrokenBodies.Case;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mend.Mending;

/**
 * What is found in solids that were broken, and what mending makes of them: {@code MendingJudge [COUNT [FIRST]] [-v]}.
 * Counted is whether the fault was found, whether the body is closed and sound behind it, and how far its volume is from
 * that of the solid before it was broken.
 */
public final class MendingJudge {
    /** A volume as near as this to that of the solid is the same, as a share. */
    private static final double SAME = 1e-3;

    private MendingJudge() {}

    public static void main(String[] args) throws StepException {
        boolean all = Arrays.asList(args).contains("-v");
        int[] numbers = Arrays.stream(args)
                .filter(a -> !a.startsWith("-"))
                .mapToInt(Integer::parseInt)
                .toArray();
        int count = numbers.length > 0 ? numbers[0] : 420, first = numbers.length > 1 ? numbers[1] : 0;
        int kinds = Break.values().length;
        int[] cases = new int[kinds], found = new int[kinds], closed = new int[kinds], sound = new int[kinds];
        int[] same = new int[kinds];
        double[] worst = new double[kinds];
        for (int number = first; number < first + count; number++) {
            Case c = BrokenBodies.of(number);
            int k = c.kind().ordinal();
            Faults before = Faults.all(c.mesh());
            Mending m = Mending.of(c.mesh(), QuietContext::new);
            double off = Math.abs(Measures.of(m.mesh()).volume() / c.volume() - 1);
            boolean isFound = before.count(c.kind().found) > 0;
            boolean isClosed = Closure.of(m.mesh()).isClosed(), isSame = off < SAME || c.coarse() && off < 0.05;
            cases[k]++;
            if (isFound) found[k]++;
            if (isClosed) closed[k]++;
            if (m.faults().isSound()) sound[k]++;
            if (isSame) same[k]++;
            worst[k] = Math.max(worst[k], off);
            if (all && !(isFound && isClosed && isSame && m.faults().isSound())) say(c, before, m, off);
        }
        System.out.println("| broken by | cases | found | closed | sound | same volume | worst volume |");
        System.out.println("|---|---:|---:|---:|---:|---:|---:|");
        for (Break b : Break.values()) {
            int k = b.ordinal();
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %d | %d | %d | %d | %d | %.1e |%n",
                    b.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                    cases[k],
                    found[k],
                    closed[k],
                    sound[k],
                    same[k],
                    worst[k]);
        }
    }

    private static void say(Case c, Faults before, Mending m, double off) {
        System.out.printf(
                Locale.ROOT,
                "%d %s: %s; %s; left %s; volume off by %.1e%n",
                c.number(),
                c.kind(),
                counts(before),
                m.steps().stream().map(s -> StepDescriptor.of(s.step()).title()).toList(),
                counts(m.faults()),
                off);
    }

    private static Object counts(Faults faults) {
        return faults.found().stream().map(f -> f.kind() + " " + f.count()).toList();
    }
}
