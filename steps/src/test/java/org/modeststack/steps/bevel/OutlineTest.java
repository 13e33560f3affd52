package org.modeststack.steps.bevel;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class OutlineTest {

    @Test
    void sidesThatTouchDoNotCross() {
        assertTrue(Outline.isSimple(new double[] {0, 0, 2, 0, 2, 2, 1, 0, 0, 2}), "a corner on a side");
        assertTrue(Outline.isSimple(new double[] {0, 0, 2, 0, 2, 0, 2, 2}), "a side without length");
        assertFalse(Outline.isSimple(new double[] {0, 0, 2, 2, 2, 0, 0, 2}), "a bow");
    }
}
