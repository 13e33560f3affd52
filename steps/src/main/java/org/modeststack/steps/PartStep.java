package org.modeststack.steps;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.part.Geometry;

/**
 * A step that puts whole parts somewhere else, or more of them, and so needs no faces of its own: what it gives shares the
 * meshes of what it is given.
 */
public interface PartStep extends Step {
    /**
     * @param in the parts after the step before
     * @throws StepException if it cannot be done; the message is shown to the user as it is
     */
    Geometry apply(Geometry in, StepContext context) throws StepException;

    @Override
    default Mesh apply(Mesh in, StepContext context) throws StepException {
        Geometry out = apply(Geometry.of(in), context);
        Limits.checkMaking(out);
        return out.mesh();
    }
}
