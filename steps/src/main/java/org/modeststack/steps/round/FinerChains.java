package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.RingWriter;
import org.modeststack.steps.cut.EdgeCuts;
import org.modeststack.steps.rail.LongPiece;
import org.modeststack.steps.rail.NetTrials;
import org.modeststack.steps.rail.StripWidths;

/**
 * Picked edges of which long ones are divided where their strips have no room, so that these are narrow there alone: a strip that is
 * held back at one station widens evenly as far as the next, and in a plane that may be the whole length of an edge. What is
 * added lies on edges that strips take the place of, so that it is gone with them.
 */
final class FinerChains {
    /** Vertices of a chain that are nearer to each other, in widths, need not both be stations. */
    private static final double APART = 0.75;

    /** So often the edges of a net are given more stations. */
    private static final int MOST = 3;

    private final Mesh mesh;
    private final BitSet edges;
    /** Vertices that are stations. */
    private final BitSet stations;
    /** For each of the edges the one of the mesh before anything was divided that it is a part of; none until something is. */
    private final Int2IntOpenHashMap origin;
    /** For each of those how often its net was given more. */
    private final Int2IntOpenHashMap times;
    /** For each vertex that was added what share of the taper of its two ends before it has, and these. */
    private final List<Between> added;

    private record Between(int from, int to, double share) {}

    private FinerChains(
            Mesh mesh,
            BitSet edges,
            BitSet stations,
            Int2IntOpenHashMap origin,
            Int2IntOpenHashMap times,
            List<Between> added) {
        this.times = times;
        this.mesh = mesh;
        this.edges = edges;
        this.stations = stations;
        this.origin = origin;
        this.added = added;
    }

    /** Edges as they are. */
    static FinerChains of(Mesh mesh, BitSet edges) {
        return new FinerChains(
                mesh, edges, new BitSet(), new Int2IntOpenHashMap(), new Int2IntOpenHashMap(), List.of());
    }

    private int origin(int edge) {
        return origin.getOrDefault(edge, edge);
    }

    Mesh mesh() {
        return mesh;
    }

    BitSet edges() {
        return edges;
    }

    BitSet stations() {
        return stations;
    }

    /** The edges before anything was divided that some are parts of. */
    BitSet origins(BitSet of) {
        BitSet out = new BitSet();
        of.stream().forEach(e -> out.set(origin(e)));
        return out;
    }

    /** All parts of the edges before that some are parts of. */
    BitSet whole(BitSet parts) {
        BitSet of = origins(parts), out = new BitSet();
        edges.stream().filter(e -> of.get(origin(e))).forEach(out::set);
        return out;
    }

    /** What was asked for at the edges before anything was divided. */
    StripWidths widths(StripWidths asked) {
        if (added.isEmpty()) return asked;
        int old = mesh.vertexCount() - added.size();
        double[] taper = new double[mesh.vertexCount()];
        for (int v = 0; v < old; v++) taper[v] = asked.taper().applyAsDouble(v);
        for (int v = old; v < taper.length; v++) {
            Between b = added.get(v - old);
            taper[v] = taper[b.from] + b.share * (taper[b.to] - taper[b.from]);
        }
        return asked.of(this::origin, v -> taper[v]);
    }

    /** Whether more stations would be on a piece, or more vertices. */
    boolean canBeFiner(LongPiece piece) {
        BitSet more = new BitSet();
        if (times.get(origin(edge(piece, 1))) == MOST) return false;
        boolean isDivided = eachPart(piece, (_, _) -> {}, more);
        more.andNot(stations);
        return isDivided || !more.isEmpty();
    }

    /**
     * With more stations on the pieces of some nets, and more vertices where these have too few.
     *
     * @param seed of the keys of what is new
     */
    FinerChains with(List<NetTrials.Waiting> nets, long seed) {
        Int2IntOpenHashMap times = this.times.clone();
        for (NetTrials.Waiting n : nets) origins(n.edges()).stream().forEach(e -> times.addTo(e, 1));
        BitSet more = (BitSet) stations.clone();
        Int2IntOpenHashMap parts = new Int2IntOpenHashMap();
        parts.defaultReturnValue(1);
        boolean isDivided = false;
        for (NetTrials.Waiting n : nets) for (LongPiece p : n.pieces()) isDivided |= eachPart(p, parts::put, more);
        return isDivided ? divided(parts, more, times, seed) : new FinerChains(mesh, edges, more, origin, times, added);
    }

