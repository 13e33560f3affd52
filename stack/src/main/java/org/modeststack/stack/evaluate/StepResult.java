package org.modeststack.stack.evaluate;

import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Remark;

/**
 * What came of one step.
 *
 * @param mesh after it; what came in where it failed or is switched off
 * @param failed whether it could not be done; the last remark then says why
 * @param ms how long it took when it was carried out
 * @param hash of all that the mesh depends on; "" while there is nothing yet
 */
public record StepResult(long entryId, Mesh mesh, List<Remark> remarks, boolean failed, double ms, String hash) {
    public StepResult {
        remarks = List.copyOf(remarks);
    }
}
