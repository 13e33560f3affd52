package org.modeststack.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;

/** What a step sees that is carried out alone: the meshes it was given. Keeps its remarks. */
final class LoneContext implements StepContext {
    private final Map<String, Mesh> bodies;
    private final List<Remark> remarks = new ArrayList<>();
    private final long seed;

    LoneContext(Map<String, Mesh> bodies) {
        this(bodies, 1);
    }

    /** @param number of the step, so that what several make is told apart */
    LoneContext(Map<String, Mesh> bodies, int number) {
        this.bodies = bodies;
        seed = Keys.mix(number);
    }

    List<Remark> remarks() {
        return remarks;
    }

    @Override
    public long seed() {
        return seed;
    }

    @Override
    public Mesh body(String id) {
        return bodies.get(id);
    }

    @Override
    public String bodyName(String id) {
        return id;
    }

    @Override
    public void remark(Remark remark) {
        remarks.add(remark);
    }

    @Override
    public void progress(double done) {
        // Nobody is watching.
    }
}
