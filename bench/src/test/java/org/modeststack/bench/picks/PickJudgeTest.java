package org.modeststack.bench.picks;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A short form of {@code bench/picks}: what is meant stays picked, or it is said. */
class PickJudgeTest {
    @Test
    void picksKeepMeaningTheWhole() {
        List<PickJudge.Case> cases = new PickJudge(false).run(176, 3);
        Map<PickJudge.Form, int[]> forms = new EnumMap<>(PickJudge.Form.class);
        StringBuilder bad = new StringBuilder();
        for (PickJudge.Case c : cases) {
            // How many are right, of how many that can be, and how many are neither right nor said.
            int[] n = forms.computeIfAbsent(c.form(), _ -> new int[3]);
            if (c.verdict() != PickJudge.Verdict.GONE_SAID) n[1]++;
            switch (c.verdict()) {
                case RIGHT -> n[0]++;
                case LOST_UNSAID, WRONG_NOTED, WRONG_SILENT -> {
                    n[2]++;
                    if (!isFromFile(c.form())) bad.append(c).append('\n');
                }
                default -> {
                    // It is said, and the picks are not somewhere else.
                }
            }
        }
        assertEquals("", bad.toString());
        assertEquals(EnumSet.allOf(PickJudge.Form.class), forms.keySet());
        forms.forEach((form, n) -> {
            double least = form == PickJudge.Form.MOVED ? 0.6 : form == PickJudge.Form.READ_AGAIN ? 0.8 : 0.97;
            // Few changes lie above what was baked; files are told by place, and counts are left out there; few regions
            // are
            // just what a step made.
            int fewest = switch (form) {
                case MADE -> 50;
                case BAKED -> 80;
                case READ_AGAIN, MOVED -> 300;
                default -> 900;
            };
            assertTrue(n[1] > fewest, form + ": " + n[1] + " comparisons");
            assertTrue(n[0] >= least * n[1], form + ": " + n[0] + " of " + n[1]);
            assertTrue(n[2] <= 0.005 * n[1], form + ": " + n[2] + " of " + n[1] + " wrong or unsaid");
        });
    }

    /** A file has no steps, so that a coincidence of places cannot always be told from the same thing. */
    private static boolean isFromFile(PickJudge.Form form) {
        return form == PickJudge.Form.READ_AGAIN || form == PickJudge.Form.MOVED;
    }
}
