package org.modeststack.steps.round;

import org.modeststack.mesh.Vec3;

/**
 * A place of a rim at which its strip is cut across.
 *
 * @param vertex of the rim
 * @param off the way off all faces at the vertex
 * @param left the way over the surface on the left of the rim
 * @param leftAim where the left rail is to run
 */
record Station(
        int vertex,
        Vec3 place,
        Vec3 off,
        SurfacePath left,
        RimSide.Aim leftAim,
        SurfacePath right,
        RimSide.Aim rightAim) {
    /** How far a rail may be from the rim where another rim is, as a share of the way there: two share it. */
    private static final double SHARED = 0.45;

    /** And where there is a sharp edge or a border. */
    private static final double BESIDE = 0.9;

    /** @param scale what the aim is multiplied by */
    SurfacePath.Place leftRail(double scale) {
        return left.at(room(left, leftAim.distance() * scale));
    }

    SurfacePath.Place rightRail(double scale) {
        return right.at(room(right, rightAim.distance() * scale));
    }

    SurfacePath.Place leftMiddle(double scale) {
        return left.at(room(left, leftAim.distance() * scale) / 2);
    }

    SurfacePath.Place rightMiddle(double scale) {
        return right.at(room(right, rightAim.distance() * scale) / 2);
    }

    /** The way off the surface at a place on the left. */
    Vec3 leftOff(SurfacePath.Place p) {
        return leftAim.alongEdge() == null ? p.normal() : leftAim.alongEdge();
    }

    Vec3 rightOff(SurfacePath.Place p) {
        return rightAim.alongEdge() == null ? p.normal() : rightAim.alongEdge();
    }

    /** How much of what was aimed at there is room for, from 0 to 1, on the side where there is less. */
    double room() {
        return Math.min(
                room(left, leftAim.distance()) / leftAim.distance(),
                room(right, rightAim.distance()) / rightAim.distance());
    }

    private static double room(SurfacePath path, double aim) {
        return switch (path.end) {
            case FREE -> Math.min(aim, path.length());
            case RIM -> Math.min(aim, SHARED * path.length());
            case EDGE -> Math.min(aim, BESIDE * path.length());
        };
    }
}
