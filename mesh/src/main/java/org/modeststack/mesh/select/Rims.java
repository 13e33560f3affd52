package org.modeststack.mesh.select;

import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * The closed line of edges that an edge lies on, as somebody sees it: the line of sharp edges that goes on round the same surface,
 * such as the rim of a hole cut through faces of any shape; where nothing is sharp, its loop.
 */
public final class Rims {
    /** Edges that bend less than this are no rim, degrees. */
    private static final double SHARP = 15;
    /** The cosine of the angle at which a line would go back. */
    private static final double BACK = -0.95;

    private Rims() {}

    /**
     * Linear in the edges of the line.
     *
     * @param side the way the surface looks whose rim it is, where an edge has two
     * @return null where nothing closes
     */
    public static @Nullable Selection through(Mesh mesh, int edge, Vec3 side) {
        Selection rim = sharpLine(mesh, edge, side);
        if (rim != null) return rim;
        Selection loop = Loops.loops(mesh, Selection.of(ElementKind.EDGE, edge));
        return isClosed(mesh, loop) ? loop : null;
    }

    /** Whether every vertex of the edges has two of them, as those of one or more rims. */
    public static boolean isClosed(Mesh mesh, Selection edges) {
        Adjacency adj = mesh.adjacency();
        BitSet once = new BitSet(), twice = new BitSet();
        BitSet all = edges.elements();
        if (all.cardinality() < 3) return false;
        for (int e = all.nextSetBit(0); e >= 0; e = all.nextSetBit(e + 1)) {
            for (int v : new int[] {adj.edgeLow(e), adj.edgeHigh(e)}) {
                if (twice.get(v)) return false;
                if (once.get(v)) twice.set(v);
                once.set(v);
            }
        }
        return once.cardinality() == twice.cardinality();
    }

    private static @Nullable Selection sharpLine(Mesh mesh, int edge, Vec3 side) {
        Adjacency adj = mesh.adjacency();
        if (!isSharp(mesh, edge)) return null;
        BitSet line = new BitSet();
        line.set(edge);
        int start = adj.edgeLow(edge), v = adj.edgeHigh(edge), at = edge;
        while (v != start) {
            int from = adj.otherEnd(at, v);
            Vec3 way = mesh.point(v).minus(mesh.point(from)).unit();
            int next = -1;
            double best = Double.NEGATIVE_INFINITY;
            for (int e : Loops.edgesAt(mesh, adj, v)) {
                if (e == at || !isSharp(mesh, e)) continue;
                int other = adj.otherEnd(e, v);
                double on = way.dot(mesh.point(other).minus(mesh.point(v)).unit());
                // Staying at the surface counts for more than going straight on.
                double fit = on + 2 * facing(mesh, e, side).dot(side);
                if (on < BACK || fit <= best) continue;
                best = fit;
                next = e;
            }
            if (next < 0 || line.get(next)) return null;
            side = facing(mesh, next, side);
            line.set(next);
            v = adj.otherEnd(next, v);
            at = next;
        }
        return new Selection(ElementKind.EDGE, line);
    }

    /** The normal of that face at an edge which looks most like a surface does. */
    private static Vec3 facing(Mesh mesh, int e, Vec3 side) {
        Adjacency adj = mesh.adjacency();
        Vec3 best = Vec3.ZERO;
        for (int i = 0; i < adj.edgeSides(e); i++) {
            Vec3 n = FaceFrames.of(mesh).normal(adj.cornerFace()[adj.edgeCorner(e, i)]);
            if (i == 0 || n.dot(side) > best.dot(side)) best = n;
        }
        return best;
    }

    private static boolean isSharp(Mesh mesh, int e) {
        Adjacency adj = mesh.adjacency();
        if (adj.edgeSides(e) != 2) return true;
        FaceFrames frames = FaceFrames.of(mesh);
        Vec3 a = frames.normal(adj.cornerFace()[adj.edgeCorner(e, 0)]),
                b = frames.normal(adj.cornerFace()[adj.edgeCorner(e, 1)]);
        return a.dot(b) < Math.cos(Math.toRadians(SHARP));
    }
}
