package org.modeststack.steps.extrude;

import java.util.Arrays;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.FaceFrames;

/**
 * Where the rim of a group of faces goes when it is inset: every side moves by the same width within the surface, and
 * a corner goes where its two sides then meet (the mitre). Worked out once for a width of 1; how wide it can get before
 * something turns round is found from there.
 */
final class InsetRule {
    private static final int BISECTIONS = 40;
    /** What is held back keeps this much distance from the width at which something vanishes. */
    private static final double ROOM = 0.98;
    /** Corners sharper than this (sides that double back) move no farther than such a corner would. */
    private static final double SHARPEST = 0.02;

    private final Raising r;
    private final Mesh mesh;
    /** For each copy, where it goes for each millimetre of width; zero inside. */
    private final double[] way;

    private final boolean[] rimOf;
    private final double[] places;

    InsetRule(Raising r) {
        this.r = r;
        mesh = r.mesh;
        way = new double[3 * r.copies()];
        places = r.places();
        rimOf = new boolean[r.groups];
        // Inward normals of the sides that end and begin at each copy.
        Vec3[] ending = new Vec3[r.copies()], beginning = new Vec3[r.copies()];
        FaceFrames frames = FaceFrames.of(mesh);
        for (int c = r.rim.nextSetBit(0); c >= 0; c = r.rim.nextSetBit(c + 1)) {
            int f = r.adj.cornerFace()[c], d = r.adj.cornerNext()[c];
            rimOf[r.groupOf[f]] = true;
            Vec3 side = mesh.point(mesh.corners()[d]).minus(mesh.point(mesh.corners()[c]));
            Vec3 inward = frames.normal(f).cross(side).unit();
            int p = r.copyAt[c], q = r.copyAt[d];
            beginning[p] =
                    beginning[p] == null ? inward : beginning[p].plus(inward).unit();
            ending[q] = ending[q] == null ? inward : ending[q].plus(inward).unit();
        }
        for (int i = 0; i < r.copies(); i++) {
            if (beginning[i] == null || ending[i] == null) continue;
            Vec3 sum = beginning[i].plus(ending[i]);
            double l2 = sum.dot(sum);
            // The mitre: d·a = d·b = 1 for d along a + b.
            double scale = 2 / Math.max(l2, SHARPEST);
            way[3 * i] = sum.x() * scale;
            way[3 * i + 1] = sum.y() * scale;
            way[3 * i + 2] = sum.z() * scale;
        }
    }

    /** Whether a group has an outline at all. */
    boolean hasRim(int group) {
        return rimOf[group];
    }

    void move(int group, double width, double[] places) {
        for (int i = 3 * r.copyStart[group]; i < 3 * r.copyStart[group + 1]; i++) places[i] += width * way[i];
    }

    /** The wanted width, or the greatest at which no face of the group turns over and no side turns round. */
    double widest(int group, double wanted) {
        if (isSound(group, wanted)) return wanted;
        double good = 0, bad = 1;
        for (int k = 0; k < BISECTIONS; k++) {
            double mid = (good + bad) / 2;
            if (isSound(group, mid * wanted)) good = mid;
            else bad = mid;
        }
        return good * ROOM * wanted;
    }

    /** Whether everything in the group still looks the way it did. */
    private boolean isSound(int group, double width) {
        double[] was = new double[3], now = new double[3];
        for (int i = r.groupStart[group]; i < r.groupStart[group + 1]; i++) {
            int f = r.faces[i];
            if (!touchesRim(f)) continue;
            Normals.areaVector(mesh, f, was);
            Arrays.fill(now, 0);
            int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
            Vec3 sum = Vec3.ZERO, first = at(r.copyAt[from], width);
            for (int c = from; c < to; c++) {
                int d = r.adj.cornerNext()[c];
                Vec3 p = at(r.copyAt[c], width), q = at(r.copyAt[d], width);
                sum = sum.plus(p.minus(first).cross(q.minus(first)).times(0.5));
                Vec3 side = mesh.point(mesh.corners()[d]).minus(mesh.point(mesh.corners()[c]));
                if (side.dot(side) > 0 && q.minus(p).dot(side) <= 0) return false;
            }
            double before = was[0] * was[0] + was[1] * was[1] + was[2] * was[2];
            double dot = sum.x() * was[0] + sum.y() * was[1] + sum.z() * was[2];
            if (before > 0 && dot <= 0) return false;
            if (!isSimple(f, width, was)) return false;
        }
        return true;
    }

    private boolean touchesRim(int f) {
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
            int i = 3 * r.copyAt[c];
            if (way[i] != 0 || way[i + 1] != 0 || way[i + 2] != 0) return true;
        }
        return false;
    }

    private Vec3 at(int copy, double width) {
        int i = 3 * copy;
        return new Vec3(
                places[i] + width * way[i], places[i + 1] + width * way[i + 1], places[i + 2] + width * way[i + 2]);
    }

    /**
     * Whether no two sides of a moved face cross, seen along its normal. Only faces with an inner corner can come to
     * that while their sides keep their directions.
     */
    private boolean isSimple(int f, double width, double[] normal) {
        int from = mesh.offsets()[f], n = mesh.sides(f);
        if (n < 5) return true;
        double ax = Math.abs(normal[0]), ay = Math.abs(normal[1]), az = Math.abs(normal[2]);
        int drop = ax >= ay && ax >= az ? 0 : ay >= az ? 1 : 2;
        double[] x = new double[n], y = new double[n];
        for (int i = 0; i < n; i++) {
            Vec3 p = at(r.copyAt[from + i], width);
            x[i] = p.get((drop + 1) % 3);
            y[i] = p.get((drop + 2) % 3);
        }
        if (isConvex(x, y)) return true;
        for (int i = 0; i < n; i++) {
            for (int j = i + 2; j < n; j++) {
                if (i == 0 && j == n - 1) continue;
                if (cross(x, y, i, (i + 1) % n, j, (j + 1) % n)) return false;
            }
        }
        return true;
    }

    private static boolean isConvex(double[] x, double[] y) {
        int n = x.length, left = 0, right = 0;
        for (int i = 0; i < n; i++) {
            double t = turn(x, y, i, (i + 1) % n, (i + 2) % n);
            if (t > 0) left++;
            if (t < 0) right++;
        }
        return left == 0 || right == 0;
    }

    private static boolean cross(double[] x, double[] y, int a, int b, int c, int d) {
        return turn(x, y, a, b, c) * turn(x, y, a, b, d) < 0 && turn(x, y, c, d, a) * turn(x, y, c, d, b) < 0;
    }

    private static double turn(double[] x, double[] y, int a, int b, int c) {
        return (x[b] - x[a]) * (y[c] - y[a]) - (y[b] - y[a]) * (x[c] - x[a]);
    }
}
