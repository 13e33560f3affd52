package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Loops;

/**
 * What lies between the vertices that an edge or a face had, on a mesh that has these vertices but may have others between
 * them: the edges on the way from one end to the other, or the faces within the outline. So an element of a body that was
 * given more segments is found as all its parts.
 */
final class Span {
    /** More edges in a row, or faces, are not the parts of one. */
    private static final int MOST = 4096;

    /** How far from the straight way a line may run, as a share of it; a quarter of a circle is at 0.21. */
    private static final double ASTRAY = 0.22;
    /** And how far each of its edges may turn from it, as a cosine: 50 degrees, so that it goes round no corner. */
    private static final double TURNED = Math.cos(Math.toRadians(50));

    private Span() {}

    /** @return null where an end is not there any more, or nothing clear lies between them */
    static @Nullable IntArrayList of(Mesh mesh, ElementKind kind, LongList ends) {
        int n = ends.size();
        int[] v = new int[n];
        for (int i = 0; i < n; i++) {
            v[i] = KeyIndex.of(mesh).find(ElementKind.VERTEX, ends.getLong(i));
            if (v[i] < 0) return null;
        }
        if (kind == ElementKind.EDGE) return line(mesh, v[0], v[1], null);
        BitSet faces = within(mesh, List.of(IntArrayList.wrap(v)));
        return faces == null ? null : new IntArrayList(faces.stream().toArray());
    }

    /** The edges from each vertex to the next; null where there is no clear way. */
    static @Nullable BitSet along(Mesh mesh, IntArrayList vertices, boolean closed) {
        BitSet out = new BitSet();
        int n = vertices.size();
        for (int i = 0; i < (closed ? n : n - 1); i++) {
            IntArrayList side = line(mesh, vertices.getInt(i), vertices.getInt((i + 1) % n), null);
            if (side == null) return null;
            side.forEach(out::set);
        }
        return out;
    }

    /**
     * The faces within one or more outlines, which run from each vertex to the next and back to the first.
     *
     * @return null where there is no clear way along an outline, or they surround nothing
     */
    static @Nullable BitSet within(Mesh mesh, List<IntArrayList> outlines) {
        // The corners of the outlines' sides, which the faces within run along.
        IntArrayList edges = new IntArrayList(), way = new IntArrayList();
        for (IntArrayList v : outlines) {
            for (int i = 0; i < v.size(); i++) {
                way.add(v.getInt(i));
                IntArrayList side = line(mesh, v.getInt(i), v.getInt((i + 1) % v.size()), way);
                if (side == null) return null;
                edges.addAll(side);
            }
        }
        // All others are found from the first, since what is surrounded hangs together.
        return within(mesh, edges, way.getInt(0), way.getInt(1));
    }

    /**
     * The edges from one vertex to another, at each the one that leads most nearly there.
     *
     * @param between receives the vertices on the way, without the ends; or null
     */
    private static @Nullable IntArrayList line(Mesh mesh, int from, int to, @Nullable IntArrayList between) {
        Adjacency adj = mesh.adjacency();
        IntArrayList out = new IntArrayList();
        Vec3 start = mesh.point(from), end = mesh.point(to), straight = end.minus(start);
        int at = from;
        while (at != to) {
            Vec3 p = mesh.point(at), left = end.minus(p);
            int best = -1, next = -1;
            double most = 0;
            for (int e : Loops.edgesAt(mesh, adj, at)) {
                int w = adj.otherEnd(e, at);
                double cos = mesh.point(w).minus(p).unit().dot(left.unit());
                if (cos <= most) continue;
                most = cos;
                best = e;
                next = w;
            }
            if (best < 0 || out.size() == MOST || out.contains(best)) return null;
            if (mesh.point(next).minus(p).unit().dot(straight.unit()) < TURNED) return null;
            Vec3 q = mesh.point(next).minus(start);
            double along = q.dot(straight) / straight.dot(straight);
            if (along > 1 + 1e-6 || q.minus(straight.times(along)).length() > ASTRAY * straight.length()) return null;
            out.add(best);
            at = next;
            if (between != null && at != to) between.add(at);
        }
        return out;
    }

    /** The faces inside a ring of edges, beginning with the one along which a side of it runs from a vertex to the next. */
    private static @Nullable BitSet within(Mesh mesh, IntArrayList ring, int u, int v) {
        Adjacency adj = mesh.adjacency();
        BitSet rim = new BitSet(), seen = new BitSet();
        ring.forEach(rim::set);
        // An outline that comes back on itself surrounds nothing.
        if (rim.cardinality() != ring.size()) return null;
        int sides = 0;
        IntArrayList out = new IntArrayList();
        for (int i = adj.vertexStart()[u]; i < adj.vertexStart()[u + 1] && out.isEmpty(); i++) {
            int c = adj.vertexCorners()[i];
            if (mesh.corners()[adj.cornerNext()[c]] == v) out.add(adj.cornerFace()[c]);
        }
        if (!out.isEmpty()) seen.set(out.getInt(0));
        for (int i = 0; i < out.size(); i++) {
            int f = out.getInt(i);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                boolean border = rim.get(adj.cornerEdge()[c]);
                if (border) sides++;
                int o = border ? -1 : adj.twin(c);
                // An open side inside, or so many faces: it has run out through a gap.
                if (!border && o < 0 || out.size() == MOST) return null;
                if (border || seen.get(adj.cornerFace()[o])) continue;
                seen.set(adj.cornerFace()[o]);
                out.add(adj.cornerFace()[o]);
            }
        }
        return sides == ring.size() ? seen : null;
    }
}
