package org.modeststack.steps.bevel;

import java.util.LinkedHashMap;
import java.util.Map;
import org.modeststack.steps.StepException;

/** How wide bevels can be on one mesh, for the few that were asked about last. Kept with the mesh. */
final class Widest {
    private static final int FEW = 8;

    private final Map<Bevel, Double> known = new LinkedHashMap<>();

    /** Works it out. */
    @FunctionalInterface
    interface Maker {
        double make() throws StepException;
    }

    synchronized double of(Bevel bevel, Maker maker) throws StepException {
        Double there = known.get(bevel);
        if (there != null) return there;
        double made = maker.make();
        if (known.size() == FEW) known.remove(known.keySet().iterator().next());
        known.put(bevel, made);
        return made;
    }
}
