package org.modeststack.steps.round;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Vec3;

/** A way over a surface from a vertex of it, straight within each triangle. */
final class SurfacePath {
    /** What keeps a path from going on. */
    enum End {
        /** Nothing: it is as long as was asked. */
        FREE,
        /** Another edge that is rounded, or the same rim again. */
        RIM,
        /** A sharp edge, or the border of the surface. */
        EDGE
    }

    /**
     * A place on the path.
     *
     * @param normal of the surface there
     * @param way in which the path runs there, unit length
     */
    record Place(Vec3 at, Vec3 normal, Vec3 way) {}

    private final List<Vec3> points = new ArrayList<>();
    /** Of the triangle behind each point. */
    private final List<Vec3> normals = new ArrayList<>();

    private double length;
    End end = End.FREE;

    void add(Vec3 point, Vec3 normal) {
        if (!points.isEmpty()) length += point.minus(points.getLast()).length();
        points.add(point);
        normals.add(normal);
    }

    double length() {
        return length;
    }

    /** At a distance from its beginning, along it; its end where that is farther. */
    Place at(double distance) {
        double gone = 0;
        for (int i = 1; i < points.size(); i++) {
            Vec3 a = points.get(i - 1), b = points.get(i);
            double l = b.minus(a).length();
            if (gone + l >= distance || i == points.size() - 1) {
                double t = l > 0 ? Math.min(1, (distance - gone) / l) : 0;
                return new Place(
                        a.plus(b.minus(a).times(t)),
                        normals.get(i - 1),
                        b.minus(a).unit());
            }
            gone += l;
        }
        return new Place(points.getFirst(), normals.getFirst(), Vec3.ZERO);
    }
}
