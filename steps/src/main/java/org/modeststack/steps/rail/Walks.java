package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import java.util.BitSet;
import java.util.List;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.SurfaceWalk;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * All walks along edges that hang together, and the ways to rails where chains of them end or meet. Several threads may ask
 * at once.
 */
public final class Walks {
    private final TriangleSurface surface;
    private final Mesh mesh;
    private final List<WalkSide> all;
    private final StripWidths widths;
    private final IntToDoubleFunction share;
    private final SurfaceWalk way;
    private final StationRule.Ends endRule;
    /** For each corner of a triangle that a walk leaves by, where that is. */
    private final Int2ObjectOpenHashMap<Place> places = new Int2ObjectOpenHashMap<>();

    /** By the corners of places. */
    private final ConcurrentMap<Integer, Arm> arms = new ConcurrentHashMap<>();

    private final ConcurrentMap<Integer, ChainEnd> ends = new ConcurrentHashMap<>();

    /** A place in a walk. */
    public record Place(WalkSide walk, int index) {
        /** So many places on. */
        public Place moved(int by) {
            return new Place(walk, Math.floorMod(index + by, walk.size()));
        }

        /** The corner of a triangle that the walk leaves by, which tells the place from all others. */
        public int corner() {
            return walk.corner(index);
        }
    }

    /**
     * @param share of the width that there is at each vertex
     * @param endRule where the profile at the end of a chain may lie
     * @throws IllegalArgumentException where a walk comes upon a border
     */
    Walks(
            TriangleSurface surface,
            SharpEdges sharp,
            BitSet edges,
            List<EdgeChain> chains,
            StripWidths widths,
            IntToDoubleFunction share,
            StationRule.Ends endRule,
            SurfaceWalk way) {
        this.endRule = endRule;
        this.surface = surface;
        mesh = surface.mesh;
        this.widths = widths;
        this.share = share;
        this.way = way;
        all = WalkSide.of(surface, sharp, edges, chains, widths.alongEdges());
        for (WalkSide w : all) {
            Work.checkpoint();
            for (int i = 0; i < w.size(); i++) places.put(w.corner(i), new Place(w, i));
        }
    }

    List<WalkSide> all() {
        return all;
    }

    /** Where an edge is gone along from one vertex to another. */
    Place place(int from, int to) {
        Place p = places.get(surface.cornerOf(from, to));
        if (p == null) throw new IllegalArgumentException("no such edge");
        return p;
    }

    /** At the place that is left by a corner: where the edge that the walk has come by is gone along the other way. */
    public Place back(int corner) {
        Place before = places.get(corner).moved(-1);
        return place(before.walk.vertex(before.index + 1), before.walk.vertex(before.index));
    }

    /** @param comesIn at the end of a chain, whether it is the way on the side where the walk comes in */
    Arm arm(Place at, boolean comesIn) {
        if (at.walk.turnsRound(at.index)) return comesIn ? end(at).in() : end(at).out();
        return arms.computeIfAbsent(at.corner(), _ -> {
            WalkSide w = at.walk;
            double part = part(w.vertex(at.index));
            double in = part * width(at.moved(-1)), out = part * width(at), far = Math.max(in, out);
            return w.arm(w.away(at.index, -1, far), at.index, w.away(at.index, 1, far), in, out, false, way);
        });
    }

    public ChainEnd end(Place at) {
        return ends.computeIfAbsent(
                at.corner(), _ -> at.walk.end(at.index, part(at.walk.vertex(at.index)) * width(at), endRule, way));
    }

    /** What share of the width of its edges there is at a vertex, by how strips taper and by how much room there is. */
    double part(int vertex) {
        return share.applyAsDouble(vertex) * widths.taper().applyAsDouble(vertex);
    }

    /** Of the edge that is gone along next, where it does not taper. */
    double width(Place p) {
        int i = p.index;
        return widths.ofEdge()
                .applyAsDouble(mesh.adjacency().edgeBetween(p.walk.vertex(i), p.walk.vertex(i + 1), mesh));
    }
}
