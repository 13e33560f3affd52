package org.modeststack.bench.rounding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Rails;

/** A short form of {@code bench/rounding}: bodies cut at random poses, whose cut is rounded. */
class RoundingJudgeTest {
    @Test
    void mostRimsGetTheWidthThatIsAskedAndNothingOpensOrCrosses() throws StepException {
        int room = 0, wide = 0, wideBeside = 0;
        for (int i = 0; i < 48; i++) {
            RoundingJudge.Outcome o = RoundingJudge.judge(i, 1, Rails.OVER, false);
            if (o == null) continue;
            assertEquals(0, o.open(), "case " + i);
            assertTrue(o.shape().isSound(), "case " + i + ": " + o.shape());
            assertTrue(o.aspect() <= 20, "case " + i + ": aspect " + o.aspect());
            if (!o.room()) continue;
            room++;
            if (o.least() >= 0.95) wide++;
            if (RoundingJudge.judge(i, 1, Rails.BESIDE, false).least() >= 0.95) wideBeside++;
        }
        assertTrue(room >= 20, room + " with room");
        assertTrue(wide >= 0.95 * room, wide + " of " + room);
        assertTrue(wideBeside < 0.2 * room, wideBeside + " beside");
    }

    @Test
    void allEdgesOfCutBodiesAreRoundedAndNothingOpensOrCrosses() throws StepException {
        double full = 0, fullBeside = 0;
        int count = 0;
        for (int i = 48; i < 64; i++) {
            RoundingJudge.Outcome o = RoundingJudge.judge(i, 1, Rails.OVER, true);
            if (o == null) continue;
            assertEquals(0, o.open(), "case " + i);
            assertTrue(o.shape().isSound(), "case " + i + ": " + o.shape());
            count++;
            full += o.full();
            fullBeside += RoundingJudge.judge(i, 1, Rails.BESIDE, true).full();
        }
        assertTrue(full > 0.8 * count, full + " of " + count);
        assertTrue(fullBeside < full, fullBeside + " beside");
    }

    /**
     * Cuts that run into each other, whose edges meet in acute corners, at saddles and where one of them flattens out: it
     * is narrow there and only there. Those said are the ones of 400 that had a twentieth of the width all along before.
     */
    @ParameterizedTest
    @ValueSource(ints = {4, 24, 25, 35, 63, 77, 90, 114, 161, 162, 166, 227, 251, 260, 300, 340, 372, 391})
    void whereTwoCutsMeetTheRestIsAsWideAsAsked(int number) throws StepException {
        RoundingJudge.Outcome o = RoundingJudge.judge(number, 2, Rails.OVER, false);
        assertEquals(0, o.open());
        assertTrue(o.shape().isSound(), o.shape().toString());
        assertTrue(o.median() >= 0.9, "median " + o.median());
        assertTrue(o.full() >= 0.5, "wide at " + o.full());
    }

    /** Vertices of rims that lie nearly at one place on a rail; those said had quads more than 50 times as long as wide. */
    @ParameterizedTest
    @ValueSource(ints = {12, 37, 42, 98, 5020, 5034, 5175, 5303, 5399})
    void noQuadOfAStripIsASliver(int number) throws StepException {
        RoundingJudge.Outcome o = RoundingJudge.judge(number, 1, Rails.OVER, false);
        assertEquals(0, o.open());
        assertTrue(o.aspect() <= 20, "aspect " + o.aspect());
    }

    /** Rims with acute corners at sharp edges; those said came out at a third to two thirds of the width. */
    @ParameterizedTest
    @ValueSource(ints = {5201, 5232, 5225})
    void acuteCornersAtSharpEdgesAreAsWideAsAsked(int number) throws StepException {
        RoundingJudge.Outcome o = RoundingJudge.judge(number, 1, Rails.OVER, false);
        assertTrue(o.least() >= 0.95, "least " + o.least());
    }
}
