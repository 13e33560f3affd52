package org.modeststack.steps.tidy;

import java.util.stream.IntStream;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.Outline;

/** How good the shape of a face is. */
final class FaceShape {
    /** Narrower corners are none, radians. */
    private static final double LEAST = Math.toRadians(0.5);

    /** Corners that are hollow by less are straight ones, radians. */
    private static final double STRAIGHT = Math.toRadians(25);

    private FaceShape() {}

    /** The normal of a ring of places, as long as twice its area (M. Newell, in Sutherland et al., 1974). */
    static Vec3 areaVector(Vec3[] ring) {
        Vec3 sum = Vec3.ZERO;
        for (int i = 1; i + 1 < ring.length; i++)
            sum = sum.plus(ring[i].minus(ring[0]).cross(ring[i + 1].minus(ring[0])));
        return sum;
    }

    /**
     * The smallest of its inner angles as seen along a normal, radians; below 0 where it meets itself, is the wrong way round,
     * or has no area.
     */
    static double leastAngle(Vec3[] ring, Vec3 normal) {
        double least = Math.PI;
        boolean isHollow = false;
        for (int i = 0; i < ring.length; i++) {
            double angle = angle(ring, i, normal);
            // What is below 0 is more than half of a turn.
            isHollow |= angle < 0;
            if (angle >= 0) least = Math.min(least, angle);
        }
        return isHollow && (ring.length < 4 || !isSimple(ring, normal)) ? -1 : least;
    }

    /** Whether no corner of a ring is hollow, or as good as closed. */
    static boolean isFull(Vec3[] ring, Vec3 normal) {
        for (int i = 0; i < ring.length; i++) {
            double angle = angle(ring, i, normal);
            if (angle < LEAST && angle > STRAIGHT - Math.PI) return false;
        }
        return true;
    }

    private static boolean isSimple(Vec3[] ring, Vec3 normal) {
        Outline outline = new Outline(ring, normal);
        return outline.turnsLeft() && IntStream.range(0, ring.length).noneMatch(outline::meets);
    }

    /** The inner angle at a corner, from 0 to a whole turn, less a half where it is more than that: then below 0. */
    private static double angle(Vec3[] ring, int i, Vec3 normal) {
        int n = ring.length;
        Vec3 a = ring[(i + 1) % n].minus(ring[i]), b = ring[(i + n - 1) % n].minus(ring[i]);
        return Math.atan2(a.cross(b).dot(normal), a.dot(b));
    }
}
