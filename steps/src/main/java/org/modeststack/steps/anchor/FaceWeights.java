package org.modeststack.steps.anchor;

import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.select.Selection;

/**
 * A place on a face by how much each of its corners counts: mean value coordinates (M. Floater, "Mean value coordinates", 2003),
 * which are positive inside a convex face and bring back the place on any flat one.
 */
final class FaceWeights {
    private FaceWeights() {}

    static List<Double> of(Mesh mesh, int face, Vec3 place) {
        int from = mesh.offsets()[face], n = mesh.sides(face);
        Vec3 normal = FaceFrames.of(mesh).normal(face);
        Vec3[] d = new Vec3[n];
        double[] r = new double[n];
        for (int i = 0; i < n; i++) {
            d[i] = mesh.point(mesh.corners()[from + i]).minus(place);
            d[i] = d[i].minus(normal.times(d[i].dot(normal)));
            r[i] = d[i].length();
        }
        double size = mesh.bounds().diagonal();
        for (int i = 0; i < n; i++) if (r[i] <= 1e-12 * size) return single(n, i);
        double[] half = new double[n];
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            double cross = normal.dot(d[i].cross(d[j])), dot = d[i].dot(d[j]);
            double angle = Math.atan2(cross, dot);
            // On an edge only its two ends count.
            if (Math.abs(Math.abs(angle) - Math.PI) < 1e-9) return between(n, i, j, r[i], r[j]);
            half[i] = Math.tan(angle / 2);
        }
        double[] w = new double[n];
        double sum = 0;
        for (int i = 0; i < n; i++) {
            w[i] = (half[(i + n - 1) % n] + half[i]) / r[i];
            sum += w[i];
        }
        List<Double> out = new ArrayList<>();
        for (double x : w) out.add(x / sum);
        return out;
    }

    private static List<Double> single(int n, int which) {
        List<Double> out = new ArrayList<>();
        for (int i = 0; i < n; i++) out.add(i == which ? 1.0 : 0.0);
        return out;
    }

    private static List<Double> between(int n, int i, int j, double ri, double rj) {
        List<Double> out = new ArrayList<>();
        for (int k = 0; k < n; k++) out.add(k == i ? rj / (ri + rj) : k == j ? ri / (ri + rj) : 0.0);
        return out;
    }

    /** The place; the middle where the face has another number of corners by now, or has become several. */
    static Vec3 place(Mesh mesh, Selection s, List<Double> weights) {
        int face = s.elements().nextSetBit(0);
        if (s.size() != 1 || mesh.sides(face) != weights.size()) return DividedMiddle.of(mesh, s);
        Vec3 sum = Vec3.ZERO;
        for (int i = 0; i < weights.size(); i++)
            sum = sum.plus(mesh.point(mesh.corners()[mesh.offsets()[face] + i]).times(weights.get(i)));
        return sum;
    }
}
