package org.modeststack.steps.rail;

import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.surface.SurfaceWalk;

/** Chooses at which vertices of a chain its strip is cut across. */
public interface StationRule {
    /**
     * What was chosen.
     *
     * @param at places in the chain, ascending; of an open chain its ends are among them
     * @param left the way from each to the rail on the left of the chain
     * @param right and to that on the right
     * @param shares what share of the width there is on the narrower side of each
     */
    record Chosen(int[] at, Arm[] left, Arm[] right, double[] shares) {}

    /** Whether rails go straight from each station to the next, however the surface bends between. */
    boolean goesStraight();

    /** Whether rails may cross sharp edges that leave the chain at its corners. */
    boolean crossesCorners();

    /** Where the profile at the end of a chain may lie. */
    enum Ends {
        /** On the surface that goes on behind. */
        ON_SURFACE,
        /** There, or beyond it, the strip being closed by a face of its own or by one that goes on to the profile. */
        CLOSED,
        /** On the surface beside the edges, as a profile does that follows the old faces. */
        BESIDE
    }

    Ends ends();

    /** @param width at each vertex of the chain, mm along the surface */
    Chosen choose(Mesh mesh, EdgeChain chain, BandSides sides, IntToDoubleFunction width, SurfaceWalk walk);
}
