package org.modeststack.bench.rounding;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.steps.StepException;

/** A short form of {@code bench/rounding crowded}, and cases of which edges were once left out, or that took half a minute. */
class CrowdedEdgesTest {
    @ParameterizedTest
    @ValueSource(ints = {7, 9, 13, 21, 29, 30, 45, 54, 61, 70, 73, 76, 81})
    void noEdgeIsLeftAndMostOfWhatThereIsIsUsed(int number) throws StepException {
        CrowdedEdges.Outcome o = CrowdedEdges.judge(CrowdedEdges.of(number));
        assertEquals(0, o.left());
        assertEquals(0, o.open());
        assertTrue(o.shape().isSound(), o.shape().toString());
        assertTrue(o.covered() > 0.7, "covered " + o.covered());
    }
}
