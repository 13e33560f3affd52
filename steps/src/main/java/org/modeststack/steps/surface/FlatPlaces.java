package org.modeststack.steps.surface;

import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.exact.Predicates;

/** Places in the plane of a face, seen along the axis nearest to its normal. What is asked of them is decided exactly. */
record FlatPlaces(double[] x, double[] y) {
    /** @param normal about that of the face, which is seen from where it points */
    static FlatPlaces of(Vec3[] points, Vec3 normal) {
        int n = points.length;
        double[] x = new double[n], y = new double[n];
        double ax = Math.abs(normal.x()), ay = Math.abs(normal.y()), az = Math.abs(normal.z());
        int axis = ax > ay && ax > az ? 0 : ay > az ? 1 : 2;
        boolean back = normal.get(axis) < 0;
        for (int i = 0; i < n; i++) {
            x[i] = points[i].get((axis + 1) % 3);
            y[i] = points[i].get((axis + 2) % 3) * (back ? -1 : 1);
        }
        return new FlatPlaces(x, y);
    }

    /** Whether the segment from place a to b meets that from c to d of others. */
    boolean meet(int a, int b, FlatPlaces of, int c, int d) {
        if (Math.max(x[a], x[b]) < Math.min(of.x[c], of.x[d]) || Math.max(of.x[c], of.x[d]) < Math.min(x[a], x[b]))
            return false;
        if (Math.max(y[a], y[b]) < Math.min(of.y[c], of.y[d]) || Math.max(of.y[c], of.y[d]) < Math.min(y[a], y[b]))
            return false;
        return left(a, b, of, c) * left(a, b, of, d) <= 0 && of.left(c, d, this, a) * of.left(c, d, this, b) <= 0;
    }

    /** 1 where a place of others lies on the left of the line from place a to b, −1 on its right, 0 on it. */
    int left(int a, int b, FlatPlaces of, int c) {
        return Predicates.orient2d(x[a], y[a], x[b], y[b], of.x[c], of.y[c]);
    }
}
