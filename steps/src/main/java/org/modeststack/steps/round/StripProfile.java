package org.modeststack.steps.round;

import org.modeststack.mesh.Vec3;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.surface.SurfacePath;

/**
 * The cross-section of a strip between its rails at one station.
 *
 * @param foot where the surfaces would meet if they went on straight from the rails
 * @param turn by how much they turn there, radians
 * @param places from the left rail to the right
 */
record StripProfile(Vec3 foot, double turn, Vec3[] places) {
    /** @param left where the left rail is, and the way that leads there */
    static StripProfile of(
            ProfileCurve curve, Vec3 edge, Vec3 left, SurfacePath.Place l, Vec3 right, SurfacePath.Place r) {
        Vec3 foot = foot(edge, l, r);
        return of(curve, foot, turn(left.minus(foot), right.minus(foot)), left, right);
    }

    /** Where bands meet: their rails turn off there, and the foot lies on the edge opposite to them. */
    static StripProfile atCorner(ProfileCurve curve, Vec3 edge, Vec3 along, Vec3 left, Vec3 right) {
        Vec3 middle = left.plus(right).times(0.5).minus(edge);
        // But not beyond the vertex, where profiles of two bands that have a rail's place in common would cross each
        // other.
        Vec3 foot = edge.plus(along.times(Math.max(0, middle.dot(along))));
        // Where one rail turns off before the other the profile is slanted, but goes as deep as one that is square.
        Vec3 a = left.minus(foot), b = right.minus(foot);
        double turn = turn(a.minus(along.times(a.dot(along))), b.minus(along.times(b.dot(along))));
        return of(curve, foot, turn, left, right);
    }

    private static double turn(Vec3 a, Vec3 b) {
        return Math.PI - Math.atan2(a.cross(b).length(), a.dot(b));
    }

    private static StripProfile of(ProfileCurve curve, Vec3 foot, double turn, Vec3 left, Vec3 right) {
        Vec3 a = left.minus(foot), b = right.minus(foot);
        double[] ab = new double[2 * (curve.segments() + 1)];
        curve.at(turn, ab);
        Vec3[] places = new Vec3[curve.segments() + 1];
        for (int j = 0; j < places.length; j++)
            places[j] = foot.plus(a.times(ab[2 * j])).plus(b.times(ab[2 * j + 1]));
        return new StripProfile(foot, turn, places);
    }

    /** The middle of where the tangents at the rails come nearest to each other; the edge itself where that is far off. */
    private static Vec3 foot(Vec3 edge, SurfacePath.Place l, SurfacePath.Place r) {
        Vec3 d = l.at().minus(r.at()), u = l.way(), v = r.way();
        double uv = u.dot(v), det = 1 - uv * uv;
        if (det < 1e-4) return edge;
        double s = (uv * v.dot(d) - u.dot(d)) / det, t = (v.dot(d) - uv * u.dot(d)) / det;
        Vec3 p = l.at().plus(u.times(s)).plus(r.at().plus(v.times(t))).times(0.5);
        double far = Math.min(l.at().minus(edge).length(), r.at().minus(edge).length());
        return s < 0 && t < 0 && p.minus(edge).length() < far / 2 ? p : edge;
    }
}
