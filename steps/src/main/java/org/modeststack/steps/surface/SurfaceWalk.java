package org.modeststack.steps.surface;

import java.util.BitSet;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;

/**
 * Walks straight over a surface from one of its vertices: within a triangle along a line, over an edge so that the angle
 * to it stays, which is the straightest geodesic of K. Polthier, M. Schmies, "Straightest geodesics on polyhedral
 * surfaces", in Mathematical Visualization, 1998. A way that would meet a vertex passes beside it by a millionth. Ends at
 * edges that are rounded themselves, at sharp ones and at borders.
 */
public final class SurfaceWalk {
    /** How far beside a vertex or an edge a way passes that would meet it, as a share of an edge or radians. */
    private static final double BESIDE = 1e-6;

    /** A way that leaves a vertex nearer to the next triangle than this goes through that one, radians. */
    private static final double EXACT = 1e-13;

    /** A way over more triangles goes round in circles. */
    private static final int MOST = 20_000;

    private final TriangleSurface surface;
    private final BitSet rounded;
    private final SharpEdges sharp;
    /** Sharp edges that it may cross all the same. */
    private final BitSet open;

    public SurfaceWalk(TriangleSurface surface, BitSet rounded, SharpEdges sharp, BitSet open) {
        this.open = open;
        this.surface = surface;
        this.rounded = rounded;
        this.sharp = sharp;
    }

    /**
     * @param corner the triangle's corner at the vertex where it begins, from whose side the angle is counted
     * @param angle counter-clockwise over the triangles round the vertex, radians
     * @throws IllegalArgumentException where the triangles round the vertex end before
     */
    public SurfacePath from(int corner, double angle, double length) {
        int c = corner;
        double left = angle;
        for (int turns = 0; ; turns++) {
            if (c < 0 || turns > MOST) throw new IllegalArgumentException("no surface at that angle");
            double here = surface.angle(c);
            if (left < here - EXACT || left < here && surface.turned(c) < 0) break;
            left -= here;
            c = surface.turned(c);
        }
        left = Math.max(left, 0);
        int t = c / 3;
        Vec3 n = surface.normal(t), p = surface.point(c);
        Vec3 e = surface.point(TriangleSurface.next(c)).minus(p).unit();
        Vec3 way = e.times(Math.cos(left)).plus(n.cross(e).times(Math.sin(left)));
        SurfacePath path = new SurfacePath(surface);
        path.add(p, t);
        // Out of the first triangle it goes over the side that does not touch the vertex.
        go(path, TriangleSurface.next(c), -1, p, way, length);
        return path;
    }

    /**
     * Leaves a side of a triangle square, on its left.
     *
     * @param corner the triangle's corner at which the side begins
     * @param share how far along the side, from 0 to 1
     */
    public SurfacePath square(int corner, double share, double length) {
        Vec3 a = surface.point(corner),
                along = surface.point(TriangleSurface.next(corner)).minus(a);
        Vec3 n = surface.normal(corner / 3), p = a.plus(along.times(share));
        SurfacePath path = new SurfacePath(surface);
        path.add(p, corner / 3);
        go(path, TriangleSurface.next(corner), corner, p, n.cross(along).unit(), length);
        return path;
    }

    /**
     * @param first a corner of the triangle it begins in
     * @param enter the side by which it has come there; -1 where only the side at {@code first} may be left by
     */
    private void go(SurfacePath path, int first, int enter, Vec3 from, Vec3 along, double length) {
        Work.checkpoint();
        Vec3 p = from, way = along;
        double left = length;
        int t = first / 3, come = enter;
        for (int steps = 0; steps < MOST; steps++) {
            Vec3 n = surface.normal(t);
            int out = -1;
            double far = Double.POSITIVE_INFINITY;
            for (int c = 3 * t; c < 3 * t + 3; c++) {
                if (c == come || come < 0 && c != first) continue;
                Vec3 a = surface.point(c),
                        outward =
                                surface.point(TriangleSurface.next(c)).minus(a).cross(n);
                double speed = way.dot(outward);
                if (speed <= 0) continue;
                double s = Math.max(0, a.minus(p).dot(outward) / speed);
                if (s < far) {
                    far = s;
                    out = c;
                }
            }
            if (out < 0 || far >= left) {
                path.add(p.plus(way.times(left)), t);
                return;
            }
            Vec3 a = surface.point(out), b = surface.point(TriangleSurface.next(out));
            Vec3 hit = beside(p.plus(way.times(far)), a, b);
            left -= far;
            int twin = surface.twin(out), edge = surface.edge(out);
            if (twin < 0 || edge >= 0 && (rounded.get(edge) || sharp.is(edge) && !open.get(edge))) {
                path.add(hit, t);
                path.endAt(edge >= 0 && rounded.get(edge) ? SurfacePath.End.RIM : SurfacePath.End.EDGE, edge);
                return;
            }
            Vec3 e = b.minus(a).unit(), outward = e.cross(n), next = surface.normal(twin / 3);
            way = e.times(way.dot(e))
                    .plus(e.cross(next).times(way.dot(outward)))
                    .unit();
            p = hit;
            path.add(p, twin / 3);
            t = twin / 3;
            come = twin;
        }
    }

    /** A point of an edge that is not one of its ends. */
    private static Vec3 beside(Vec3 p, Vec3 a, Vec3 b) {
        Vec3 along = b.minus(a);
        double t = Math.clamp(p.minus(a).dot(along) / along.dot(along), BESIDE, 1 - BESIDE);
        return a.plus(along.times(t));
    }
}
