package org.modeststack.mesh.triangulate;

import java.util.function.IntPredicate;

/** The corners of a polygon in squares of a grid, about one in each, so that those near a triangle are found quickly. */
final class CornerGrid {
    private final double[] u;
    private final double[] w;
    private final double lowU;
    private final double lowW;
    private final double perU;
    private final double perW;
    private final int side;
    private final int[] start;
    private final int[] corners;

    /** @param n how many corners there are; at least 1 */
    CornerGrid(double[] u, double[] w, int n) {
        this.u = u;
        this.w = w;
        double highU = u[0], highW = w[0], minU = u[0], minW = w[0];
        for (int i = 1; i < n; i++) {
            minU = Math.min(minU, u[i]);
            minW = Math.min(minW, w[i]);
            highU = Math.max(highU, u[i]);
            highW = Math.max(highW, w[i]);
        }
        lowU = minU;
        lowW = minW;
        side = Math.max(1, (int) Math.sqrt(n));
        perU = highU > minU ? side / (highU - minU) : 0;
        perW = highW > minW ? side / (highW - minW) : 0;
        start = new int[side * side + 1];
        for (int i = 0; i < n; i++) start[cell(u[i], w[i]) + 1]++;
        for (int i = 0; i < side * side; i++) start[i + 1] += start[i];
        corners = new int[n];
        int[] at = start.clone();
        for (int i = 0; i < n; i++) corners[at[cell(u[i], w[i])]++] = i;
    }

    private int column(double x) {
        return Math.clamp((long) ((x - lowU) * perU), 0, side - 1);
    }

    private int row(double y) {
        return Math.clamp((long) ((y - lowW) * perW), 0, side - 1);
    }

    private int cell(double x, double y) {
        return row(y) * side + column(x);
    }

    /** Whether any corner in the box about three of them, and so far around it, is of a kind; some farther ones are asked too. */
    boolean any(int a, int b, int c, double around, IntPredicate kind) {
        int left = column(Math.min(u[a], Math.min(u[b], u[c])) - around);
        int right = column(Math.max(u[a], Math.max(u[b], u[c])) + around);
        int low = row(Math.min(w[a], Math.min(w[b], w[c])) - around);
        int high = row(Math.max(w[a], Math.max(w[b], w[c])) + around);
        for (int y = low; y <= high; y++)
            for (int i = start[y * side + left], end = start[y * side + right + 1]; i < end; i++)
                if (kind.test(corners[i])) return true;
        return false;
    }
}
