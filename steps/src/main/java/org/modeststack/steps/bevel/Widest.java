package org.modeststack.steps.bevel;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.modeststack.steps.Guide;
import org.modeststack.steps.StepException;

/** How wide bevels can be on one mesh, for the few that were asked about last. Kept with the mesh. */
final class Widest {
    private static final int FEW = 8;

    private final Map<Bevel, Known> known = new LinkedHashMap<>();

    /**
     * @param width at which the first strips meet; infinite where none do
     * @param rails where the rails of all edges are then; empty where there are very many
     */
    record Known(double width, List<Guide> rails) {}

    /** Works it out. */
    @FunctionalInterface
    interface Maker {
        Known make() throws StepException;
    }

    synchronized Known of(Bevel bevel, Maker maker) throws StepException {
        Known there = known.get(bevel);
        if (there != null) return there;
        Known made = maker.make();
        if (known.size() == FEW) known.remove(known.keySet().iterator().next());
        known.put(bevel, made);
        return made;
    }
}
