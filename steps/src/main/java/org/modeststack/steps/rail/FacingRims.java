package org.modeststack.steps.rail;

import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * How far ways go from a rim towards another that faces it, so that the rail which comes from there as far is not passed. A way
 * itself does not end before it has come to the other rim.
 */
final class FacingRims {
    /** Both rails together go so much of what there is between the rims. */
    static final double APART = 0.98;

    /** Rims that a way leaves or meets at a smaller angle do not face each other, as a sine. */
    private static final double FACING = 0.5;

    /** So many times as far as a way goes it is looked for a rim. */
    private static final double FAR = 3;

    private FacingRims() {}

    /** What share of its distance a way has by that; at most 1. */
    static double share(Arm arm, SurfaceWalk way, Mesh mesh) {
        SurfacePath on = way.from(arm.corner(), arm.angle(), FAR * arm.distance());
        if (on.end() != SurfacePath.End.RIM) return 1;
        int e = on.edge();
        Vec3 rim = mesh.point(mesh.adjacency().edgeHigh(e))
                .minus(mesh.point(mesh.adjacency().edgeLow(e)))
                .unit();
        // Its last part may be so short that its direction is nothing but rounding.
        Vec3 ends = on.at(on.length()).at().minus(on.at(on.length() / 2).at()).unit();
        double leaves = Math.abs(Math.sin(arm.angle())), meets = ends.cross(rim).length();
        if (leaves < FACING || meets < FACING) return 1;
        // Where it is as far from the one as from the other.
        double half = on.length() * meets / (leaves + meets);
        return Math.min(1, APART * half / arm.distance());
    }
}
