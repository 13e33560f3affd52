package org.modeststack.bench.picks;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;

/** A short form of {@code bench/picks}: what is meant stays picked, or it is said. */
class PickJudgeTest {
    @Test
    void picksKeepMeaningTheWhole() {
        List<PickJudge.Case> cases = new PickJudge().run(176, 3);
        int right = 0, there = 0;
        StringBuilder bad = new StringBuilder();
        for (PickJudge.Case c : cases) {
            if (c.verdict() != PickJudge.Verdict.GONE_SAID) there++;
            switch (c.verdict()) {
                case RIGHT -> right++;
                case LOST_UNSAID, WRONG_NOTED, WRONG_SILENT -> bad.append(c).append('\n');
                default -> {
                    // It is said, and the picks are not somewhere else.
                }
            }
        }
        assertEquals("", bad.toString());
        assertTrue(there > 900, there + " comparisons");
        assertTrue(right >= 0.97 * there, right + " of " + there);
    }
}
