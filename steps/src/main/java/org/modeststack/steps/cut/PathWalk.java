package org.modeststack.steps.cut;

import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.work.Work;

/**
 * Finds the way over a surface from one place to another that looks straight from above: where the surface meets the
 * plane through both places and the mean of their normals.
 */
final class PathWalk {
    /** Nearer to a vertex than this share of the side, the way goes through the vertex. */
    private static final double NEAR = 1e-6;

    /**
     * A place on the surface: a vertex, or a point on an edge.
     *
     * @param vertex -1 for a point on an edge
     * @param edge -1 for a vertex
     * @param t how far along the edge from its lower vertex
     */
    record Place(int vertex, int edge, double t, Vec3 at) {
        static Place of(Mesh mesh, int vertex) {
            return new Place(vertex, -1, 0, mesh.point(vertex));
        }

        static Place of(Mesh mesh, int edge, double t) {
            Vec3 a = mesh.point(mesh.adjacency().edgeLow(edge)),
                    b = mesh.point(mesh.adjacency().edgeHigh(edge));
            return new Place(-1, edge, t, a.plus(b.minus(a).times(t)));
        }

        private boolean same(Place o) {
            return vertex >= 0 ? vertex == o.vertex : edge == o.edge && Math.abs(t - o.t) < 1e-9;
        }
    }

    /** One part of the way: over a face to the next place. */
    record Leg(int face, Place to) {}

    private final Mesh mesh;
    private final Adjacency adj;

    PathWalk(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
    }

    /** The way from one place to another, face by face; null where there is none that looks straight. */
    @Nullable
    List<Leg> between(Place a, Place b) {
        List<Leg> direct = direct(a, b);
        if (direct != null) return direct;
        Vec3 way = b.at.minus(a.at);
        for (Vec3 normal : views(a, b)) {
            Vec3 across = way.cross(normal);
            // Seen along the way itself, there is no telling where it should run.
            if (across.length() < 1e-6 * way.length()) continue;
            List<Leg> found = across(a, b, way, across.unit());
            if (found != null) return found;
        }
        return null;
    }

    /** From where to look at it: along the mean normal, and where that does not help, along others nearby. */
    private List<Vec3> views(Place a, Place b) {
        List<Vec3> out = new ArrayList<>();
        Vec3 na = normal(a), nb = normal(b), mean = na.plus(nb);
        if (mean.length() > 1e-6) out.add(mean.unit());
        out.add(na);
        out.add(nb);
        for (int f : facesAt(a)) out.add(normalOf(f));
        return out;
    }

    private @Nullable List<Leg> across(Place a, Place b, Vec3 way, Vec3 across) {
        List<Leg> starts = onwards(a, -1, a.at, across);
        starts.sort(Comparator.comparingDouble(s -> -cosine(s.to.at.minus(a.at), way)));
        for (Leg s : starts) {
            if (cosine(s.to.at.minus(a.at), way) <= 0) break;
            List<Leg> found = follow(a, s, b, across);
            if (found != null) return found;
        }
        return null;
    }

    /** Places on one and the same face need no search. */
    private @Nullable List<Leg> direct(Place a, Place b) {
        for (int f : facesAt(a)) if (reaches(f, b)) return List.of(new Leg(f, b));
        return null;
    }

    /** Goes on from face to face; the first is none that both places lie on. */
    private @Nullable List<Leg> follow(Place a, Leg first, Place b, Vec3 across) {
        List<Leg> legs = new ArrayList<>();
        IntOpenHashSet faces = new IntOpenHashSet();
        Place at = a;
        for (Leg leg = first; leg != null; ) {
            Work.checkpoint();
            legs.add(leg);
            faces.add(leg.face);
            Place here = leg.to;
            Vec3 before = here.at.minus(at.at);
            at = here;
            List<Leg> next = onwards(here, leg.face, a.at, across);
            for (Leg n : next) {
                if (!reaches(n.face, b)) continue;
                legs.add(new Leg(n.face, b));
                return legs;
            }
            leg = next.stream()
                    .filter(n -> !faces.contains(n.face))
                    .max(Comparator.comparingDouble(n -> cosine(n.to.at.minus(here.at), before)))
                    .orElse(null);
        }
        return null;
    }

    /** Where the plane leads from a place over each of its faces but one. */
    private List<Leg> onwards(Place p, int but, Vec3 through, Vec3 across) {
        List<Leg> out = new ArrayList<>();
        for (int f : facesAt(p)) {
            if (f == but) continue;
            Place nearest = null;
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                Place q = crossing(c, through, across);
                if (q == null || q.same(p) || q.edge >= 0 && touches(p, q.edge)) continue;
                if (nearest == null
                        || q.at.minus(p.at).length() < nearest.at.minus(p.at).length()) nearest = q;
            }
            if (nearest != null) out.add(new Leg(f, nearest));
        }
        return out;
    }

    private boolean touches(Place p, int edge) {
        return p.edge == edge || p.vertex >= 0 && (adj.edgeLow(edge) == p.vertex || adj.edgeHigh(edge) == p.vertex);
    }

    /** Where the plane passes the side that leaves a corner, or its first vertex; null where it does not. */
    private @Nullable Place crossing(int c, Vec3 through, Vec3 across) {
        int u = mesh.corners()[c], v = mesh.corners()[adj.cornerNext()[c]];
        Vec3 p = mesh.point(u), q = mesh.point(v);
        double a = p.minus(through).dot(across), b = q.minus(through).dot(across);
        double near = NEAR * q.minus(p).length();
        if (Math.abs(a) <= near) return new Place(u, -1, 0, p);
        if (Math.abs(b) <= near || a > 0 == b > 0) return null;
        int e = adj.cornerEdge()[c];
        double t = a / (a - b);
        return Place.of(mesh, e, adj.edgeLow(e) == u ? t : 1 - t);
    }

    private boolean reaches(int f, Place b) {
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
            if (b.vertex >= 0 ? mesh.corners()[c] == b.vertex : adj.cornerEdge()[c] == b.edge) return true;
        return false;
    }

    private int[] facesAt(Place p) {
        if (p.vertex >= 0) {
            int from = adj.vertexStart()[p.vertex], to = adj.vertexStart()[p.vertex + 1];
            int[] out = new int[to - from];
            for (int i = from; i < to; i++) out[i - from] = adj.cornerFace()[adj.vertexCorners()[i]];
            return out;
        }
        int[] out = new int[adj.edgeSides(p.edge)];
        for (int i = 0; i < out.length; i++) out[i] = adj.cornerFace()[adj.edgeCorner(p.edge, i)];
        return out;
    }

    private Vec3 normal(Place p) {
        Vec3 sum = Vec3.ZERO;
        for (int f : facesAt(p)) sum = sum.plus(normalOf(f));
        return sum.unit();
    }

    private Vec3 normalOf(int f) {
        double[] n = new double[3];
        Normals.areaVector(mesh, f, n);
        return new Vec3(n[0], n[1], n[2]).unit();
    }

    private static double cosine(Vec3 a, Vec3 b) {
        return a.unit().dot(b.unit());
    }
}
