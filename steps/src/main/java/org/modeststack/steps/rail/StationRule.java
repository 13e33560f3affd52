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

    /** Whether a strip may end in a face of its own, where its profile has no place on the surface behind. */
    boolean capsEnds();

    /** @param width at each vertex of the chain, mm along the surface */
    Chosen choose(Mesh mesh, EdgeChain chain, BandSides sides, IntToDoubleFunction width, SurfaceWalk walk);
}
