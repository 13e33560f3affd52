package org.modeststack.steps.surface;

import org.modeststack.mesh.Vec3;

/** Tells whether the outline of a flat face goes round once, and meets itself nowhere. */
public final class Outline {
    private final FlatPlaces flat;
    private final double[] x;
    private final double[] y;

    /** @param normal about that of the face; its outline is looked at along the axis nearest to it */
    public Outline(Vec3[] points, Vec3 normal) {
        flat = FlatPlaces.of(points, normal);
        x = flat.x();
        y = flat.y();
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
            if (flat.meet(a, b, flat, c, d)) return true;
        }
        // The two beside it leave the same point: they may lie on it only if they go on.
        return folds(a, b, (b + 1) % n) || folds((a + n - 1) % n, a, b);
    }

    private boolean folds(int a, int b, int c) {
        return flat.left(a, b, flat, c) == 0 && (x[a] - x[b]) * (x[c] - x[b]) + (y[a] - y[b]) * (y[c] - y[b]) > 0;
    }
}
