package org.modeststack.app.view.point;

import java.util.List;
import org.modeststack.app.ui.PointerNeighbourhood;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.search.Ray;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;
import org.modeststack.render.Camera;

/**
 * A place under the pointer that something can be put to.
 *
 * @param at mm
 * @param normal the way the surface looks there; up on the ground
 * @param kind what it is
 * @param body the body it belongs to, or null on the ground
 * @param of the elements of that body's mesh whose middle it is, where a place alone does not tell them; else null
 */
public record Snap(Vec3 at, Vec3 normal, Kind kind, String body, Selection of) {
    /** What a place is, in the user's words. */
    public enum Kind {
        VERTEX("vertex"),
        LOOP_MIDDLE("middle of a loop"),
        EDGE_MIDDLE("middle of an edge"),
        FACE_CENTRE("centre of a face"),
        BODY_CENTRE("centre of a body"),
        EDGE("on an edge"),
        SURFACE("on a face"),
        GRID("grid");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    Snap(Vec3 at, Vec3 normal, Kind kind, String body) {
        this(at, normal, kind, body, null);
    }

    /** A body in the picture. */
    public record Target(String body, Mesh mesh) {}

    /** How near the pointer must come, in pixels: to a single place, and to an edge. */
    private static final double NEAR_POINT = 12;

    private static final double NEAR_EDGE = 7;

    /** Places beside the pointer, in pixels, where bodies are looked for too: a corner is reached from outside as well. */
    private static final double ASIDE = 6;

    /**
     * The best place under a pixel or close beside it: a vertex before the middle of an edge, a centre, an edge, the bare
     * surface; where there is no body, the nearest crossing of grid lines on the ground. Null where the ground is not
     * seen either.
     */
    public static Snap under(List<Target> targets, Camera camera, int width, int height, double x, double y) {
        Snap best = null;
        for (double[] pixel : PointerNeighbourhood.withCentre(x, y, ASIDE)) {
            Ray ray = camera.ray(pixel[0], pixel[1], width, height);
            Target hitOn = null;
            SurfacePoint hit = null;
            double nearest = Double.POSITIVE_INFINITY;
            for (Target t : targets) {
                SurfacePoint p = ray.first(t.mesh);
                double d = p == null
                        ? Double.POSITIVE_INFINITY
                        : p.at().minus(ray.from()).length();
                if (d >= nearest) continue;
                nearest = d;
                hit = p;
                hitOn = t;
            }
            if (hit == null) continue;
            Snap s = new Search(hitOn, hit, camera, width, height, x, y).best();
            // Of what lies beside the pointer, single places count but not the bare surface.
            boolean beside = pixel[0] != x || pixel[1] != y;
            if (beside && s.kind == Kind.SURFACE) continue;
            if (best == null || s.kind.compareTo(best.kind) < 0) best = s;
        }
        return best != null ? best : onGround(camera.ray(x, y, width, height), camera, height);
    }

    private static Snap onGround(Ray ray, Camera camera, int height) {
        Vec3 p = ray.meets(Vec3.ZERO, new Vec3(0, 0, 1));
        if (p == null) return null;
        double g = camera.gridSpacing(height);
        return new Snap(
                new Vec3(Math.rint(p.x() / g) * g, Math.rint(p.y() / g) * g, 0), new Vec3(0, 0, 1), Kind.GRID, null);
    }

    /** Looks at what belongs to the face that was hit. */
    private static final class Search {
        private final Target target;
        private final SurfacePoint hit;
        private final Camera camera;
        private final int width;
        private final int height;
        private final double x;
        private final double y;
        private final Vec3 normal;

        Search(Target target, SurfacePoint hit, Camera camera, int width, int height, double x, double y) {
            this.target = target;
            this.hit = hit;
            this.camera = camera;
            this.width = width;
            this.height = height;
            this.x = x;
            this.y = y;
            normal = FaceFrames.of(target.mesh).normal(hit.face());
        }

        Snap best() {
            Mesh m = target.mesh;
            int f = hit.face(), from = m.offsets()[f], sides = m.sides(f);
            Vec3[] p = new Vec3[sides];
            for (int i = 0; i < sides; i++) p[i] = m.point(m.corners()[from + i]);
            Snap best = nearest(Kind.VERTEX, p);
            if (best != null) return best;
            Vec3[] middles = new Vec3[sides];
            for (int i = 0; i < sides; i++)
                middles[i] = p[i].plus(p[(i + 1) % sides]).times(0.5);
            best = nearest(Kind.EDGE_MIDDLE, middles);
            if (best != null) return best;
            best = nearest(Kind.FACE_CENTRE, FaceFrames.of(m).middle(f));
            if (best != null) return best;
            best = nearest(Kind.BODY_CENTRE, m.bounds().center());
            if (best != null) return best;
            best = onEdge(p);
            return best != null ? best : snap(hit.at(), Kind.SURFACE);
        }

        private Snap snap(Vec3 at, Kind kind) {
            return new Snap(at, normal, kind, target.body);
        }

        private Vec3 screen(Vec3 p) {
            return camera.project(p, width, height);
        }

        private Snap nearest(Kind kind, Vec3... places) {
            Vec3 best = null;
            double least = NEAR_POINT;
            for (Vec3 p : places) {
                Vec3 s = screen(p);
                double d = Math.hypot(s.x() - x, s.y() - y);
                if (d >= least) continue;
                least = d;
                best = p;
            }
            return best == null ? null : snap(best, kind);
        }

        private Snap onEdge(Vec3[] p) {
            Vec3 best = null;
            double least = NEAR_EDGE;
            for (int i = 0; i < p.length; i++) {
                Vec3 a = p[i], b = p[(i + 1) % p.length], way = b.minus(a);
                double l2 = way.dot(way);
                if (l2 == 0) continue;
                Vec3 q = a.plus(way.times(Math.clamp(hit.at().minus(a).dot(way) / l2, 0.0, 1.0)));
                Vec3 s = screen(q);
                double d = Math.hypot(s.x() - x, s.y() - y);
                if (d >= least) continue;
                least = d;
                best = q;
            }
            return best == null ? null : snap(best, Kind.EDGE);
        }
    }
}
