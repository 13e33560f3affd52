package org.modeststack.steps.profile;

import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Vec3;

/**
 * Places of the grid of quads that fills a corner where several bevels meet. The corner has as many sides as there are
 * bevels, each with n segments; rings of quads go inwards, each with two segments fewer a side, down to a vertex or, for
 * odd n, a face.
 *
 * <p>Each quarter of the grid is a bilinearly blended patch (S. Coons, "Surfaces for Computer-Aided Design of Space
 * Forms", MIT 1967) between halves of two sides and two lines to the middle. Where the sides lie about on a sphere, as
 * those of equal bevels do, the patch is put onto it, and what little the sides are off is blended in.
 */
public final class CornerPatch {
    /** Sides farther from their sphere than this share of its radius are not taken for round. */
    private static final double ROUND = 0.25;

    private final int sides;
    private final int n;
    private final ProfileCurve curve;
    /** For each side its corner, and the two rails from there; relative to the old vertex. */
    private final Vec3[] foot;

    private final Vec3[] first;
    private final Vec3[] second;
    private final double[] turn;

    /**
     * @param foot for each side the corner of its profile
     * @param ends the place where each side begins; it ends where the next begins
     * @param turn for each side by how much the faces turn at its edge
     */
    public CornerPatch(ProfileCurve curve, Vec3[] foot, Vec3[] ends, double[] turn) {
        sides = foot.length;
        n = curve.segments();
        this.curve = curve;
        this.foot = foot;
        this.turn = turn;
        first = new Vec3[sides];
        second = new Vec3[sides];
        for (int i = 0; i < sides; i++) {
            first[i] = ends[i].minus(foot[i]);
            second[i] = ends[(i + 1) % sides].minus(foot[i]);
        }
    }

    /** How many rings of vertices lie inside the outline, without a single one in the middle. */
    public static int rings(int n) {
        return (n - 1) / 2;
    }

    /** Places ring by ring and side by side, and for even n the middle last; relative to the old vertex. */
    public Vec3[] places() {
        Vec3[] out = places(curve.low());
        if (curve.mix() == 0) return out;
        Vec3[] other = places(curve.high());
        for (int i = 0; i < out.length; i++)
            out[i] = out[i].plus(other[i].minus(out[i]).times(curve.mix()));
        return out;
    }

    private Vec3[] places(ProfileCurve.Pure pure) {
        Vec3[] middles = new Vec3[sides];
        Vec3 middle = Vec3.ZERO;
        for (int i = 0; i < sides; i++) {
            middles[i] = side(pure, i, 0.5);
            middle = middle.plus(middles[i].times(1.0 / sides));
        }
        // What follows the old faces meets in the old vertex.
        if (pure == ProfileCurve.Pure.FULL) middle = Vec3.ZERO;
        if (pure == ProfileCurve.Pure.GIVEN) {
            middle = Vec3.ZERO;
            for (int i = 0; i < sides; i++)
                middle = middle.plus(side(pure, i, 0).times((1 - curve.middleHeight()) / sides));
        }
        int count = n % 2 == 0 ? 1 : 0;
        for (int k = 1; k <= rings(n); k++) count += sides * (n - 2 * k);
        Vec3[] out = new Vec3[count];
        boolean arched = pure == ProfileCurve.Pure.ROUND || pure == ProfileCurve.Pure.HOLLOW;
        Sphere sphere = arched ? sphere(pure) : null;
        double[] off = new double[sides];
        double offMiddle = 0;
        for (int i = 0; i < sides && sphere != null; i++) {
            off[i] = sphere.off(middles[i]);
            offMiddle += off[i] / sides;
        }
        if (sphere != null) middle = sphere.onto(middle, offMiddle);
        int at = 0;
        for (int k = 1; k <= rings(n); k++) {
            int segments = n - 2 * k;
            for (int i = 0; i < sides; i++) {
                for (int j = 0; j < segments; j++) {
                    boolean early = 2 * j <= segments;
                    int corner = early ? i : (i + 1) % sides;
                    double x = 2.0 * (early ? j + k : k) / n, y = 2.0 * (early ? k : segments - j + k) / n;
                    out[at++] = place(pure, corner, x, y, middles, middle, sphere, off, offMiddle);
                }
            }
        }
        if (n % 2 == 0) out[at] = middle;
        return out;
    }

