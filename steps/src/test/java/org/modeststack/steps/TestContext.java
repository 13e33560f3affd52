package org.modeststack.steps;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.Mesh;

/** A context for running single steps in tests. */
public final class TestContext implements StepContext {
    public final Map<String, Mesh> bodies = new HashMap<>();
    public final List<Remark> remarks = new ArrayList<>();
    private final long seed;

    public TestContext() {
        this(1);
    }

    public TestContext(long seed) {
        this.seed = seed;
    }

    /** The result of a source, or of a step on a mesh, with values that are checked as in an evaluation. */
    public static Mesh run(Step step, Mesh in) throws StepException {
        StepDescriptor.of(step).check(step);
        return step.apply(in, new TestContext());
    }

    public static Mesh run(Step step) throws StepException {
        return run(step, Mesh.EMPTY);
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
    public void progress(double done) {}
}
