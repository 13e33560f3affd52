package org.modeststack.steps.bevel;

import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.profile.Equations;

/**
 * Where the rails of cut edges meet at a vertex: those of two edges in the sector between them, in one plane or over
 * several, or that of one edge with another spoke.
 */
final class RailMeeting {
    /** Rails that meet an edge at less than this (sine) would run far along it; they end square to their own instead. */
    private static final double SLANTED = 0.17;

    /** Faces whose normals agree to this (one minus the cosine) are one plane. */
    private static final double PLANE = 1e-10;

    private final EndSite site;
    private final CutPiece cut;
    private final Adjacency adj;
    private final FaceFan fan;
    private final double[] normals;
    private final double[] at = new double[3];

    RailMeeting(EndSite site) {
        this.site = site;
        cut = site.cut;
        adj = site.adj;
        fan = site.fan;
        normals = site.normals;
    }

    /**
     * Sets {@link #at} to where the rails between two cut spokes meet.
     *
     * @param f where the normal of the face behind the first begins
     * @return whether all between is one plane
     */
    boolean aim(int a, int b, int f) {
        double da = site.distance(a, true), db = site.distance(b, false);
        if (b - a > 1) {
            int g = 3 * site.faceBeside(b, false);
            double dot = normals[f] * normals[g] + normals[f + 1] * normals[g + 1] + normals[f + 2] * normals[g + 2];
            if (dot < 1 - PLANE) {
                // With one edge between, on that if it can be.
                if (b - a > 2 || !ridge(a, b)) fit(a, b, da, db);
                return false;
            }
        }
        inPlane(a, b, da, db, f);
        return true;
    }

    /** Where two rails in one plane meet; between edges that go straight on, beside them. */
    private void inPlane(int a, int b, double da, double db, int f) {
        double[] w = fan.ways();
        int i = fan.at(a), j = fan.at(b);
        double cos = w[i] * w[j] + w[i + 1] * w[j + 1] + w[i + 2] * w[j + 2];
        double x = w[i + 1] * w[j + 2] - w[i + 2] * w[j + 1], y = w[i + 2] * w[j] - w[i] * w[j + 2];
        double z = w[i] * w[j + 1] - w[i + 1] * w[j];
        double sin = x * normals[f] + y * normals[f + 1] + z * normals[f + 2];
        if (da == db || Math.abs(sin) < 0.02) {
            // The bisector, as long as d / sin(φ/2): right for every angle up to nearly a full turn.
            double dx = w[i] - w[j], dy = w[i + 1] - w[j + 1], dz = w[i + 2] - w[j + 2];
            double s = (da + db) / 2 / Math.max(1e-9, 1 - cos);
            at[0] = s * (normals[f + 1] * dz - normals[f + 2] * dy);
            at[1] = s * (normals[f + 2] * dx - normals[f] * dz);
            at[2] = s * (normals[f] * dy - normals[f + 1] * dx);
            return;
        }
        for (int k = 0; k < 3; k++) at[k] = (db * w[i + k] + da * w[j + k]) / sin;
    }

    /** On the one edge between two cut ones, where the rails meet it: halfway if not at the same place. */
    private boolean ridge(int a, int b) {
        double l = slide(a, a + 1, true), r = slide(b, b - 1, false);
        if (Double.isNaN(l) && Double.isNaN(r)) return false;
        double t = Double.isNaN(l) ? r : Double.isNaN(r) ? l : (l + r) / 2;
        int e = fan.at(a + 1);
        for (int k = 0; k < 3; k++) at[k] = t * fan.ways()[e + k];
        return true;
    }

    /** On the planes of the outer faces and as far from both cut edges as wished, in the sense of least squares. */
    private void fit(int a, int b, double da, double db) {
        cut.doubtful = true;
        double[] q = new double[6], r = new double[3], p = new double[3];
        for (int j = a; j < b; j++) {
            int f = 3 * adj.cornerFace()[fan.corner(j)];
            double weight = j == a || j == b - 1 ? 1e4 : 1;
            add(q, r, normals[f], normals[f + 1], normals[f + 2], 0, weight);
        }
        inward(a, true);
        System.arraycopy(at, 0, p, 0, 3);
        add(q, r, p[0], p[1], p[2], da, 1);
        inward(b, false);
        add(q, r, at[0], at[1], at[2], db, 1);
        for (int k = 0; k < 3; k++) p[k] = p[k] + at[k];
        Vec3 x = Equations.solve(q, r, 1e-12);
        double limit = 8 * Math.max(da, db);
        if (x == null || x.length() > limit)
            x = new Vec3(p[0], p[1], p[2]).unit().times((da + db) / 2);
        at[0] = x.x();
        at[1] = x.y();
        at[2] = x.z();
    }

    private static void add(double[] q, double[] r, double x, double y, double z, double value, double weight) {
        q[0] += weight * x * x;
        q[1] += weight * x * y;
        q[2] += weight * x * z;
        q[3] += weight * y * y;
        q[4] += weight * y * z;
        q[5] += weight * z * z;
        r[0] += weight * x * value;
        r[1] += weight * y * value;
        r[2] += weight * z * value;
    }

    /** How far along another spoke the rail beside a cut one meets it; NaN where it had better not. */
    double slide(int spoke, int along, boolean isLeft) {
        double[] w = fan.ways();
        int a = fan.at(spoke), b = fan.at(along), f = 3 * site.faceBeside(spoke, isLeft);
        double x = w[a + 1] * w[b + 2] - w[a + 2] * w[b + 1], y = w[a + 2] * w[b] - w[a] * w[b + 2];
        double z = w[a] * w[b + 1] - w[a + 1] * w[b];
        double sin = Math.sqrt(x * x + y * y + z * z);
        double side = x * normals[f] + y * normals[f + 1] + z * normals[f + 2];
        if (!isLeft) side = -side;
        double cos = w[a] * w[b] + w[a + 1] * w[b + 1] + w[a + 2] * w[b + 2];
        if (side <= 0 || sin < (cos > 0 ? 1e-3 : SLANTED)) return Double.NaN;
        return site.distance(spoke, isLeft) / sin;
    }

    /** A vertex beside a cut spoke, square to it. */
    int square(int spoke, boolean isLeft) {
        inward(spoke, isLeft);
        double d = site.distance(spoke, isLeft);
        return site.point(d * at[0], d * at[1], d * at[2], isLeft ? fan.corner(spoke) : site.cornerBefore(spoke));
    }

    /** Sets {@link #at} to the direction into a face beside a spoke, square to that. */
    private void inward(int spoke, boolean isLeft) {
        double[] w = fan.ways();
        int a = fan.at(spoke), f = 3 * site.faceBeside(spoke, isLeft);
        double s = isLeft ? 1 : -1;
        double x = s * (normals[f + 1] * w[a + 2] - normals[f + 2] * w[a + 1]);
        double y = s * (normals[f + 2] * w[a] - normals[f] * w[a + 2]);
        double z = s * (normals[f] * w[a + 1] - normals[f + 1] * w[a]);
        double l = Math.sqrt(x * x + y * y + z * z);
        at[0] = l > 0 ? x / l : 0;
        at[1] = l > 0 ? y / l : 0;
        at[2] = l > 0 ? z / l : 0;
    }

    /** Puts a vertex where the rails meet, told from others here by a corner. */
    int vertex(int c) {
        return site.point(at[0], at[1], at[2], c);
    }

    /** Where the rails meet, from the old vertex. */
    Vec3 meeting() {
        return new Vec3(at[0], at[1], at[2]);
    }
}
