package org.modeststack.steps.round;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.SharpEdges;
import org.modeststack.steps.surface.SurfaceWalk;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * One side of a rim, laid out in the plane: going along the rim with this side on the left, by how much it turns at each
 * vertex is told by the angles of the triangles there. So it is known in which direction over the surface a rail lies,
 * whatever the rim and the surface do in space.
 */
final class RimSide {
    /** A rail is no farther from a corner of the rim than this, as a multiple of the width. */
    private static final double MITRE = 10;

    /** A rail may be nearer to the rim by this share of the width. */
    private static final double EXACT = 1e-6;

    private static final int ROUNDS = 60;

    /** How near to the rim itself a way may leave it, radians. */
    private static final double LEAST = 0.02;

    private final TriangleSurface surface;
    private final SharpEdges sharp;
    private final int n;
    private final int[] vertex;
    /** For each vertex the first corner on this side, the angle from there to the edge before, and the edge's length. */
    private final int[] corner;

    private final double[] angle;
    private final double[] length;

    /** @throws IllegalArgumentException where the rim has no triangles on this side */
    RimSide(TriangleSurface surface, SharpEdges sharp, IntArrayList rim, boolean reversed) {
        this.surface = surface;
        this.sharp = sharp;
        n = rim.size();
        vertex = new int[n];
        for (int i = 0; i < n; i++) vertex[i] = rim.getInt(reversed ? (n - i) % n : i);
        corner = new int[n];
        angle = new double[n];
        length = new double[n];
        for (int i = 0; i < n; i++) {
            int next = vertex[(i + 1) % n], before = vertex[(i + n - 1) % n];
            corner[i] = surface.cornerOf(vertex[i], next);
            length[i] = surface.mesh
                    .point(next)
                    .minus(surface.mesh.point(vertex[i]))
                    .length();
            int c = corner[i];
            for (int turns = 0; ; turns++) {
                if (c < 0 || turns > surface.vertex.length) throw new IllegalArgumentException("no side");
                angle[i] += surface.angle(c);
                if (surface.vertex[TriangleSurface.next(TriangleSurface.next(c))] == before) break;
                c = surface.turned(c);
            }
        }
    }

    /** By how much the rim turns to this side at a vertex, radians. */
    double turn(int i) {
        return Math.PI - angle[i];
    }

    /** Whether a sharp edge leaves the rim on this side. */
    boolean hasSharp(int i) {
        return sharpAt(i, 0) >= 0;
    }

    /** The angle of the sharp edge nearest to one, or -1. */
    private double sharpAt(int i, double wanted) {
        double gone = 0, best = -1;
        int before = vertex[(i + n - 1) % n];
        for (int c = corner[i]; ; c = surface.turned(c)) {
            gone += surface.angle(c);
            int last = TriangleSurface.next(TriangleSurface.next(c));
            if (surface.vertex[last] == before) return best;
            int e = surface.edge(last);
            if (e >= 0 && sharp.is(e) && (best < 0 || Math.abs(gone - wanted) < Math.abs(best - wanted))) best = gone;
        }
    }

    /** Adds the normals of the triangles at a vertex on this side, as long as their angles there are wide. */
    void normals(int i, List<Vec3> out) {
        int before = vertex[(i + n - 1) % n];
        for (int c = corner[i]; ; c = surface.turned(c)) {
            out.add(surface.normal(c / 3).times(surface.angle(c)));
            if (surface.vertex[TriangleSurface.next(TriangleSurface.next(c))] == before) return;
        }
    }

    /** The way off the two triangles between which an angle leads. */
    private Vec3 off(int i, double edge) {
        double gone = 0;
        for (int c = corner[i]; ; c = surface.turned(c)) {
            gone += surface.angle(c);
            if (gone < edge - 1e-9) continue;
            return OffsetWay.of(List.of(surface.normal(c / 3), surface.normal(surface.turned(c) / 3)));
        }
    }

