package org.modeststack.steps.rail;

import org.modeststack.steps.surface.ImprintMesh;
import org.modeststack.steps.surface.SurfacePath;

/** What goes in between rails: what it looks like at the ends of chains, and how its faces are made. */
public interface StripKind {
    /** How many parts the line across the end of a chain has; the same at all ends. */
    int parts();

    /**
     * The line across the end of a chain.
     *
     * @param at the station at the end
     * @return one place more than it has {@link #parts}, on the surface, from the rail where the walk comes in to that where
     *     it goes out
     */
    SurfacePath.Place[] across(ChainEnd end, Station at);

    /** @param rest what the strips are put into */
    StripBuilder builder(ImprintMesh rest);
}
