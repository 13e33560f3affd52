package org.modeststack.steps.extrude;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;

/** What a step says whose new or moved faces run through something, judged exactly. */
final class CrossingRemark {
    /** Of more faces it is not looked for, so that dragging stays quick. */
    private static final int MANY = 20_000;

    private CrossingRemark() {}

    /** @param instead what would mend it, as the end of a sentence */
    static void say(Mesh in, Mesh out, String instead, StepContext context) {
        BitSet touched = touched(in, out);
        if (touched.isEmpty() || touched.cardinality() > MANY) return;
        LongOpenHashSet pairs = new LongOpenHashSet();
        @Nullable Vec3[] place = new Vec3[1];
        SelfIntersections.findFaults(out, touched::get, (f, g) -> {
            if (pairs.add((long) Math.min(f, g) << 32 | Math.max(f, g)) && place[0] == null)
                place[0] = FaceFrames.of(out).middle(f);
        });
        int n = pairs.size();
        if (n == 0) return;
        context.remark(new Remark(
                Remark.Level.REMARK,
                (n == 1 ? "1 pair of faces runs" : n + " pairs of faces run") + " through each other; " + instead + ".",
                place[0]));
    }

    /** The faces with a vertex that is new or somewhere else; {@link Raising} leaves old ones their numbers. */
    private static BitSet touched(Mesh in, Mesh out) {
        BitSet moved = new BitSet(), faces = new BitSet();
        for (int v = 0; v < out.vertexCount(); v++)
            if (v >= in.vertexCount() || !in.point(v).equals(out.point(v))) moved.set(v);
        for (int f = 0; f < out.faceCount(); f++)
            for (int c = out.offsets()[f]; c < out.offsets()[f + 1]; c++) if (moved.get(out.corners()[c])) faces.set(f);
        return faces;
    }
}
