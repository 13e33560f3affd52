package org.modeststack.steps.rail;

import java.util.BitSet;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.surface.SurfaceWalk;

/** Chooses at which vertices of a chain its strip is cut across. */
public interface StationRule {
    /**
     * What was chosen.
     *
     * @param at places in the chain, ascending; of an open chain its ends are among them
     * @param free those that need not be cut across along the sharp edges that leave them
     */
    record Chosen(int[] at, BitSet free) {}

    /** @param width at each vertex of the chain, mm along the surface */
    Chosen choose(Mesh mesh, EdgeChain chain, BandSides sides, IntToDoubleFunction width, SurfaceWalk walk);
}
