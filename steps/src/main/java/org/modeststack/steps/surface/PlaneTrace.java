package org.modeststack.steps.surface;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Vec3;

/**
 * Goes over a surface from one node to another in the plane through both that stands on the surface, and puts a node on
 * each edge it crosses. On which side of the plane a vertex lies is worked out the same way for every triangle, a vertex in
 * the plane counting to one side, so that the way never falls between two triangles.
 */
final class PlaneTrace {
    /** How far back or beyond its ends a way may go, as a share of the distance between them. */
    private static final double BEYOND = 0.2;

    /** A way over more triangles goes round in circles. */
    private static final int MOST = 20_000;

    private final TriangleSurface surface;
    private final SurfaceNodes nodes;
    /** Edges of the mesh that no way may cross. */
    private final BitSet barred;

    private Vec3 start = Vec3.ZERO;
    private Vec3 along = Vec3.ZERO;
    private Vec3 across = Vec3.ZERO;

    PlaneTrace(TriangleSurface surface, SurfaceNodes nodes, BitSet barred) {
        this.surface = surface;
        this.nodes = nodes;
        this.barred = barred;
    }

    /**
     * Adds the way between two nodes, without the first and with the last.
     *
     * @param normal of the surface there, about
     * @param near how near to a vertex the way goes through it, mm
     * @param key of this way
     * @param faces receives for each node the face through which the way comes to it
     * @return whether it has arrived
     */
    boolean add(int from, int to, Vec3 normal, double near, long key, IntArrayList out, IntArrayList faces) {
        if (from == to) return true;
        start = nodes.at(from);
        along = nodes.at(to).minus(start);
        across = along.cross(normal);
        IntArrayList begins = triangles(from), ends = triangles(to);
        for (int t : begins) {
            if (!ends.contains(t)) continue;
            out.add(to);
            faces.add(surface.faceOf(t));
            return true;
        }
        double square = along.dot(along);
        int c = first(from, begins);
        for (int steps = 0; steps < MOST; steps++) {
            if (c < 0) return false;
            double a = side(c), b = side(TriangleSurface.next(c)), share = Math.clamp(a / (a - b), 0, 1);
            double gone = crossing(c, share).minus(start).dot(along) / square;
            if (!(gone > -BEYOND && gone < 1 + BEYOND)) return false;
            int edge = surface.edge(c), twin = surface.twin(c);
            if (twin < 0 || edge >= 0 && barred.get(edge)) return false;
            if (edge >= 0) {
                out.add(nodes.onSide(c, share, near, key));
                faces.add(surface.faceOf(c / 3));
            }
            int t = twin / 3;
            if (ends.contains(t)) {
                out.add(to);
                faces.add(surface.faceOf(t));
                return true;
            }
            c = exit(twin);
        }
        return false;
    }

    /** Of the normals of the triangles that a node belongs to the one that is most like another. */
    Vec3 normal(int node, Vec3 like) {
        Vec3 best = like;
        double most = Double.NEGATIVE_INFINITY;
        for (int t : triangles(node)) {
            Vec3 n = surface.normal(t);
            double alike = n.dot(like);
            if (alike <= most) continue;
            most = alike;
            best = n;
        }
        return best;
    }

    /** Where a triangle is left that has been entered by one of its sides. */
    private int exit(int entered) {
        for (int c = 3 * (entered / 3); c < 3 * (entered / 3) + 3; c++) if (c != entered && isCrossed(c)) return c;
        return -1;
    }

    /** The side by which the way leaves the triangles round its first node. */
    private int first(int from, IntArrayList begins) {
        int best = -1, nearest = -1;
        double most = 0, least = Double.POSITIVE_INFINITY;
        for (int t : begins) {
            for (int c = 3 * t; c < 3 * t + 3; c++) {
                if (touches(from, c) || !isCrossed(c)) continue;
                double a = side(c), b = side(TriangleSurface.next(c));
                Vec3 way = crossing(c, Math.clamp(a / (a - b), 0, 1)).minus(start);
                double straight = way.unit().dot(along);
                if (straight > most) {
                    most = straight;
                    best = c;
                }
                if (way.length() >= least) continue;
                least = way.length();
                nearest = c;
            }
        }
        // A node that lies on a side as good as exactly leaves by it.
        return best >= 0 ? best : nearest;
    }

    private boolean touches(int node, int corner) {
        if (nodes.isVertex(node))
            return surface.vertex[corner] == node || surface.vertex[TriangleSurface.next(corner)] == node;
        return nodes.edge(node) >= 0 && surface.edge(corner) == nodes.edge(node);
    }

    private Vec3 crossing(int corner, double share) {
        Vec3 a = surface.point(corner);
        return a.plus(surface.point(TriangleSurface.next(corner)).minus(a).times(share));
    }

    private boolean isCrossed(int corner) {
        return side(corner) >= 0 != side(TriangleSurface.next(corner)) >= 0;
    }

    private double side(int corner) {
        return surface.point(corner).minus(start).dot(across);
    }

    /** The triangles that a node belongs to. */
    private IntArrayList triangles(int node) {
        IntArrayList out = new IntArrayList(6);
        if (nodes.isVertex(node)) {
            surface.eachTriangleAt(node, out::add);
        } else if (nodes.isInside(node)) {
            out.add(nodes.triangle(node));
        } else {
            Adjacency own = surface.mesh.adjacency();
            int low = own.edgeLow(nodes.edge(node)), high = own.edgeHigh(nodes.edge(node));
            int c = surface.cornerOf(low, high), d = surface.cornerOf(high, low);
            if (c >= 0) out.add(c / 3);
            if (d >= 0) out.add(d / 3);
        }
        return out;
    }
}
