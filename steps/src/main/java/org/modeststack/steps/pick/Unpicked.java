package org.modeststack.steps.pick;

import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;

/** What steps on parts say when nothing is picked. */
public final class Unpicked {
    private Unpicked() {}

    /**
     * Passes the mesh on with a remark.
     *
     * @param what in the plural
     */
    public static Mesh of(Mesh in, String what, StepContext context) {
        context.remark(Remark.Level.REMARK, "No " + what + " are picked, so nothing changes.");
        return in;
    }
}
