package org.modeststack.bench.rounding;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayDeque;
import java.util.BitSet;
import java.util.Deque;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.steps.surface.TriangleSurface;

/**
 * How far a place on a mesh is from edges of it along the surface: the triangles round the place are laid out in the plane
 * one after another, as far as they are seen from it (the windows of J. Mitchell, D. Mount, C. Papadimitriou, "The discrete
 * geodesic problem", SIAM Journal on Computing 16, 1987). Ways that bend round a vertex are left out; they are longer.
 */
final class SurfaceDistance {
    private final BitSet targets;
    private final TriangleSurface surface;
    private final Bvh triangles;

    SurfaceDistance(Mesh mesh, BitSet targets) {
        this.targets = targets;
        surface = TriangleSurface.of(mesh);
        triangles = new Bvh(Bvh.triangleBoxes(mesh.xyz(), surface.vertex));
    }

    /** A side of a triangle laid out with the place in the origin, and the part of it that is seen from there. */
    private record Window(int corner, double ax, double ay, double bx, double by, double from, double to) {}

    /**
     * @param most what is farther is not looked for, mm
     * @return the distance, or {@code most}
     */
    double of(Vec3 p, double most) {
        double least = most, slack = slack(most);
        IntArrayList near = new IntArrayList();
        triangles.within(
                p.x() - slack, p.y() - slack, p.z() - slack, p.x() + slack, p.y() + slack, p.z() + slack, near::add);
        for (int t : near) {
            Vec3 a = surface.point(3 * t), b = surface.point(3 * t + 1), c = surface.point(3 * t + 2);
            Vec3 n = b.minus(a).cross(c.minus(a)).unit();
            if (n.length() == 0 || !isIn(p, a, b, c, n, slack)) continue;
            Vec3 x = b.minus(a).unit(), y = n.cross(x);
            Deque<Window> todo = new ArrayDeque<>();
            for (int i = 0; i < 3; i++) {
                int corner = 3 * t + i;
                Vec3 u = surface.point(corner).minus(p),
                        v = surface.point(TriangleSurface.next(corner)).minus(p);
                todo.add(new Window(corner, u.dot(x), u.dot(y), v.dot(x), v.dot(y), 0, 1));
            }
            least = Math.min(least, nearest(todo, least));
        }
        return least;
    }

    private double nearest(Deque<Window> todo, double most) {
        double least = most;
        for (int steps = 0; !todo.isEmpty() && steps < 100_000; steps++) {
            Window w = todo.poll();
            double near = distance(w);
            if (near >= least) continue;
            int twin = surface.twin(w.corner);
            int edge = surface.edge(w.corner);
            if (edge >= 0 && targets.get(edge)) {
                least = near;
                continue;
            }
            if (twin < 0) continue;
            // The third corner beyond, laid out on the other side of the side.
            int apex = TriangleSurface.next(TriangleSurface.next(twin));
            Vec3 a = surface.point(w.corner),
                    b = surface.point(TriangleSurface.next(w.corner)),
                    c = surface.point(apex);
            double length = b.minus(a).length();
            if (length == 0) continue;
            double along = c.minus(a).dot(b.minus(a)) / length;
            double off = Math.sqrt(Math.max(0, c.minus(a).dot(c.minus(a)) - along * along));
            double ex = (w.bx - w.ax) / length, ey = (w.by - w.ay) / length;
            double cx = w.ax + along * ex + off * ey, cy = w.ay + along * ey - off * ex;
            // The twin runs from b to a: its next side from a to the apex, and then from there to b.
            seen(todo, w, TriangleSurface.next(twin), w.ax, w.ay, cx, cy);
            seen(todo, w, apex, cx, cy, w.bx, w.by);
        }
        return least;
    }

    /** Adds what is seen of a side through a window. */
    private static void seen(Deque<Window> todo, Window w, int corner, double ax, double ay, double bx, double by) {
        double px = w.ax + w.from * (w.bx - w.ax), py = w.ay + w.from * (w.by - w.ay);
        double qx = w.ax + w.to * (w.bx - w.ax), qy = w.ay + w.to * (w.by - w.ay);
        double one = hit(px, py, ax, ay, bx, by), two = hit(qx, qy, ax, ay, bx, by);
        double from = Math.clamp(Math.min(one, two), 0, 1), to = Math.clamp(Math.max(one, two), 0, 1);
        if (to > from) todo.add(new Window(corner, ax, ay, bx, by, from, to));
    }

    /** Where the ray from the origin through a point meets the line of a side, as a share of it; beyond its ends too. */
    private static double hit(double px, double py, double ax, double ay, double bx, double by) {
        double dx = bx - ax, dy = by - ay, det = dx * py - dy * px;
        double share = (ay * px - ax * py) / det;
        if (det == 0) return ax * px + ay * py > bx * px + by * py ? 0 : 1;
        // Behind the origin the side is passed on the one end or the other.
        boolean behind = (ax + share * dx) * px + (ay + share * dy) * py < 0;
        return behind ? (share > 0.5 ? Double.NEGATIVE_INFINITY : Double.POSITIVE_INFINITY) : share;
    }

    private static double distance(Window w) {
        double dx = w.bx - w.ax, dy = w.by - w.ay, square = dx * dx + dy * dy;
        double t = square > 0 ? -(w.ax * dx + w.ay * dy) / square : 0;
        t = Math.clamp(t, w.from, w.to);
        return Math.hypot(w.ax + t * dx, w.ay + t * dy);
    }

    /** How far beside a triangle a place may lie and still be on it, mm. */
    private static double slack(double most) {
        return 1e-6 * most;
    }

    private static boolean isIn(Vec3 p, Vec3 a, Vec3 b, Vec3 c, Vec3 n, double slack) {
        if (Math.abs(p.minus(a).dot(n)) > slack) return false;
        return left(p, a, b, n) > -slack && left(p, b, c, n) > -slack && left(p, c, a, n) > -slack;
    }

    private static double left(Vec3 p, Vec3 a, Vec3 b, Vec3 n) {
        Vec3 side = b.minus(a);
        return n.cross(side).unit().dot(p.minus(a));
    }
}
