package org.modeststack.stack.evaluate;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;

/**
 * What came of a body.
 *
 * @param steps a result for each of its steps, in order
 */
public record BodyResult(String bodyId, List<StepResult> steps) {
    public BodyResult {
        steps = List.copyOf(steps);
    }

    /** All faces after the last step; see {@link StepResult#mesh}. */
    public Mesh mesh() {
        return steps.getLast().mesh();
    }

    /** After the last step. */
    public Geometry geometry() {
        return steps.getLast().geometry();
    }

    /** After this many steps. */
    public Geometry after(int count) {
        return steps.get(Math.clamp(count, 1, steps.size()) - 1).geometry();
    }

    public boolean failed() {
        return steps.stream().anyMatch(StepResult::failed);
    }

    /** Whether a step has failed that does not only wait for something to be chosen. */
    public boolean isFaulty() {
        return steps.stream().anyMatch(s -> s.failed() && !s.asks());
    }
}
