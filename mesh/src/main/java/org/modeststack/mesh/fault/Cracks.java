package org.modeststack.mesh.fault;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.work.Work;

/**
 * Cracks: open vertices that lie on open edges without being vertices of them, so that surfaces which meet there do not hang
 * together. Also called T-junctions. About n log n in the open edges.
 */
public final class Cracks {
    /** A vertex that is no farther off than this share of the edge lies on it. */
    private static final double ON_EDGE = 1e-4;

    /** Nearer to an end of the edge than so many times as far as it is off, a vertex belongs to that end. */
    private static final double AT_END = 10;

    /** As a share of the edge: nearer to its end than that is at one place with it. */
    private static final double SAME = 1e-9;

    private Cracks() {}

    /**
     * An open edge and the open vertices that lie on it.
     *
     * @param corner whose side it is
     * @param shares of its length from there, ascending
     * @param off how far off each vertex is, mm
     */
    public record Side(int corner, int[] vertices, double[] shares, double[] off) {
        /** With those of its vertices whose places in it are wanted. */
        public Side only(IntPredicate wanted) {
            int[] places = IntStream.range(0, vertices.length).filter(wanted).toArray();
            return new Side(
                    corner,
                    Arrays.stream(places).map(i -> vertices[i]).toArray(),
                    Arrays.stream(places).mapToDouble(i -> shares[i]).toArray(),
                    Arrays.stream(places).mapToDouble(i -> off[i]).toArray());
        }
    }

    private record Foot(int vertex, double share, double off) {}

    /**
     * @param edges of which those that are open are looked at
     * @param within how far off vertices may be, mm; infinite for as far as an edge's length suggests
     */
    public static List<Side> of(Mesh mesh, BitSet edges, double within) {
        Adjacency adj = mesh.adjacency();
        IntArrayList open = new IntArrayList();
        BitSet ends = new BitSet();
        for (int e = edges.nextSetBit(0); e >= 0; e = edges.nextSetBit(e + 1)) {
            if (adj.edgeSides(e) != 1) continue;
            open.add(adj.edgeCorner(e, 0));
            ends.set(adj.edgeLow(e));
            ends.set(adj.edgeHigh(e));
        }
        List<List<Foot>> feet = new ArrayList<>();
        double[] boxes = new double[6 * open.size()];
        for (int i = 0; i < open.size(); i++) {
            feet.add(List.of());
            Vec3 a = from(mesh, open.getInt(i)), b = to(mesh, open.getInt(i));
            double reach = reach(b.minus(a).length(), within);
            for (int k = 0; k < 3; k++) {
                boxes[6 * i + k] = Math.min(a.get(k), b.get(k)) - reach;
                boxes[6 * i + 3 + k] = Math.max(a.get(k), b.get(k)) + reach;
            }
        }
        Bvh tree = new Bvh(boxes);
        for (int v = ends.nextSetBit(0); v >= 0; v = ends.nextSetBit(v + 1)) {
            Work.checkpoint();
            int vertex = v;
            double x = mesh.x(v), y = mesh.y(v), z = mesh.z(v);
            tree.within(x, y, z, x, y, z, i -> {
                Foot foot = foot(mesh, open.getInt(i), vertex, within);
                if (foot == null) return;
                if (feet.get(i).isEmpty()) feet.set(i, new ArrayList<>());
                feet.get(i).add(foot);
            });
        }
        List<Side> out = new ArrayList<>();
        for (int i = 0; i < open.size(); i++) if (!feet.get(i).isEmpty()) out.add(side(open.getInt(i), feet.get(i)));
        return out;
    }

    private static double reach(double length, double within) {
        return within < Double.POSITIVE_INFINITY ? within : ON_EDGE * length;
    }

    private static @Nullable Foot foot(Mesh mesh, int corner, int vertex, double within) {
        int next = mesh.adjacency().cornerNext()[corner];
        if (vertex == mesh.corners()[corner] || vertex == mesh.corners()[next]) return null;
        Vec3 a = from(mesh, corner), along = to(mesh, corner).minus(a), p = mesh.point(vertex);
        double length = along.length();
        if (!(length > 0)) return null;
        double share = p.minus(a).dot(along) / (length * length);
        double off = a.plus(along.times(share)).minus(p).length();
        double end = Math.max(AT_END * off, SAME * length);
        boolean isOn = off <= reach(length, within) && share * length > end && (1 - share) * length > end;
        return isOn ? new Foot(vertex, share, off) : null;
    }

    private static Side side(int corner, List<Foot> feet) {
        List<Foot> sorted =
                feet.stream().sorted(Comparator.comparingDouble(Foot::share)).toList();
        return new Side(
                corner,
                sorted.stream().mapToInt(Foot::vertex).toArray(),
                sorted.stream().mapToDouble(Foot::share).toArray(),
                sorted.stream().mapToDouble(Foot::off).toArray());
    }

    private static Vec3 from(Mesh mesh, int corner) {
        return mesh.point(mesh.corners()[corner]);
    }

    private static Vec3 to(Mesh mesh, int corner) {
        return from(mesh, mesh.adjacency().cornerNext()[corner]);
    }

    /** @param near open vertices that lie beside others: where these are most, they are to be merged first */
    static void find(Mesh mesh, @Nullable FoundFault open, @Nullable FoundFault near, List<FoundFault> to) {
        if (open == null || near != null && 2 * near.count() > open.count()) return;
        BitSet on = new BitSet();
        double farthest = 0;
        for (Side side : of(mesh, open.selection().elements(), Double.POSITIVE_INFINITY))
            for (int i = 0; i < side.vertices.length; i++) {
                on.set(side.vertices[i]);
                farthest = Math.max(farthest, side.off[i]);
            }
        Faults.add(
                to,
                FaultKind.CRACK,
                IntArrayList.wrap(on.stream().toArray()),
                farthest > SAME * mesh.bounds().diagonal() ? "within " + Faults.length(farthest) : "",
                farthest);
    }
}