    /**
     * Tells into how many parts each edge of a piece is divided.
     *
     * @param more receives the vertices between that are stations too
     * @return whether any is
     */
    private boolean eachPart(LongPiece p, Parts to, BitSet more) {
        Adjacency adj = mesh.adjacency();
        boolean any = false;
        double gone = 0;
        for (int i = 1; i < p.vertices().size(); i++) {
            int v = p.vertices().getInt(i), e = edge(p, i);
            double length = adj.edgeLength(e, mesh);
            int parts = p.parts(length);
            to.edge(e, parts);
            any |= parts > 1;
            gone += length;
            if (i == p.vertices().size() - 1 || gone < APART * p.width()) continue;
            more.set(v);
            gone = 0;
        }
        return any;
    }

    /** The edge that comes to the i-th vertex of a piece. */
    private int edge(LongPiece p, int i) {
        return mesh.adjacency()
                .edgeBetween(p.vertices().getInt(i - 1), p.vertices().getInt(i), mesh);
    }

    @FunctionalInterface
    private interface Parts {
        void edge(int edge, int parts);
    }

    private FinerChains divided(Int2IntOpenHashMap parts, BitSet stations, Int2IntOpenHashMap times, long seed) {
        Adjacency adj = mesh.adjacency();
        MeshBuilder out = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        out.verticesOf(mesh);
        EdgeCuts cuts = new EdgeCuts(mesh, out, seed);
        List<Between> all = new ArrayList<>(added);
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            int many = parts.get(e);
            if (many == 1) continue;
            double[] where = new double[many - 1];
            for (int i = 0; i < where.length; i++) {
                where[i] = (i + 1.0) / many;
                stations.set(mesh.vertexCount() + all.size() - added.size());
                all.add(new Between(adj.edgeLow(e), adj.edgeHigh(e), where[i]));
            }
            cuts.cut(e, adj.edgeLow(e), where);
        }
        int[] materials = out.materialsOf(mesh);
        IntArrayList faces = new IntArrayList();
        for (int f = 0; f < mesh.faceCount(); f++) {
            Work.checkpoint(f);
            cuts.polygon(f, mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]]);
            faces.add(f);
        }
        cuts.tags(faces);
        return after(out.build(), parts, stations, times, all);
    }

    private FinerChains after(
            Mesh finer, Int2IntOpenHashMap parts, BitSet stations, Int2IntOpenHashMap times, List<Between> all) {
        Adjacency was = mesh.adjacency(), is = finer.adjacency();
        Int2IntOpenHashMap from = new Int2IntOpenHashMap();
        BitSet divided = new BitSet();
        int next = mesh.vertexCount();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            int before = was.edgeLow(e), many = parts.get(e);
            for (int i = 1; i <= many; i++) {
                int at = i == many ? was.edgeHigh(e) : next++;
                int part = is.edgeBetween(before, at, finer);
                from.put(part, origin(e));
                divided.set(part);
                before = at;
            }
        }
        return new FinerChains(finer, divided, stations, from, times, all);
    }

    /** What came of the mesh, without those of the vertices that were added which still only divide an edge. */
    Mesh withoutIdle(Mesh out) {
        if (added.isEmpty()) return out;
        LongOpenHashSet keys = new LongOpenHashSet();
        for (int v = mesh.vertexCount() - added.size(); v < mesh.vertexCount(); v++) keys.add(mesh.vertexKeys()[v]);
        BitSet idle = new BitSet();
        for (int v = 0; v < out.vertexCount(); v++)
            if (keys.contains(out.vertexKeys()[v]) && Loops.edgesAt(out, out.adjacency(), v).length == 2) idle.set(v);
        return RingWriter.without(out, idle);
    }
}
