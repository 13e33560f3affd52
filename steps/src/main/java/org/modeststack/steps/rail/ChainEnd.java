package org.modeststack.steps.rail;

import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * The end of a chain of edges, round which a walk turns, and how its strip is closed there.
 *
 * @param corner of a triangle from which angles at the end are counted
 * @param in the way to the rail on the left of where the walk comes in
 * @param out and to that on the left of where it goes out
 * @param behind a triangle of the face that all of what is behind lies in; -1 where there are several
 */
public record ChainEnd(
        int corner, Arm in, double inAngle, Arm out, double outAngle, Closing closing, int behind, SurfaceWalk walk) {
    /** How a strip ends. */
    public enum Closing {
        /** The profile lies on the surface that goes on behind. */
        ON_SURFACE,
        /**
         * More than half a turn lies behind, all in one face, as at the end of the inner edge of an L: the profile lies in the
         * plane of that, which grows or shrinks by it.
         */
        IN_FACE,
        /** More than half a turn lies behind, so that the profile is in the air: a face from the end to it closes the strip. */
        CAPPED
    }

    /** Rails that are seen from the end in nearly one direction, or opposite ones, have no plane; sine. */
    private static final double FLAT = 1e-6;

    /**
     * The place on the surface for one of the profile's, in the plane through both rails.
     *
     * @param place from the end
     * @param first the rail of {@link #out} from there, and {@code last} that of {@link #in}
     */
    public SurfacePath.Place onSurface(Vec3 place, Vec3 first, Vec3 last) {
        Vec3 n = first.cross(last);
        double whole = Math.atan2(n.length(), first.dot(last));
        double part = n.length() < FLAT * first.length() * last.length()
                ? place.dot(first) > 0 ? 0 : whole
                : Math.clamp(Math.atan2(first.cross(place).dot(n.unit()), first.dot(place)), 0, whole);
        double share = whole > 0 ? part / whole : 0;
        double length = place.length();
        SurfacePath way = walk.from(corner, outAngle + share * (inAngle - outAngle), Math.max(length, 1e-9));
        return way.at(length);
    }
}
