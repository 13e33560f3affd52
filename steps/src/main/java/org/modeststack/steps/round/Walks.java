package org.modeststack.steps.round;

import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.SurfaceWalk;
import org.modeststack.steps.surface.TriangleSurface;

/** All walks along edges that hang together, and the ways to rails where chains of them end or meet. */
final class Walks {
    private final TriangleSurface surface;
    private final Mesh mesh;
    private final List<WalkSide> all;
    private final IntToDoubleFunction widthOfEdge;
    private final IntToDoubleFunction shareAt;
    private final SurfaceWalk way;
    /** For each corner of a triangle that a walk leaves by, where that is. */
    private final Map<Integer, Place> places = new HashMap<>();

    private final Map<Place, Arm> arms = new HashMap<>();
    private final Map<Place, ChainEnd> ends = new HashMap<>();

    /** A place in a walk. */
    record Place(WalkSide walk, int index) {
        /** So many places on. */
        Place moved(int by) {
            return new Place(walk, Math.floorMod(index + by, walk.size()));
        }
    }

    /**
     * @param width of each edge, mm
     * @param share of it at each vertex
     * @throws IllegalArgumentException where a walk comes upon a border
     */
    Walks(
            TriangleSurface surface,
            SharpEdges sharp,
            BitSet edges,
            List<EdgeChain> chains,
            IntToDoubleFunction width,
            IntToDoubleFunction share,
            SurfaceWalk way) {
        this.surface = surface;
        mesh = surface.mesh;
        widthOfEdge = width;
        shareAt = share;
        this.way = way;
        all = WalkSide.of(surface, sharp, edges, chains);
        for (WalkSide w : all) for (int i = 0; i < w.size(); i++) places.put(w.corner(i), new Place(w, i));
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

    /** @param comesIn at the end of a chain, whether it is the way on the side where the walk comes in */
    Arm arm(Place at, boolean comesIn) {
        if (at.walk.turnsRound(at.index)) return comesIn ? end(at).in() : end(at).out();
        return arms.computeIfAbsent(at, p -> {
            WalkSide w = p.walk;
            double share = shareAt.applyAsDouble(w.vertex(p.index));
            double in = share * width(p.moved(-1)), out = share * width(p), far = Math.max(in, out);
            return w.arm(w.away(p.index, -1, far), p.index, w.away(p.index, 1, far), in, out, false, way);
        });
    }

    ChainEnd end(Place at) {
        return ends.computeIfAbsent(
                at, p -> p.walk.end(p.index, shareAt.applyAsDouble(p.walk.vertex(p.index)) * width(p), way));
    }

    /** Of the edge that is gone along next. */
    private double width(Place p) {
        int i = p.index;
        return widthOfEdge.applyAsDouble(mesh.adjacency().edgeBetween(p.walk.vertex(i), p.walk.vertex(i + 1), mesh));
    }
}
