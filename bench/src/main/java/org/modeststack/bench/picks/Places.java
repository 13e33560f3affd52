package org.modeststack.bench.picks;

import java.util.function.DoublePredicate;
import java.util.function.Predicate;
import org.modeststack.mesh.Vec3;

/** Parts of space that say where the elements lie that are meant: sheets, walls and curves of models, by their numbers. */
final class Places {
    private static final double NEAR = 1e-4;

    private Places() {}

    static boolean near(double a, double b) {
        return Math.abs(a - b) < NEAR;
    }

    static Predicate<Vec3> at(int axis, double value) {
        return p -> near(p.get(axis), value);
    }

    static Predicate<Vec3> between(int axis, double low, double high) {
        return p -> p.get(axis) > low - NEAR && p.get(axis) < high + NEAR;
    }

    /** On a prism round an axis that goes through a point: on its corners or its flats. */
    static Predicate<Vec3> round(int axis, double x, double y, double radius, int sides) {
        double low = radius * Math.cos(Math.PI / sides) - NEAR;
        return p -> {
            double r = across(p, axis, x, y);
            return r > low && r < radius + NEAR;
        };
    }

    /** On the corners or flats of a prism along Z of which one corner lies at an angle, degrees. */
    static Predicate<Vec3> prism(double x, double y, double radius, int sides, double corner) {
        double flat = radius * Math.cos(Math.PI / sides);
        return p -> {
            double a = Math.atan2(p.y() - y, p.x() - x) - Math.toRadians(corner), side = 2 * Math.PI / sides;
            // How far round it is from the middle of the nearest flat.
            double off = a - side * (Math.floor(a / side) + 0.5);
            return near(Math.hypot(p.x() - x, p.y() - y) * Math.cos(off), flat);
        };
    }

    /** Within it, or on it. */
    static Predicate<Vec3> within(int axis, double x, double y, double radius) {
        return p -> across(p, axis, x, y) < radius + NEAR;
    }

    /** Outside of it, or on it. */
    static Predicate<Vec3> beyond(int axis, double x, double y, double radius) {
        return p -> across(p, axis, x, y) > radius - NEAR;
    }

    /** At angles round Z that are between two, degrees from 0 to 360; the axis itself counts everywhere. */
    static Predicate<Vec3> sector(double from, double to) {
        return p -> {
            if (Math.hypot(p.x(), p.y()) < NEAR) return true;
            double a = Math.toDegrees(Math.atan2(p.y(), p.x())), low = from - 0.01, high = to + 0.01;
            DoublePredicate in = v -> v > low && v < high;
            return in.test(a) || in.test(a + 360);
        };
    }

    private static double across(Vec3 p, int axis, double x, double y) {
        return Math.hypot(p.get((axis + 1) % 3) - x, p.get((axis + 2) % 3) - y);
    }
}
