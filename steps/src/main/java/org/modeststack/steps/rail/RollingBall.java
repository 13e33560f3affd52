package org.modeststack.steps.rail;

import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * Where a ball that rolls along an edge touches the surfaces on both sides of it: a strip between these places has the
 * ball's radius however the angle between the surfaces changes along the edge, and however they bend.
 *
 * <pre>
 *            ball          The ball lies against the first surface at the place that is looked for, at the radius along
 *      ----•(   )          its normal; of all such places the one is taken from where it is as far from the second.
 *       a  |'-•'  b
 *          edge
 * </pre>
 *
 * <p>Source: J. Rossignac, A. Requicha, "Constant-radius blending in solid modelling", Computers in Mechanical
 * Engineering 3(1), 1984.
 */
final class RollingBall {
    /** How much farther than between planes the ball may touch surfaces that bend away from it. */
    private static final double FARTHEST = 3;

    private static final int HALVINGS = 40;

    /** A way is looked at in so many parts when a place of it is sought that is nearest to something. */
    private static final int PARTS = 24;

    private final double radius;
    private final SurfacePath left;
    private final SurfacePath right;
    /** Whether the ball is in the solid, against the back of its surface. */
    private final boolean isWithin;

    private RollingBall(double radius, SurfacePath left, SurfacePath right) {
        this.radius = radius;
        this.left = left;
        this.right = right;
        SurfacePath.Place l = left.at(0), r = right.at(0);
        isWithin = r.way().dot(l.normal()) + l.way().dot(r.normal()) < 0;
    }

    /** Both ways from a station, as long as it is from there to where the ball touches. */
    record Touching(Arm left, Arm right) {}

    /**
     * @param left way from a station to the rail on the left, as long as it is between planes at the angle of the edge
     * @return the same where the ball does not touch both sides before they end or bend away from it
     */
    static Touching of(Arm left, Arm right, double radius, SurfaceWalk walk) {
        Touching none = new Touching(left, right);
        if (left.corner() < 0 || right.corner() < 0 || !(radius > 0)) return none;
        SurfacePath l = walk.from(left.corner(), left.angle(), FARTHEST * left.distance());
        SurfacePath r = walk.from(right.corner(), right.angle(), FARTHEST * right.distance());
        RollingBall ball = new RollingBall(radius, l, r);
        // Near the edge the ball is not free of the other surface yet.
        double near = 0, far = l.length();
        if (!ball.isFree(far)) return none;
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (near + far) / 2;
            if (ball.isFree(middle)) far = middle;
            else near = middle;
        }
        double other = ball.nearest(ball.center(far));
        if (!(far > 0 && other > 0 && far < l.length() && other < r.length())) return none;
        return new Touching(walked(left, far, walk), walked(right, other, walk));
    }

    private static Arm walked(Arm arm, double distance, SurfaceWalk walk) {
        return new Arm(walk.from(arm.corner(), arm.angle(), distance), distance, arm.corner(), arm.angle());
    }

    /** Where the ball is when it touches the left way at a distance along it. */
    private Vec3 center(double at) {
        return left.at(at).at().plus(left.smoothNormal(at).times(isWithin ? -radius : radius));
    }

    private boolean isFree(double at) {
        Vec3 c = center(at);
        return right.at(nearest(c)).at().minus(c).length() >= radius;
    }

    /** How far along the right way it is to the place of it that is nearest to a point. */
    private double nearest(Vec3 p) {
        double step = right.length() / PARTS, best = 0, least = Double.POSITIVE_INFINITY;
        for (int i = 0; i <= PARTS; i++) {
            double far = right.at(i * step).at().minus(p).length();
            if (far >= least) continue;
            least = far;
            best = i * step;
        }
        double low = Math.max(0, best - step), high = Math.min(right.length(), best + step);
        for (int i = 0; i < HALVINGS; i++) {
            double a = low + (high - low) / 3, b = high - (high - low) / 3;
            if (right.at(a).at().minus(p).length() < right.at(b).at().minus(p).length()) high = b;
            else low = a;
        }
        return (low + high) / 2;
    }
}
