package org.modeststack.steps.bevel;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.profile.ProfileCurve;

/**
 * Cuts off edges: first their ends are worked out, vertex by vertex, and then the strips between them are laid. Vertices
 * do not depend on each other, so those of large meshes are worked on side by side.
 */
final class EdgeBevel {
    private static final long STRIP = 3;

    /** Fewer touched vertices than this are not worth sharing out. */
    private static final int ENOUGH = 1 << 13;

    private final CutMesh cut;
    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet edges;
    private final Profiles profiles;
    private final long seed;
    private final int n;

    EdgeBevel(
            CutMesh cut, BitSet edges, EdgeWidths widths, ProfileCurve curve, Turns turns, Meeting meeting, long seed) {
        this.cut = cut;
        mesh = cut.mesh;
        adj = cut.adj;
        this.edges = edges;
        this.seed = seed;
        n = curve.segments();
        profiles = new Profiles(mesh, n);
        BitSet touched = new BitSet(mesh.vertexCount());
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            touched.set(adj.edgeLow(e));
            touched.set(adj.edgeHigh(e));
        }
        int count = touched.cardinality();
        int parts = count < ENOUGH ? 1 : Runtime.getRuntime().availableProcessors(), all = mesh.vertexCount();
        List<EdgeEnds> ends = new ArrayList<>();
        for (int i = 0; i < parts; i++) {
            CutPiece piece = cut.piece((int) Math.min(1 << 26, (2L * edges.cardinality() * n + count) / parts));
            ends.add(new EdgeEnds(piece, profiles, edges, widths, curve, turns, meeting, seed));
        }
        // By number, so that the result is the same however many work on it.
        Workers.each(
                parts,
                i -> ends.get(i).run(touched, (int) ((long) all * i / parts), (int) ((long) all * (i + 1) / parts)));
        int[] first = cut.settle();
        for (int i = 0; i < parts; i++) ends.get(i).shift(first[i]);
        strips();
    }

    private void strips() {
        int[] list = edges.stream().toArray();
        int[] quads = new int[4 * n * list.length], like = new int[n * list.length];
        long[] keys = new long[n * list.length], places = Keys.fractions(n);
        Workers.ranges(0, list.length, (from, to) -> {
            for (int i = from; i < to; i++) strip(list[i], i * n, quads, like, keys, places);
        });
        cut.strips(quads, like, keys);
    }

    private void strip(int e, int at, int[] quads, int[] like, long[] keys, long[] places) {
        int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
        long k = Keys.of(seed, STRIP, mesh.edgeKey(adj.edgeLow(e), adj.edgeHigh(e)));
        // Counted from the vertex of the lower key, so that it does not depend on the numbering.
        boolean turned = mesh.vertexKeys()[mesh.corners()[c]] > mesh.vertexKeys()[mesh.corners()[d]];
        for (int i = 0; i < n; i++, at++) {
            quads[4 * at] = profiles.on(c, i);
            quads[4 * at + 1] = profiles.on(d, n - i);
            quads[4 * at + 2] = profiles.on(d, n - i - 1);
            quads[4 * at + 3] = profiles.on(c, i + 1);
            like[at] = adj.cornerFace()[2 * i < n ? d : c];
            keys[at] = Keys.of(k, places[turned ? n - 1 - i : i]);
        }
    }

    /**
     * Where the strip of an edge has no length left, its two profiles are one.
     *
     * @param sets of the new vertices
     */
    void joinProfiles(DisjointSets sets) {
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
            if (sets.find(profiles.right[c]) != sets.find(profiles.left[d])) continue;
            if (sets.find(profiles.left[c]) != sets.find(profiles.right[d])) continue;
            for (int i = 1; i < n; i++) sets.join(profiles.on(c, i), profiles.on(d, n - i));
        }
    }
}
