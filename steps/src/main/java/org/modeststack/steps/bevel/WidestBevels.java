package org.modeststack.steps.bevel;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.Memory;
import org.modeststack.steps.Guide;
import org.modeststack.steps.StepException;

/** How wide bevels can be on one mesh, for the few that were asked about last. Kept with the mesh. */
final class WidestBevels implements Memory.Counted {
    private static final int FEW = 8;
    /** A guide with its two points. */
    private static final long GUIDE_BYTES = 104;

    private final Map<Bevel, Known> known = new LinkedHashMap<>();

    /**
     * @param width at which the first strips meet; infinite where none do
     * @param rails where the rails of all edges are then; empty where there are very many
     */
    record Known(double width, List<Guide> rails) {}

    @Override
    public synchronized void count(Memory memory) {
        known.values().forEach(k -> memory.addBytes(GUIDE_BYTES * k.rails().size()));
    }

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
