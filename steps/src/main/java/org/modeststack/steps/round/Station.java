package org.modeststack.steps.round;

import org.modeststack.mesh.Vec3;

/**
 * A place of a rim at which its strip is cut across.
 *
 * @param vertex of the rim
 * @param left the way over the surface on the left of the rim, and on its right
 * @param leftAim how far the rail is to run along it
 */
record Station(int vertex, Vec3 place, SurfacePath left, double leftAim, SurfacePath right, double rightAim) {
    /** How far a rail may be from the rim where another rim is, as a share of the way there: two share it. */
    private static final double SHARED = 0.45;

    /** And where there is a sharp edge or a border. */
    private static final double BESIDE = 0.9;

    /**
     * @param scale what the aim is multiplied by
     */
    SurfacePath.Place leftRail(double scale) {
        return left.at(room(left, leftAim * scale));
    }

    SurfacePath.Place rightRail(double scale) {
        return right.at(room(right, rightAim * scale));
    }

    SurfacePath.Place leftMiddle(double scale) {
        return left.at(room(left, leftAim * scale) / 2);
    }

    SurfacePath.Place rightMiddle(double scale) {
        return right.at(room(right, rightAim * scale) / 2);
    }

    /** How much of what was aimed at there is room for, from 0 to 1, on the side where there is less. */
    double room() {
        return Math.min(room(left, leftAim) / leftAim, room(right, rightAim) / rightAim);
    }

    private static double room(SurfacePath path, double aim) {
        return switch (path.end) {
            case FREE -> Math.min(aim, path.length());
            case RIM -> Math.min(aim, SHARED * path.length());
            case EDGE -> Math.min(aim, BESIDE * path.length());
        };
    }
}