    /** @param x from a corner along its side, 1 at that side's middle; y the same along the side before it, backwards */
    private Vec3 place(
            ProfileCurve.Pure pure,
            int corner,
            double x,
            double y,
            Vec3[] middles,
            Vec3 middle,
            @Nullable Sphere sphere,
            double[] off,
            double offMiddle) {
        int before = (corner + sides - 1) % sides;
        Vec3 c = side(pure, corner, 0), a = side(pure, corner, x / 2), b = side(pure, before, 1 - y / 2);
        Vec3 m = middles[corner], l = middles[before];
        Vec3 p = a.times(1 - y)
                .plus(mix(l, middle, x).times(y))
                .plus(b.times(1 - x))
                .plus(mix(m, middle, y).times(x))
                .minus(mix(mix(c, m, x), mix(l, middle, x), y));
        if (sphere == null) return p;
        double r = (1 - y) * sphere.off(a)
                + y * mix(off[before], offMiddle, x)
                + (1 - x) * sphere.off(b)
                + x * mix(off[corner], offMiddle, y)
                - mix(mix(sphere.off(c), off[corner], x), mix(off[before], offMiddle, x), y);
        return sphere.onto(p, r);
    }

    private static Vec3 mix(Vec3 a, Vec3 b, double t) {
        return a.plus(b.minus(a).times(t));
    }

    private static double mix(double a, double b, double t) {
        return a + (b - a) * t;
    }

    private Vec3 side(ProfileCurve.Pure pure, int i, double share) {
        double[] ab = new double[2];
        curve.place(pure, turn[i], share, ab, 0);
        return foot[i].plus(first[i].times(ab[0])).plus(second[i].times(ab[1]));
    }

    private record Sphere(Vec3 centre, double radius) {
        double off(Vec3 p) {
            return p.minus(centre).length() - radius;
        }

        Vec3 onto(Vec3 p, double off) {
            return centre.plus(p.minus(centre).unit().times(radius + off));
        }
    }

    /** The sphere that fits the outline best in the algebraic sense; null where none is near it. */
    private @Nullable Sphere sphere(ProfileCurve.Pure pure) {
        int count = 4 * sides;
        Vec3[] p = new Vec3[count];
        Vec3 mean = Vec3.ZERO;
        for (int i = 0; i < count; i++) {
            p[i] = side(pure, i / 4, (i % 4) / 4.0);
            mean = mean.plus(p[i].times(1.0 / count));
        }
        // Normal equations of |p|² = 2 c·p + k about the mean, which takes k out.
        double[] q = new double[6];
        double[] right = new double[3];
        double squares = 0;
        for (Vec3 s : p) squares += square(s.minus(mean)) / count;
        for (Vec3 s : p) {
            Vec3 d = s.minus(mean);
            double w = (square(d) - squares) / 2;
            q[0] += d.x() * d.x();
            q[1] += d.x() * d.y();
            q[2] += d.x() * d.z();
            q[3] += d.y() * d.y();
            q[4] += d.y() * d.z();
            q[5] += d.z() * d.z();
            right[0] += d.x() * w;
            right[1] += d.y() * w;
            right[2] += d.z() * w;
        }
        Vec3 c = Equations.solve(q, right, 1e-9);
        if (c == null) return null;
        Vec3 centre = mean.plus(c);
        double radius = 0;
        for (Vec3 s : p) radius += s.minus(centre).length() / count;
        Vec3 way = mean.minus(centre).unit();
        for (Vec3 s : p) {
            Vec3 d = s.minus(centre);
            if (Math.abs(d.length() - radius) > ROUND * radius || d.unit().dot(way) < 0.1) return null;
        }
        return new Sphere(centre, radius);
    }

    private static double square(Vec3 v) {
        return v.dot(v);
    }
}
