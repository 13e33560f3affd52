package org.modeststack.steps.round;

/** The cross-section of a strip, between two straight sides that meet at a corner. */
public interface Section {
    /** How many faces it has across. */
    int segments();

    /**
     * Its places from the first rail to the second: for each the share of the first rail, seen from the corner, and of the
     * second.
     *
     * @param turn by how much the sides turn at the corner, radians
     * @param out receives two values for each of the segments + 1 places
     */
    void at(double turn, double[] out);
}
