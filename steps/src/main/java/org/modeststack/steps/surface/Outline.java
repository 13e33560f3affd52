package org.modeststack.steps.surface;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.exact.Predicates;

/** Tells whether the outline of a flat face goes round once, and meets itself nowhere. */
public final class Outline {
    private final double[] x;
    private final double[] y;

    /** @param normal about that of the face; its outline is looked at along the axis nearest to it */
    public Outline(Vec3[] points, Vec3 normal) {
        int n = points.length;
        x = new double[n];
        y = new double[n];
        double ax = Math.abs(normal.x()), ay = Math.abs(normal.y()), az = Math.abs(normal.z());
        int axis = ax > ay && ax > az ? 0 : ay > az ? 1 : 2;
        boolean back = normal.get(axis) < 0;
        for (int i = 0; i < n; i++) {
            x[i] = points[i].get((axis + 1) % 3);
            y[i] = points[i].get((axis + 2) % 3) * (back ? -1 : 1);
        }
    }

    /** Whether it goes round counter-clockwise, as its normal says. */
    public boolean turnsLeft() {
        double area = 0;
        int n = x.length;
        for (int i = 0, j = n - 1; i < n; j = i++)
            area += (x[j] - x[0]) * (y[i] - y[0]) - (x[i] - x[0]) * (y[j] - y[0]);
        return area > 0;
    }

    /** Whether the side that leaves a point meets another that does not follow it or go before; decided exactly. In linear time. */
    public boolean meets(int side) {
        int n = x.length, a = side, b = (side + 1) % n;
        for (int c = 0; c < n; c++) {
            int d = (c + 1) % n;
            if (c == a || c == b || d == a) continue;
            if (Math.max(x[a], x[b]) < Math.min(x[c], x[d]) || Math.max(x[c], x[d]) < Math.min(x[a], x[b])) continue;
            if (Math.max(y[a], y[b]) < Math.min(y[c], y[d]) || Math.max(y[c], y[d]) < Math.min(y[a], y[b])) continue;
            if (left(a, b, c) * left(a, b, d) <= 0 && left(c, d, a) * left(c, d, b) <= 0) return true;
        }
        // The two beside it leave the same point: they may lie on it only if they go on.
        return folds(a, b, (b + 1) % n) || folds((a + n - 1) % n, a, b);
    }

    private boolean folds(int a, int b, int c) {
        return left(a, b, c) == 0 && (x[a] - x[b]) * (x[c] - x[b]) + (y[a] - y[b]) * (y[c] - y[b]) > 0;
    }

    private int left(int a, int b, int c) {
        return Predicates.orient2d(x[a], y[a], x[b], y[b], x[c], y[c]);
    }
}
