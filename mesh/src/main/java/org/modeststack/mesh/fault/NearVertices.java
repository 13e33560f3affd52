package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.search.PointGrid;

/**
 * Vertices on open borders that lie beside another border vertex which the border itself does not lead to on a short way, and the
 * distance within which they would become one: the last before the widest gap in the distances, so that what is merely a fine
 * division stays. About linear in the border vertices.
 */
final class NearVertices {
    /** Without a gap of so many times all are of one kind. */
    private static final double GAP = 3;
    /** The widest that vertices of one place lie apart, in times of the distance to the nearest of them. */
    private static final double WHOLE_PLACE = 3;
    /** Of the diagonal: nearer than this is the same place. */
    private static final double SAME = 1e-9;
    /** Within so many times their distance along the border two vertices are neighbours of a fine division, not sides of a seam. */
    private static final double WAY_ROUND = 3;
    /** Of the edges of both their borders: farther apart they are the two sides of a narrow surface or gap. */
    private static final double BESIDE = 0.5;

    /** With so many others, in the mean, a vertex may share a cube. */
    private static final int CROWD = 64;

    private static final int MOST_HALVINGS = 40;

    private NearVertices() {}

    static void find(Mesh mesh, FaultLimits limits, List<FoundFault> to) {
        Adjacency adj = mesh.adjacency();
        BitSet border = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            if (adj.edgeSides(e) != 1) continue;
            border.set(adj.edgeLow(e));
            border.set(adj.edgeHigh(e));
        }
        if (border.isEmpty() || !(limits.beside() > 0)) return;
        double[] nearest = new double[mesh.vertexCount()];
        Arrays.fill(nearest, Double.POSITIVE_INFINITY);
        markTwins(mesh, border, nearest);
        BitSet asking = new BitSet();
        for (int v = border.nextSetBit(0); v >= 0; v = border.nextSetBit(v + 1)) if (nearest[v] > 0) asking.set(v);
        double beside = asking.isEmpty() ? limits.beside() : reach(mesh, border, limits.beside());
        if (!asking.isEmpty()) findNearest(mesh, border, asking, beside, nearest);
        if (Arrays.stream(nearest).allMatch(Double::isInfinite)) return;
        double same = SAME * mesh.bounds().diagonal();
        Gap gap = Gap.in(nearest, same, beside);
        double within = gap.within;
        IntArrayList near = new IntArrayList();
        for (int v = border.nextSetBit(0); v >= 0; v = border.nextSetBit(v + 1)) if (nearest[v] <= within) near.add(v);
        Faults.add(
                to,
                FaultKind.NEAR,
                near,
                within > same ? "within " + Faults.length(within) : "at one place",
                gap.mends);
    }

    /** @param asking those that have no other at their very place; the others are there before they ask */
    private static void findNearest(Mesh mesh, BitSet border, BitSet asking, double beside, double[] nearest) {
        Adjacency adj = mesh.adjacency();
        double[] p = mesh.xyz();
        BorderArcs arcs = new BorderArcs(mesh);
        PointGrid grid = new PointGrid(2 * beside, mesh.vertexCount());
        for (int v = border.nextSetBit(0); v >= 0; v = border.nextSetBit(v + 1))
            if (!asking.get(v)) grid.add(v, p[3 * v], p[3 * v + 1], p[3 * v + 2]);
        for (int vertex = asking.nextSetBit(0); vertex >= 0; vertex = asking.nextSetBit(vertex + 1)) {
            int v = vertex;
            double x = p[3 * v], y = p[3 * v + 1], z = p[3 * v + 2];
            grid.near(x, y, z, beside, w -> {
                double dx = p[3 * w] - x, dy = p[3 * w + 1] - y, dz = p[3 * w + 2] - z;
                double d = Math.sqrt(dx * dx + dy * dy + dz * dz);
                if (d > beside || d >= nearest[v] && d >= nearest[w]) return;
                if (adj.edgeBetween(v, w, mesh) >= 0 || arcs.between(v, w) < WAY_ROUND * d) return;
                if (d > BESIDE * Math.min(arcs.longestEdge(v), arcs.longestEdge(w))) return;
                nearest[v] = Math.min(nearest[v], d);
                nearest[w] = Math.min(nearest[w], d);
            });
            grid.add(v, x, y, z);
        }
    }

    /** Gives vertices at the very place of another that no edge joins them with the distance 0. */
    private static void markTwins(Mesh mesh, BitSet border, double[] nearest) {
        double[] p = mesh.xyz();
        Long2IntOpenHashMap last = new Long2IntOpenHashMap(border.cardinality());
        last.defaultReturnValue(-1);
        int[] before = new int[mesh.vertexCount()];
        for (int v = border.nextSetBit(0); v >= 0; v = border.nextSetBit(v + 1)) {
            long place = Keys.of(bits(p[3 * v]), bits(p[3 * v + 1]), bits(p[3 * v + 2]));
            before[v] = last.put(place, v);
            for (int w = before[v]; w >= 0 && nearest[v] > 0; w = before[w]) {
                boolean same = p[3 * w] == p[3 * v] && p[3 * w + 1] == p[3 * v + 1] && p[3 * w + 2] == p[3 * v + 2];
                if (same && mesh.adjacency().edgeBetween(v, w, mesh) < 0) nearest[v] = nearest[w] = 0;
            }
        }
    }

    /** The same for 0 and -0. */
    private static long bits(double d) {
        return Double.doubleToLongBits(d + 0.0);
    }

    /** The limit, or less where vertices lie so close that each would be compared with very many. */
    private static double reach(Mesh mesh, BitSet border, double limit) {
        double reach = limit;
        double[] p = mesh.xyz();
        for (int i = 0; i < MOST_HALVINGS; i++, reach /= 2) {
            double cell = 2 * reach;
            Long2IntOpenHashMap in = new Long2IntOpenHashMap();
            long pairs = 0;
            for (int v = border.nextSetBit(0); v >= 0; v = border.nextSetBit(v + 1))
                pairs += in.addTo(
                        Keys.of((long) (p[3 * v] / cell), (long) (p[3 * v + 1] / cell), (long) (p[3 * v + 2] / cell)),
                        1);
            if (pairs <= (long) CROWD * border.cardinality()) return reach;
        }
        return reach;
    }

    /**
     * @param within the last distance before the widest gap, counted in times
     * @param mends what merges them all: more, since a vertex may lie farther from others of its place than from its nearest
     */
    private record Gap(double within, double mends) {
        /** Gaps below what is the same place are none. */
        static Gap in(double[] nearest, double same, double limit) {
            double[] found =
                    Arrays.stream(nearest).filter(Double::isFinite).sorted().toArray();
            double within = found[found.length - 1], widest = 1, behind = limit;
            for (int i = 0; i < found.length; i++) {
                double next = i + 1 < found.length ? found[i + 1] : limit;
                double gap = next / Math.max(found[i], same);
                if (gap <= widest) continue;
                widest = gap;
                within = found[i];
                behind = next;
            }
            if (widest < GAP) {
                within = found[found.length - 1];
                behind = limit;
            }
            within = Math.max(within, same);
            return new Gap(within, Math.max(within, Math.min(WHOLE_PLACE * within, (within + behind) / 2)));
        }
    }
}
