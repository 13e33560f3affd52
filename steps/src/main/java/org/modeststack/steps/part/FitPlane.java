package org.modeststack.steps.part;

import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;

/**
 * The plane with the least sum of squared distances from some vertices: through their mean, square to the direction in
 * which they spread least (K. Pearson, "On Lines and Planes of Closest Fit", 1901). The directions of spread are found
 * by Jacobi's rotations.
 *
 * @param normal unit length; zero where the points lie on a line
 */
public record FitPlane(Vec3 middle, Vec3 normal) {
    private static final int SWEEPS = 50;

    public static Vec3 middle(Mesh mesh, BitSet vertices) {
        Vec3 sum = Vec3.ZERO;
        for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1)) sum = sum.plus(mesh.point(v));
        return sum.times(1.0 / vertices.cardinality());
    }

    public static FitPlane of(Mesh mesh, BitSet vertices) {
        Vec3 m = middle(mesh, vertices);
        double[][] a = new double[3][3];
        for (int v = vertices.nextSetBit(0); v >= 0; v = vertices.nextSetBit(v + 1)) {
            Vec3 d = mesh.point(v).minus(m);
            for (int i = 0; i < 3; i++) for (int j = 0; j < 3; j++) a[i][j] += d.get(i) * d.get(j);
        }
        double[][] axes = {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
        for (int sweep = 0; sweep < SWEEPS; sweep++) {
            double off = a[0][1] * a[0][1] + a[0][2] * a[0][2] + a[1][2] * a[1][2];
            if (off == 0) break;
            for (int p = 0; p < 2; p++) for (int q = p + 1; q < 3; q++) rotate(a, axes, p, q);
        }
        int least = 0, most = 0;
        for (int i = 1; i < 3; i++) {
            if (a[i][i] < a[least][least]) least = i;
            if (a[i][i] > a[most][most]) most = i;
        }
        int other = least == most ? least : 3 - least - most;
        // A line spreads one way only.
        if (least == most || !(a[other][other] > 1e-18 * a[most][most])) return new FitPlane(m, Vec3.ZERO);
        Vec3 n = new Vec3(axes[0][least], axes[1][least], axes[2][least]).unit();
        return new FitPlane(m, n);
    }

    private static void rotate(double[][] a, double[][] axes, int p, int q) {
        if (a[p][q] == 0) return;
        double theta = (a[q][q] - a[p][p]) / (2 * a[p][q]);
        double t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
        double c = 1 / Math.sqrt(t * t + 1), s = t * c;
        for (int k = 0; k < 3; k++) {
            double u = a[k][p], v = a[k][q];
            a[k][p] = c * u - s * v;
            a[k][q] = s * u + c * v;
        }
        for (int k = 0; k < 3; k++) {
            double u = a[p][k], v = a[q][k];
            a[p][k] = c * u - s * v;
            a[q][k] = s * u + c * v;
        }
        for (int k = 0; k < 3; k++) {
            double u = axes[k][p], v = axes[k][q];
            axes[k][p] = c * u - s * v;
            axes[k][q] = s * u + c * v;
        }
        a[p][q] = 0;
        a[q][p] = 0;
    }
}
