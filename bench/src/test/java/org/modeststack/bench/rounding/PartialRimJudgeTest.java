package org.modeststack.bench.rounding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;

/** A short form of {@code bench/rounding some}, and cases that once came out badly. */
class PartialRimJudgeTest {
    private static PartialRimJudge.Outcome judge(int number) throws StepException {
        return PartialRimJudge.judge(CutBodies.of(number, 1), PartialRims.Part.byHand(number), number);
    }

    @Test
    void stretchesOfRimsGetTheirWidthAndNothingIsBroken() throws StepException {
        int alone = 0, wide = 0;
        for (int i = 0; i < 48; i++) {
            PartialRimJudge.Outcome o = judge(i);
            if (o == null) continue;
            Validity v = o.shape();
            assertEquals(0, o.open() + v.crossing() + v.overlapping() + v.outlines() + v.flat(), i + " " + v);
            if (o.part() != PartialRims.Part.STRETCH || o.alone() == 0) continue;
            alone++;
            if (o.isWide()) wide++;
        }
        assertTrue(alone >= 8, alone + " stretches");
        assertEquals(alone, wide);
    }

    /** Round the end of a chain there is more than a whole turn of surface: what lies on its other side is not near. */
    @ParameterizedTest
    @ValueSource(ints = {412, 893})
    void endsBesideSharpEdgesAreNoWiderThanAsked(int number) throws StepException {
        PartialRimJudge.Outcome o = known(number);
        assertTrue(o.isWide() && o.most() < 1.1, o.least() + " to " + o.most());
    }

    /** Between corners, where rails meet farther from the vertex than the width, they run at the width. */
    @ParameterizedTest
    @ValueSource(ints = {464, 872, 20408})
    void railsBetweenCornersAreNoWiderThanAsked(int number) throws StepException {
        PartialRimJudge.Outcome o = known(number);
        assertTrue(o.isWide() && o.most() < 1.1, o.least() + " to " + o.most());
    }

    /** What was narrow because of edges that were left out is as wide as asked without them. */
    @ParameterizedTest
    @ValueSource(ints = {110})
    void whatIsLeftIsNotNarrowBecauseOfWhatWasLeftOut(int number) throws StepException {
        PartialRimJudge.Outcome o = known(number);
        assertTrue(o.isWide() && o.remarks() > 0, "least " + o.least());
    }

    /** Narrow where there is no room only, they need not be left out either. */
    @ParameterizedTest
    @ValueSource(ints = {8})
    void whatNeedsNotBeLeftOutIsNot(int number) throws StepException {
        PartialRimJudge.Outcome o = known(number);
        assertTrue(o.isWide(), "least " + o.least());
        assertEquals(0, o.remarks());
    }

    /** Edges up to sixteen widths long, all of which were narrow because of a place beside one end. */
    @ParameterizedTest
    @ValueSource(ints = {87, 111, 148, 159, 231, 353, 410, 455})
    void aNarrowPlaceNarrowsNothingFarFromIt(int number) throws StepException {
        PartialRimJudge.Outcome o = PartialRimJudge.judge(CutBodies.of(number, 1), PartialRims.Part.ALL, number);
        assertNotNull(o);
        assertTrue(o.isWide() && o.shape().isValid(), "least " + o.least() + " " + o.shape());
    }

    /** Outside corners of less than 40 degrees they met up to seven widths from these. */
    @ParameterizedTest
    @ValueSource(ints = {82, 207, 228, 299, 590, 680, 707, 804, 805})
    void railsGoRoundTheOutsideOfNarrowCorners(int number) throws StepException {
        PartialRimJudge.Outcome o = known(number);
        assertTrue(o.farthest() < 3 && o.isWide(), "farthest " + o.farthest() + ", least " + o.least());
    }

    /** At ends in wedges rails cross each other in a plane: the strip is narrower there, and does not fold. */
    @ParameterizedTest
    @ValueSource(ints = {379})
    void endsInWedgesDoNotFold(int number) throws StepException {
        PartialRimJudge.Outcome o = known(number);
        assertTrue(o.shape().isValid() && o.remarks() > 0, o.shape().toString());
    }

    /** Closed by a face of their own they need not even be narrower. */
    @ParameterizedTest
    @ValueSource(ints = {722, 978})
    void closedEndsInWedgesHaveAllOfTheirWidth(int number) throws StepException {
        PartialRimJudge.Outcome o = known(number);
        assertTrue(o.shape().isValid(), o.shape().toString());
        assertEquals(0, o.remarks());
    }

    /** At ends in corners with more than a whole turn of surface round them rails went ten widths from the edges. */
    @ParameterizedTest
    @ValueSource(ints = {142, 233, 487, 795, 885, 937})
    void railsGoNoFartherThanTheyMust(int number) throws StepException {
        double farthest = known(number).farthest();
        assertTrue(farthest < 3, "farthest " + farthest);
    }

    /** What edges that go on behind an end, or end in a corner, take off or fill is about their cross-section along them. */
    @ParameterizedTest
    @ValueSource(ints = {133, 309, 473, 545, 766, 832})
    void asMuchIsTakenOffAsTheProfileSays(int number) throws StepException {
        assertEquals(0, known(number).strayVolume(), 0.5);
    }

    private static PartialRimJudge.Outcome known(int number) throws StepException {
        PartialRimJudge.Outcome o = judge(number);
        assertNotNull(o);
        return o;
    }
}
