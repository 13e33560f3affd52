package org.modeststack.steps.extrude;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;

/** What a step says whose new or moved faces run through something. */
final class CrossingRemark {
    private CrossingRemark() {}

    /** @param instead what would mend it, as the end of a sentence */
    static void say(NewCrossings crossings, Mesh out, String instead, StepContext context) {
        int n = crossings.count();
        if (n == 0) return;
        context.remark(new Remark(
                Remark.Level.REMARK,
                (n == 1 ? "1 pair of faces runs" : n + " pairs of faces run") + " through each other; " + instead + ".",
                FaceFrames.of(out).middle(crossings.first())));
    }
}
