package org.modeststack.bench.tidying;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.bench.rounding.CutBodies;
import org.modeststack.steps.StepException;
import org.modeststack.steps.tidy.Tidy;

/** A short form of {@code bench/tidying}, and cases that once came out badly. */
class TidyJudgeTest {
    private static TidyJudge.Outcome judge(int number) throws StepException {
        return TidyJudge.judge(CutBodies.of(number, 1), Tidy.Vertices.EVEN);
    }

    private static TidyJudge.Outcome known(int number) throws StepException {
        TidyJudge.Outcome o = judge(number);
        assertNotNull(o);
        assertTrue(o.isOut() && o.open() == 0 && o.shape().isSound(), o.shape().toString());
        return o;
    }

    @Test
    void whereThereIsRoomRingsAreAsWantedAndWhatIsNotIsSaid() throws StepException {
        int fit = 0;
        for (int i = 500; i < 540; i++) {
            TidyJudge.Outcome o = judge(i);
            if (o == null) continue;
            assertEquals(0, o.open(), () -> "open " + o.of().name());
            boolean isFine = o.isOut() && TidyJudge.isFine(o);
            assertTrue(isFine || o.said() && !o.fits(), o.of().name());
            if (o.fits()) fit++;
        }
        assertTrue(fit >= 10, fit + " fit");
    }

    /** Old edges that end on the outer line beside a row go into it, also where there is room for that only once others have. */
    @ParameterizedTest
    @ValueSource(ints = {16, 26, 50, 113, 490})
    void noOldEdgeEndsBesideARow(int number) throws StepException {
        TidyJudge.Outcome o = known(number);
        assertTrue(o.collar().aspect() <= 8, o.collar().toString());
    }

    /** A large face beside a rim touched another at one place of the rim, and old edges were left all round it. */
    @ParameterizedTest
    @ValueSource(ints = {97})
    void whatMeetsAtOnePlaceIsLeftAloneThereOnly(int number) throws StepException {
        TidyJudge.Outcome o = known(number);
        assertTrue(
                o.collar().quads() > 0.98 && o.collar().aspect() <= 8,
                o.collar().toString());
    }

    /** Short rows beside longer ones leaned as far along the rim as these. */
    @ParameterizedTest
    @ValueSource(ints = {161, 165, 333, 446})
    void rowsWithLittleRoomAreNotSlantedForThat(int number) throws StepException {
        TidyJudge.Outcome o = known(number);
        assertTrue(o.collar().leastAngle() >= 20, o.collar().toString());
    }
}
