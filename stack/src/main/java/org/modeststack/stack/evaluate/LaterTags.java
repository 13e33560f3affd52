package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.stack.Body;
import org.modeststack.stack.Entry;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Origin;
import org.modeststack.steps.pick.Pick;

/**
 * Tags that a step picks by although only a step below gives the name: what that step picks is looked for on the mesh as
 * it is here. They are there for the one step alone.
 */
public record LaterTags(List<TagStep> steps) {
    public LaterTags {
        steps = List.copyOf(steps);
    }

    /**
     * What a step of a body takes from below.
     *
     * @param in what goes into it
     */
    public static LaterTags of(Body body, int index, Geometry in) {
        Set<String> names = new LinkedHashSet<>();
        for (Pick p : Pick.in(body.entries().get(index).step())) names.addAll(p.tags());
        names.removeIf(in::hasTag);
        // What a step gives itself must not be taken away with what it borrowed.
        if (body.entries().get(index).step() instanceof TagStep own) names.remove(own.name());
        List<TagStep> steps = new ArrayList<>();
        List<Entry> entries = body.entries();
        for (int i = index + 1; i < entries.size() && !names.isEmpty(); i++) {
            Step s = entries.get(i).step();
            if (entries.get(i).enabled() && s instanceof TagStep t && names.contains(t.name())) steps.add(t);
        }
        return new LaterTags(steps);
    }

    public boolean isEmpty() {
        return steps.isEmpty();
    }

    /** The mesh with these tags on it. */
    public Mesh on(Mesh in) {
        Mesh m = in;
        for (TagStep t : steps) {
            try {
                m = t.apply(m, Silent.INSTANCE);
            } catch (StepException e) {
                // It says so itself where it stands.
            }
        }
        if (m != in) Origin.same(m, in);
        return m;
    }

    /** The mesh without them. */
    Mesh off(Mesh out) {
        Map<String, Tag> left = new HashMap<>(out.tags());
        for (TagStep t : steps) left.remove(t.name());
        return left.size() == out.tags().size() ? out : out.withTags(left);
    }

    /** A tag needs no more than its mesh, and what it remarks belongs to its own place. */
    private enum Silent implements StepContext {
        INSTANCE;

        @Override
        public long seed() {
            return 0;
        }

        @Override
        public Mesh body(String id) throws StepException {
            throw new StepException("A tag uses no body.");
        }

        @Override
        public String bodyName(String id) {
            return id;
        }

        @Override
        public void remark(Remark remark) {}

        @Override
        public void progress(double done) {}
    }
}
