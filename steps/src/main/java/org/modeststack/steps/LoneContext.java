package org.modeststack.steps;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;

/** What a step sees that is carried out alone, in no document: the meshes it was given. Keeps its remarks. */
public final class LoneContext implements StepContext {
    private final Map<String, Mesh> bodies;
    private final List<Remark> remarks = new ArrayList<>();
    private final long seed;

    public LoneContext(Map<String, Mesh> bodies) {
        this(bodies, 1);
    }

    /** @param number of the step, so that what several make is told apart */
    public LoneContext(Map<String, Mesh> bodies, int number) {
        this.bodies = bodies;
        seed = Keys.mix(number);
    }

    public List<Remark> remarks() {
        return remarks;
    }

    @Override
    public long seed() {
        return seed;
    }

    @Override
    public Mesh body(String id) throws StepException {
        Mesh body = bodies.get(id);
        if (body == null) throw new StepException("There is no body " + id + ".");
        return body;
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
        Work.checkpoint();
    }
}
