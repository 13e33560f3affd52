package org.modeststack.steps.round;

import org.modeststack.steps.surface.SurfacePath;

/**
 * The way over the surface from a station to one of its rails.
 *
 * @param distance how far along it the rail is to run, mm
 */
record Arm(SurfacePath path, double distance) {
    /** How far a rail may be from the edge where another one is, as a share of the way there: two share it. */
    private static final double SHARED = 0.45;

    /** And where there is a sharp edge or a border. */
    private static final double BESIDE = 0.9;

    /** @param scale what the distance is multiplied by */
    SurfacePath.Place rail(double scale) {
        return path.at(reached(scale));
    }

    /** How much of the distance there is room for, from 0 to 1. */
    double room() {
        return reached(1) / distance;
    }

    private double reached(double scale) {
        double limit = switch (path.end()) {
            case FREE -> path.length();
            case RIM -> SHARED * path.length();
            case EDGE -> BESIDE * path.length();
        };
        return Math.min(distance * scale, limit);
    }
}
