package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.longs.Long2DoubleLinkedOpenHashMap;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;

/**
 * Where vertices go so that a surface of triangles bends as little as what is around allows: the sum over all vertices of
 * the squared mean curvature, by area, is least. Solved by conjugate gradients on the least squares.
 *
 * <p>Sources: U. Pinkall, K. Polthier, "Computing Discrete Minimal Surfaces and Their Conjugates", Experimental Mathematics
 * 2(1), 1993, for the curvature by cotangents; Å. Björck, "Numerical Methods for Least Squares Problems", 1996, for
 * the solver (CGLS).
 */
final class EvenBend {
    private static final int MOST_STEPS = 600;
    private static final double SMALL_ENOUGH = 1e-12;
    /** Triangles thinner than that count as if they were not, so that no weight is below nothing or beyond measure. */
    private static final double LEAST = 1e-3, MOST = 1e3;

    private final int first;
    /** Pairs of vertices with an edge, and the weight of each. */
    private final int[] from;

    private final int[] to;
    private final double[] weight;
    /** For each vertex whose bend counts one through the root of its area. */
    private final double[] scale;

    private final int rows;
    private final double[][] places = new double[3][];

    /**
     * @param points those whose bend counts from 0 on, then others that stay
     * @param rows how many bends count: their vertices have all their triangles here
     * @param sharp vertices whose bend does not count all the same
     * @param first vertices from this number on, up to the last whose bend counts, are moved
     */
    EvenBend(List<Vec3> points, int rows, int first, BitSet sharp, int[] triangles) {
        this.first = first;
        this.rows = rows;
        scale = new double[rows];
        Long2DoubleLinkedOpenHashMap edges = new Long2DoubleLinkedOpenHashMap();
        for (int t = 0; t < triangles.length; t += 3) {
            for (int k = 0; k < 3; k++) {
                int a = triangles[t + k], b = triangles[t + (k + 1) % 3], c = triangles[t + (k + 2) % 3];
                Vec3 u = points.get(a).minus(points.get(c)), v = points.get(b).minus(points.get(c));
                double area = u.cross(v).length();
                double cotangent = area > 0 ? u.dot(v) / area : MOST;
                edges.addTo(Edges.key(a, b), cotangent / 2);
                if (a < rows) scale[a] += area / 6;
            }
        }
        double most = Arrays.stream(scale).max().orElse(1);
        for (int v = 0; v < rows; v++) scale[v] = sharp.get(v) ? 0 : 1 / Math.sqrt(Math.max(scale[v], 1e-6 * most));
        from = new int[edges.size()];
        to = new int[from.length];
        weight = new double[from.length];
        int e = 0;
        for (var edge : edges.long2DoubleEntrySet()) {
            from[e] = (int) (edge.getLongKey() >>> 32);
            to[e] = (int) edge.getLongKey();
            weight[e++] = Math.clamp(edge.getDoubleValue(), LEAST, MOST);
        }
        for (int k = 0; k < 3; k++) {
            int axis = k;
            places[k] = points.stream().mapToDouble(p -> p.get(axis)).toArray();
            solve(places[k]);
        }
    }

    private void solve(double[] x) {
        double[] r = bends(x);
        for (int v = 0; v < rows; v++) r[v] = -r[v];
        double[] s = back(r, x.length), p = s.clone();
        double size = dot(s, s), enough = SMALL_ENOUGH * size;
        for (int step = 0; step < MOST_STEPS && size > enough; step++) {
            if ((step & 63) == 0) Work.checkpoint();
            double[] q = bends(p);
            double alpha = size / dot(q, q);
            for (int v = 0; v < x.length; v++) x[v] += alpha * p[v];
            for (int v = 0; v < rows; v++) r[v] -= alpha * q[v];
            s = back(r, x.length);
            double now = dot(s, s), beta = now / size;
            for (int v = 0; v < x.length; v++) p[v] = s[v] + beta * p[v];
            size = now;
        }
    }

    /** The bends of given places, by the root of the area. */
    private double[] bends(double[] at) {
        double[] out = new double[rows];
        for (int e = 0; e < from.length; e++) {
            double along = weight[e] * (at[to[e]] - at[from[e]]);
            if (from[e] < rows) out[from[e]] += along;
            if (to[e] < rows) out[to[e]] -= along;
        }
        for (int v = 0; v < rows; v++) out[v] *= scale[v];
        return out;
    }

    /** How each vertex that moves takes part in some bends, weighted by these; 0 for the others. */
    private double[] back(double[] bends, int points) {
        double[] out = new double[points];
        for (int e = 0; e < from.length; e++) {
            double low = from[e] < rows ? scale[from[e]] * bends[from[e]] : 0;
            double high = to[e] < rows ? scale[to[e]] * bends[to[e]] : 0;
            out[to[e]] += weight[e] * (low - high);
            out[from[e]] -= weight[e] * (low - high);
        }
        for (int v = 0; v < points; v++) if (v < first || v >= rows) out[v] = 0;
        return out;
    }

    private static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) sum += a[i] * b[i];
        return sum;
    }

    Vec3 place(int v) {
        return new Vec3(places[0][v], places[1][v], places[2][v]);
    }
}
