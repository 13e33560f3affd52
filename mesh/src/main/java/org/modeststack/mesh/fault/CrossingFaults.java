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

    /**
     * @param faces all faces that do
     * @param isWhole whether all faces were compared
     */
    record Found(BitSet faces, boolean isWhole) {}

    static Found find(Mesh mesh, List<FoundFault> to) {
        BitSet crossing = new BitSet(), covering = new BitSet();
        LongOpenHashSet passes = new LongOpenHashSet(), covers = new LongOpenHashSet();
        boolean isWhole = SelfIntersections.find(mesh, (f, g, kind) -> {
            // What a face does with itself is told by its outline.
            if (kind == SelfIntersections.Kind.TOUCHING || f == g) return;
            boolean passing = kind == SelfIntersections.Kind.CROSSING;
            BitSet faces = passing ? crossing : covering;
            faces.set(f);
            faces.set(g);
            (passing ? passes : covers).add((long) Math.min(f, g) << 32 | Math.max(f, g));
        });
        add(to, FaultKind.CROSSING, crossing, passes.size(), isWhole);
        add(to, FaultKind.COVERING, covering, covers.size(), isWhole);
        crossing.or(covering);
        return new Found(crossing, isWhole);
    }

    private static void add(List<FoundFault> to, FaultKind kind, BitSet faces, int pairs, boolean isWhole) {
        Faults.add(
                to,
                kind,
                IntArrayList.wrap(faces.stream().toArray()),
                (isWhole ? "in " : "in at least ") + pairs + (pairs == 1 ? " pair" : " pairs"),
                0);
    }
}