    /**
     * The way from a station to the rail on this side.
     *
     * @param before the station before, and the one after, by their places in the order of this side
     * @param width how far from the rim the rail runs, mm
     */
    Arm arm(int before, int at, int after, double width, SurfaceWalk walk) {
        Vec3 to = laid(at, after, 1), from = laid(at, before, -1).times(-1);
        Vec3 u = from.unit(), v = to.unit();
        Vec3 way = new Vec3(-u.y() - v.y(), u.x() + v.x(), 0);
        // Where the rim turns back on itself the way goes straight on.
        if (way.length() < 1e-6) way = new Vec3(-v.y(), v.x(), 0);
        way = way.unit();
        double a = Math.atan2(way.y(), way.x());
        if (a < 0) a += 2 * Math.PI;
        // Beyond the last edge it is nearer to the first one, from the other side.
        if (a > angle[at] && a - angle[at] > 2 * Math.PI - a) a = LEAST;
        double edge = sharpAt(at, a);
        if (edge >= 0) {
            double one = Math.abs(Math.sin(edge - Math.atan2(v.y(), v.x())));
            double two = Math.abs(Math.sin(edge - Math.atan2(u.y(), u.x())));
            double distance = distance(at, edge, Math.min(one, two), width);
            return new Arm(walk.from(corner[at], edge, distance), distance, off(at, edge));
        }
        a = Math.clamp(a, Math.min(LEAST, angle[at] / 2), Math.max(angle[at] - LEAST, angle[at] / 2));
        double distance = distance(at, a, way.dot(new Vec3(-v.y(), v.x(), 0)), width);
        return new Arm(walk.from(corner[at], a, distance), distance, null);
    }

    /**
     * How far a way has to go to be as far as the width from the whole rim round it, laid out in the plane: it goes on by
     * what is missing, which never takes it too far. Round the outside of a corner it goes to where the rails beside it meet.
     *
     * @param square sine of the angle between the way and the rim
     */
    private double distance(int at, double angle, double square, double width) {
        Vec3 way = new Vec3(Math.cos(angle), Math.sin(angle), 0);
        double gone = width / Math.max(1 / MITRE, square), most = MITRE * width;
        List<Vec3> ahead = around(at, 1, 2 * width), behind = around(at, -1, 2 * width);
        for (int round = 0; round < ROUNDS && gone < most; round++) {
            Vec3 p = way.times(gone);
            // What is farther along the rim is nearest only where the way runs beside it.
            if (round > 0 && gone > 2 * width) {
                ahead = around(at, 1, 2 * gone);
                behind = around(at, -1, 2 * gone);
            }
            double missing = width - Math.min(distance(p, ahead), distance(p, behind));
            if (missing < EXACT * width) break;
            gone += missing;
        }
        return Math.min(gone, most);
    }

    private static double distance(Vec3 p, List<Vec3> line) {
        double least = p.length();
        for (int i = 1; i < line.size(); i++) least = Math.min(least, p.distanceTo(line.get(i - 1), line.get(i)));
        return least;
    }

    /** The rim from a vertex on, laid out in the plane as far as to a length. */
    private List<Vec3> around(int at, int step, double reach) {
        List<Vec3> out = new ArrayList<>();
        out.add(Vec3.ZERO);
        double heading = step > 0 ? 0 : -turn(at), gone = 0;
        int i = at;
        // Half the rim each way is all of it.
        for (int k = 0; k < n / 2 && gone < reach; k++) {
            int edge = step > 0 ? i : (i + n - 1) % n;
            gone += length[edge];
            Vec3 along = new Vec3(Math.cos(heading), Math.sin(heading), 0).times(step * length[edge]);
            out.add(out.getLast().plus(along));
            i = Math.floorMod(i + step, n);
            heading += step * turn(i);
        }
        return out;
    }

    /** Where one vertex of the rim lies from another in the plane, if the edge after that runs along X. */
    private Vec3 laid(int at, int to, int step) {
        double heading = step > 0 ? 0 : -turn(at), x = 0, y = 0;
        for (int i = at; i != to; ) {
            int edge = step > 0 ? i : (i + n - 1) % n;
            x += step * length[edge] * Math.cos(heading);
            y += step * length[edge] * Math.sin(heading);
            i = Math.floorMod(i + step, n);
            heading += step * turn(i);
        }
        return new Vec3(x, y, 0);
    }
}
