package org.modeststack.stack.evaluate;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Remark;

/**
 * What came of one step.
 *
 * @param geometry after it; what came in where it failed or is switched off
 * @param failed whether it could not be done; the last remark then says why
 * @param ms how long it took when it was carried out
 * @param hash of all that the geometry depends on; "" while there is nothing yet
 * @param anchored what the anchors of the step came to, by the names of its parameters
 */
public record StepResult(
        long entryId,
        Geometry geometry,
        List<Remark> remarks,
        boolean failed,
        double ms,
        String hash,
        Map<String, Vec3> anchored) {
    public StepResult {
        remarks = List.copyOf(remarks);
        anchored = Map.copyOf(anchored);
    }

    /** Of a step without anchors. */
    public StepResult(long entryId, Geometry geometry, List<Remark> remarks, boolean failed, double ms, String hash) {
        this(entryId, geometry, remarks, failed, ms, hash, Map.of());
    }

    /** The same with what is to be said of its anchors before the rest. */
    StepResult with(Anchoring a) {
        List<Remark> all = new ArrayList<>(a.remarks());
        all.addAll(remarks);
        return new StepResult(entryId, geometry, all, failed, ms, hash, a.values());
    }

    /** Whether it only waits for something to be chosen, which is no fault. */
    public boolean asks() {
        return failed && remarks.getLast().level() == Remark.Level.ASK;
    }

    /** All its faces; where copies share a mesh they are made now, if they are not there, which can take long. */
    public Mesh mesh() {
        return geometry.mesh();
    }
}
