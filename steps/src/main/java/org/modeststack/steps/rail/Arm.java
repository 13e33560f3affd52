package org.modeststack.steps.rail;

import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * The way over the surface from a station to one of its rails.
 *
 * @param distance how far along it the rail is to run, mm
 * @param corner of a triangle at the station, from whose side the angle is counted at which it leaves; -1 where it leaves an
 *     edge between stations
 */
public record Arm(SurfacePath path, double distance, int corner, double angle) {
    /** How far a rail may be from the edge where another one is, as a share of the way there: two share it. */
    private static final double SHARED = 0.45;

    /** And where there is a sharp edge or a border. */
    static final double BESIDE = 0.9;

    /** @param scale what the distance is multiplied by */
    public SurfacePath.Place rail(double scale) {
        return path.at(reached(scale));
    }

    /** The place at a share of the way to the rail, from 0 to 1. */
    public SurfacePath.Place along(double scale, double share) {
        return path.at(share * reached(scale));
    }

    /** The edge of the mesh that it runs along at a share of the way to the rail; -1 where it runs through a face. */
    public int edgeAlong(double scale, double share) {
        return path.edgeAlong(share * reached(scale));
    }

    /** How much of the distance there is room for, from 0 to 1. */
    double room() {
        return reached(1) / distance;
    }

    /**
     * How many times the distance it can be until the rail meets something.
     *
     * @param most what is farther is not looked for, mm
     */
    double widest(SurfaceWalk walk, double most) {
        SurfacePath on = walk.from(corner, angle, most);
        return switch (on.end()) {
            case FREE -> Double.POSITIVE_INFINITY;
            // Two rails meet half way.
            case RIM -> on.length() / 2 / distance;
            case EDGE -> on.length() / distance;
        };
    }

    /** How far it goes, mm. */
    double reach() {
        return reached(1);
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
