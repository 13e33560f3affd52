package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.validity.SelfIntersections;

/** Faces that pass through or lie on others, judged exactly; about n log n. */
final class CrossingFaults {
    private CrossingFaults() {}

    /** @return all faces that do */
    static BitSet find(Mesh mesh, List<FoundFault> to) {
        BitSet crossing = new BitSet(), covering = new BitSet();
        LongOpenHashSet passes = new LongOpenHashSet(), covers = new LongOpenHashSet();
        SelfIntersections.find(mesh, (f, g, kind) -> {
            // What a face does with itself is told by its outline.
            if (kind == SelfIntersections.Kind.TOUCHING || f == g) return;
            boolean passing = kind == SelfIntersections.Kind.CROSSING;
            BitSet faces = passing ? crossing : covering;
            faces.set(f);
            faces.set(g);
            (passing ? passes : covers).add((long) Math.min(f, g) << 32 | Math.max(f, g));
        });
        add(to, FaultKind.CROSSING, crossing, passes.size());
        add(to, FaultKind.COVERING, covering, covers.size());
        crossing.or(covering);
        return crossing;
    }

    private static void add(List<FoundFault> to, FaultKind kind, BitSet faces, int pairs) {
        Faults.add(
                to,
                kind,
                IntArrayList.wrap(faces.stream().toArray()),
                "in " + pairs + (pairs == 1 ? " pair" : " pairs"),
                0);
    }
}
