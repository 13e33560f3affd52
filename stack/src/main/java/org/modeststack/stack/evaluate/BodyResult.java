package org.modeststack.stack.evaluate;

import java.util.List;
import org.modeststack.mesh.Mesh;

/**
 * What came of a body.
 *
 * @param steps a result for each of its steps, in order
 */
public record BodyResult(String bodyId, List<StepResult> steps) {
    public BodyResult {
        steps = List.copyOf(steps);
    }

    /** After the last step. */
    public Mesh mesh() {
        return steps.getLast().mesh();
    }

    /** After this many steps. */
    public Mesh after(int count) {
        return steps.get(Math.clamp(count, 1, steps.size()) - 1).mesh();
    }

    public boolean failed() {
        return steps.stream().anyMatch(StepResult::failed);
    }
}
