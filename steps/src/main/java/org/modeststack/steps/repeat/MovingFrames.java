package org.modeststack.steps.repeat;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;
import org.modeststack.steps.place.Rigid;

/**
 * Frames along a path that turn about it as little as possible, by double reflection: from one place to the next a frame is
 * reflected in the plane between them and then in that between the directions. What a closed path has turned by when it comes back is
 * shared out over its length. Linear in the pieces and places.
 *
 * <p>Source: W. Wang, B. Jüttler, D. Zheng, Y. Liu, "Computation of rotation minimizing frames", ACM Transactions on Graphics
 * 27(1), 2008; its error falls with the fourth power of the distance between places.
 */
final class MovingFrames {
    private static final Vec3 UP = new Vec3(0, 0, 1), ASIDE = new Vec3(1, 0, 0);
    /** What is so near to upright gives no level direction. */
    private static final double UPRIGHT = 1e-6;

    private final EdgePath path;
    private Vec3 at;
    private Vec3 along;
    private Vec3 up;
    private int piece;

    private MovingFrames(EdgePath path, Vec3 firstUp) {
        this.path = path;
        at = path.point(0);
        along = path.along(0);
        up = square(firstUp, along);
    }

    /**
     * Which way is up at places along a path: square to it, unit length.
     *
     * @param ways how far along, mm, rising
     * @param firstUp which way is up at the beginning, as near as it goes
     */
    static Vec3[] ups(EdgePath path, double[] ways, Vec3 firstUp) {
        MovingFrames f = new MovingFrames(path, firstUp);
        Vec3 first = f.up;
        Vec3[] out = new Vec3[ways.length];
        for (int i = 0; i < ways.length; i++) out[i] = f.upAt(ways[i]);
        if (!path.isClosed()) return out;
        Vec3 last = f.upAt(path.length());
        Vec3 t = path.along(0);
        double turned = Math.atan2(last.cross(first).dot(t), last.dot(first));
        for (int i = 0; i < ways.length; i++)
            out[i] = turned(out[i], path.along(ways[i]), turned * ways[i] / path.length());
        return out;
    }

    /** Goes on to a place, through all points on the way. */
    private Vec3 upAt(double s) {
        int last = path.pieceAt(s);
        while (piece < last) {
            go(path.point(piece + 1), path.end(piece));
            go(path.point(piece + 1), path.begin(piece + 1));
            piece++;
        }
        go(path.at(s), path.along(s));
        return up;
    }

    private void go(Vec3 to, Vec3 direction) {
        up = next(at, along, up, to, direction);
        at = to;
        along = direction;
    }

    /** Which way is up at the next place. */
    static Vec3 next(Vec3 from, Vec3 along, Vec3 up, Vec3 to, Vec3 direction) {
        Vec3 v = to.minus(from);
        double c = v.dot(v);
        if (c == 0) return square(Rigid.shortest(along, direction).affine().direction(up), direction);
        Vec3 r = up.minus(v.times(2 / c * v.dot(up))), t = along.minus(v.times(2 / c * v.dot(along)));
        Vec3 w = direction.minus(t);
        double d = w.dot(w);
        return square(d == 0 ? r : r.minus(w.times(2 / d * w.dot(r))), direction);
    }

    private static Vec3 turned(Vec3 up, Vec3 along, double radians) {
        Affine turn = Rigid.round(along, Math.cos(radians), Math.sin(radians)).affine();
        return turn.direction(up);
    }

    /** A direction made square to another. */
    private static Vec3 square(Vec3 up, Vec3 along) {
        Vec3 out = up.minus(along.times(along.dot(up)));
        if (out.length() < UPRIGHT) {
            Vec3 other = Math.abs(along.z()) > 0.9 ? ASIDE : UP;
            out = other.minus(along.times(along.dot(other)));
        }
        return out.unit();
    }

    /** The level direction under another; along X where it goes straight up. */
    static Vec3 level(Vec3 along) {
        Vec3 out = new Vec3(along.x(), along.y(), 0);
        return out.length() < UPRIGHT ? ASIDE : out.unit();
    }
}
