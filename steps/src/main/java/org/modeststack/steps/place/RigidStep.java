package org.modeststack.steps.place;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;

/** A step that takes the whole body somewhere else as it is. */
interface RigidStep extends PartStep {
    /** @throws StepException where its numbers say nothing about where to */
    Rigid motion() throws StepException;

    @Override
    default Geometry apply(Geometry in, StepContext context) throws StepException {
        return in.placed(motion());
    }

    @Override
    default Vec3 carry(Vec3 p) {
        try {
            return motion().affine().point(p);
        } catch (StepException e) {
            // The step itself says so; the mesh stays where it is.
            return p;
        }
    }
}
