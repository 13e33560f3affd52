package org.modeststack.steps.extrude;

import it.unimi.dsi.fastutil.longs.LongLinkedOpenHashSet;
import java.util.BitSet;
import java.util.function.IntConsumer;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.validity.SelfIntersections;

/**
 * The pairs of faces that run through or cover each other since {@link Raising}, judged exactly. Pairs that did so before
 * do not count.
 *
 * @param pairs of faces, the lower one in the upper half of each, in the order in which they were found
 */
record NewCrossings(LongLinkedOpenHashSet pairs) {
    /** Where more faces have changed it is not looked for, so that dragging stays quick. */
    private static final int MANY = 20_000;

    /** @param out whose faces and vertices that were in the mesh before have the same numbers */
    static NewCrossings between(Mesh in, Mesh out) {
        BitSet touched = touched(in, out);
        if (touched.isEmpty() || touched.cardinality() > MANY) return new NewCrossings(new LongLinkedOpenHashSet());
        NewCrossings after = of(out, touched);
        if (after.pairs.isEmpty()) return after;
        touched.clear(in.faceCount(), out.faceCount());
        after.pairs.removeAll(of(in, touched).pairs);
        return after;
    }

    private static NewCrossings of(Mesh mesh, BitSet asked) {
        LongLinkedOpenHashSet pairs = new LongLinkedOpenHashSet();
        if (!asked.isEmpty())
            SelfIntersections.findFaults(
                    mesh, asked::get, (f, g) -> pairs.add((long) Math.min(f, g) << 32 | Math.max(f, g)));
        return new NewCrossings(pairs);
    }

    /** The faces with a vertex that is new or somewhere else. */
    private static BitSet touched(Mesh in, Mesh out) {
        BitSet moved = new BitSet(), faces = new BitSet();
        for (int v = 0; v < out.vertexCount(); v++)
            if (v >= in.vertexCount() || !in.point(v).equals(out.point(v))) moved.set(v);
        for (int f = 0; f < out.faceCount(); f++)
            for (int c = out.offsets()[f]; c < out.offsets()[f + 1]; c++) if (moved.get(out.corners()[c])) faces.set(f);
        return faces;
    }

    boolean isEmpty() {
        return pairs.isEmpty();
    }

    int count() {
        return pairs.size();
    }

    /** A face of the first pair. */
    int first() {
        return (int) (pairs.firstLong() >>> 32);
    }

    void forEachFace(IntConsumer visitor) {
        pairs.forEach(pair -> {
            visitor.accept((int) (pair >>> 32));
            visitor.accept((int) pair);
        });
    }
}
