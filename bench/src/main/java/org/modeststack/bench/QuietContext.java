package org.modeststack.bench;

import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;

/** For steps that are carried out alone: knows no bodies, and only counts what is said. */
public final class QuietContext implements StepContext {
    private final long seed;
    private int remarks;

    public QuietContext() {
        this(7);
    }

    /** @param step a number for the step, so that what it makes is told from what others make */
    public QuietContext(long step) {
        seed = Keys.mix(step);
    }

    @Override
    public long seed() {
        return seed;
    }

    @Override
    public Mesh body(String id) throws StepException {
        throw new StepException("There are no other bodies.");
    }

    @Override
    public String bodyName(String id) {
        return id;
    }

    @Override
    public void remark(Remark remark) {
        remarks++;
    }

    /** How many remarks were made. */
    public int remarks() {
        return remarks;
    }

    @Override
    public void progress(double done) {
        // Nobody watches.
    }
}
