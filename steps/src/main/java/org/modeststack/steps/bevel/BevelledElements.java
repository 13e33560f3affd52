package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;

/**
 * Which of the picked elements a bevel takes.
 *
 * @param elements edges or, where corners are cut off, vertices
 * @param loose how many edges have not just two faces that go the same way round; borders count where they were meant
 * @param flat how many edges are not sharp enough
 * @param weights for each edge or vertex of the mesh what its width is multiplied by; null for 1 everywhere
 */
record BevelledElements(BitSet elements, int loose, int flat, double @Nullable [] weights) {
    /** Faces that turn by less (one minus the cosine) have no edge between them to go down from. */
    private static final double NO_DEPTH = 1e-4;

    /** @throws StepException if its tag of weights is not there or of another kind */
    static BevelledElements of(Bevel bevel, Mesh in, Selection picked) throws StepException {
        return bevel.of() == Bevel.Of.VERTICES ? vertices(bevel, in, picked) : edges(bevel, in, picked);
    }

    /** Some of its edges on a mesh in which others have been cut off: those that are still there, by their keys. */
    BevelledElements on(Mesh in, BitSet edges, Mesh out) {
        Long2IntOpenHashMap byKey = new Long2IntOpenHashMap();
        Adjacency a = in.adjacency(), b = out.adjacency();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1))
            byKey.put(in.edgeKey(a.edgeLow(e), a.edgeHigh(e)), e);
        byKey.defaultReturnValue(-1);
        BitSet there = new BitSet();
        double[] all = weights == null ? null : new double[b.edgeCount()];
        for (int e = 0; e < b.edgeCount(); e++) {
            int was = byKey.get(out.edgeKey(b.edgeLow(e), b.edgeHigh(e)));
            if (was < 0 || b.edgeSides(e) != 2) continue;
            there.set(e);
            if (all != null && weights != null) all[e] = weights[was];
        }
        return new BevelledElements(there, 0, 0, all);
    }

    private static BevelledElements vertices(Bevel bevel, Mesh in, Selection picked) throws StepException {
        BitSet out = (BitSet) picked.to(in, ElementKind.VERTEX).elements().clone();
        double[] weights = weights(bevel, in, ElementKind.VERTEX);
        for (int v = out.nextSetBit(0); v >= 0 && weights != null; v = out.nextSetBit(v + 1))
            if (weights[v] <= 0) out.clear(v);
        return new BevelledElements(out, 0, 0, weights);
    }

    private static BevelledElements edges(Bevel bevel, Mesh in, Selection picked) throws StepException {
        BitSet edges = bevel.of() == Bevel.Of.RIMS
                ? rims(in, picked.to(in, ElementKind.FACE))
                : picked.to(in, ElementKind.EDGE).elements();
        Adjacency adj = in.adjacency();
        BitSet out = new BitSet(adj.edgeCount());
        FaceFrames frames = FaceFrames.of(in);
        double[] weights = weights(bevel, in, ElementKind.EDGE);
        boolean all = bevel.where().equals(Pick.all(ElementKind.EDGE));
        // Faces that meet at just the angle are not sharper, however their normals are rounded.
        double limit = Math.cos(Math.toRadians(bevel.sharperThan())) - 1e-9;
        BitSet nearlySharp = bevel.wholeRings() ? SharpRings.of(in, edges, bevel.sharperThan()) : new BitSet();
        int loose = 0, flat = 0;
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            Work.checkpoint();
            if (adj.edgeSides(e) != 2 || adj.twin(adj.edgeCorner(e, 0)) < 0) {
                if (adj.edgeSides(e) > 1 || !all) loose++;
                continue;
            }
            double dot = frames.cosine(adj.cornerFace()[adj.edgeCorner(e, 0)], adj.cornerFace()[adj.edgeCorner(e, 1)]);
            boolean isFlat = bevel.sharperThan() > 0 && dot >= limit && !nearlySharp.get(e);
            if (isFlat || bevel.measure() == Measure.DEEP && 1 - dot < NO_DEPTH) flat++;
            else if (weights == null || weights[e] > 0) out.set(e);
        }
        return new BevelledElements(out, loose, flat, weights);
    }

    /** The edges between picked faces and others. */
    private static BitSet rims(Mesh in, Selection faces) {
        Adjacency adj = in.adjacency();
        BitSet out = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            int inside = 0;
            for (int i = 0; i < adj.edgeSides(e); i++)
                if (faces.contains(adj.cornerFace()[adj.edgeCorner(e, i)])) inside++;
            if (inside > 0 && inside < adj.edgeSides(e)) out.set(e);
        }
        return out;
    }

    private static double @Nullable [] weights(Bevel bevel, Mesh in, ElementKind kind) throws StepException {
        String name = bevel.weights();
        if (name.isBlank()) return null;
        Tag tag = in.tag(name);
        if (tag == null) throw new StepException("There is no tag \"" + name + "\" at this place of the stack.");
        if (tag.kind() != kind)
            throw new StepException("\"" + name + "\" names " + PickText.plural(tag.kind()) + "; weights of "
                    + PickText.plural(kind) + " are needed here.");
        Adjacency adj = in.adjacency();
        double[] out = new double[kind == ElementKind.EDGE ? adj.edgeCount() : in.vertexCount()];
        for (int i = 0; i < out.length; i++) {
            double weight = tag.weightOf(kind == ElementKind.EDGE ? Tag.edge(adj.edgeLow(i), adj.edgeHigh(i)) : i);
            // The width that is asked for is the most there is, also where a tag is made for sharper creases.
            out[i] = Math.min(1, weight);
        }
        return out;
    }
}
