package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.select.FaceFrames;

/**
 * Holds the width back where strips would cross. All new vertices leave the old ones in proportion to the width, so that
 * the width at which a side of a face has no length left is known at once; faces that are not convex are looked at as
 * polygons besides. What hangs together is held back alike.
 */
final class Guard {
    /** Nearer to its limit than this share, a side counts as having no length left. */
    private static final double SPENT = 1e-9;

    private static final int HALVINGS = 14;
    private static final double MARGIN = 0.98;

    private final CutMesh cut;
    private final Mesh mesh;
    private final Adjacency adj;
    /** For each vertex the first of those that are held back together with it; vertices that nothing happens to are alone. */
    private final int[] group;

    private final BitSet touched;
    /** For each old vertex how far its own are let go. */
    final double[] scale;
    /** Sides that have no length left: their corners. */
    private final IntArrayList spent = new IntArrayList();

    /**
     * @param touched vertices that others stand in place of
     * @param group for each vertex the first of its group
     */
    Guard(CutMesh cut, BitSet touched, int[] group) {
        this.cut = cut;
        mesh = cut.mesh;
        adj = cut.adj;
        this.touched = touched;
        this.group = group;
        scale = new double[mesh.vertexCount()];
        Arrays.fill(scale, 1);
    }

    /** Holds back. @return whether anything is */
    boolean hold() {
        BitSet faces = new BitSet(mesh.faceCount());
        for (int v = touched.nextSetBit(0); v >= 0; v = touched.nextSetBit(v + 1))
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
                faces.set(adj.cornerFace()[adj.vertexCorners()[i]]);
        double[] limit = new double[mesh.vertexCount()];
        Arrays.fill(limit, Double.POSITIVE_INFINITY);
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1))
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) limit(c, limit);
        boolean held = spread(limit);
        for (int pass = 0; pass < 3; pass++) {
            boolean more = false;
            Arrays.fill(limit, Double.POSITIVE_INFINITY);
            for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
                if (isConvex(f) || isSimple(f, 1)) continue;
                double low = 0, high = 1;
                for (int i = 0; i < HALVINGS; i++) {
                    double mid = (low + high) / 2;
                    if (isSimple(f, mid)) low = mid;
                    else high = mid;
                }
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                    int g = group[mesh.corners()[c]];
                    limit[g] = Math.min(limit[g], MARGIN * low * scale[mesh.corners()[c]]);
                }
                more = true;
            }
            if (!more) break;
            held |= spread(limit);
        }
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1))
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) if (isSpent(c)) spent.add(c);
        return held;
    }

    private boolean spread(double[] limit) {
        boolean held = false;
        for (int v = touched.nextSetBit(0); v >= 0; v = touched.nextSetBit(v + 1)) {
            if (limit[group[v]] >= scale[v]) continue;
            scale[v] = limit[group[v]];
            held = true;
        }
        return held;
    }

    /** The scale at which a side that leaves a corner has no length left. */
    private void limit(int c, double[] limit) {
        int v = mesh.corners()[c], w = mesh.corners()[adj.cornerNext()[c]];
        double shrinks = shrinks(c), l2 = 0;
        if (shrinks <= 0) return;
        for (int k = 0; k < 3; k++) l2 += square(mesh.xyz()[3 * w + k] - mesh.xyz()[3 * v + k]);
        double t = l2 / shrinks;
        limit[group[v]] = Math.min(limit[group[v]], t);
        limit[group[w]] = Math.min(limit[group[w]], t);
    }

    /** By how much a side shrinks at full width, times its length. */
    private double shrinks(int c) {
        int d = adj.cornerNext()[c], v = mesh.corners()[c], w = mesh.corners()[d];
        int a = cut.lastAt(c), b = cut.firstAt(d);
        double sum = 0;
        for (int k = 0; k < 3; k++)
            sum += (cut.offset(a, k) - cut.offset(b, k)) * (mesh.xyz()[3 * w + k] - mesh.xyz()[3 * v + k]);
        return sum;
    }

    private boolean isSpent(int c) {
        int d = adj.cornerNext()[c], v = mesh.corners()[c], w = mesh.corners()[d];
        int a = cut.lastAt(c), b = cut.firstAt(d);
        double l2 = 0, now = 0;
        for (int k = 0; k < 3; k++) {
            l2 += square(mesh.xyz()[3 * w + k] - mesh.xyz()[3 * v + k]);
            now += square(cut.place(a, k, scale) - cut.place(b, k, scale));
        }
        return now <= SPENT * SPENT * l2;
    }

    private static double square(double x) {
        return x * x;
    }

    /** What the sides that have no length left make one. */
    DisjointSets merged() {
        if (spent.isEmpty()) return null;
        DisjointSets sets = new DisjointSets(cut.vertexCount());
        for (int i = 0; i < spent.size(); i++) {
            int c = spent.getInt(i);
            sets.join(cut.lastAt(c), cut.firstAt(adj.cornerNext()[c]));
        }
        return sets;
    }

    private boolean isConvex(int f) {
        double[] n = FaceFrames.of(mesh).normals(), p = mesh.xyz();
        int from = mesh.offsets()[f], to = mesh.offsets()[f + 1];
        if (to - from == 3) return true;
        for (int c = from; c < to; c++) {
            int a = 3 * mesh.corners()[c == from ? to - 1 : c - 1], b = 3 * mesh.corners()[c];
            int d = 3 * mesh.corners()[c + 1 == to ? from : c + 1];
            double ux = p[b] - p[a], uy = p[b + 1] - p[a + 1], uz = p[b + 2] - p[a + 2];
            double wx = p[d] - p[b], wy = p[d + 1] - p[b + 1], wz = p[d + 2] - p[b + 2];
            double s = n[3 * f] * (uy * wz - uz * wy)
                    + n[3 * f + 1] * (uz * wx - ux * wz)
                    + n[3 * f + 2] * (ux * wy - uy * wx);
            if (s < -1e-12 * (ux * ux + uy * uy + uz * uz + wx * wx + wy * wy + wz * wz)) return false;
        }
        return true;
    }

    /** Whether the outline that a face would get crosses itself nowhere. */
    private boolean isSimple(int f, double share) {
        IntArrayList round = new IntArrayList();
        for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) cut.addChain(c, round);
        double[] normal = FaceFrames.of(mesh).normals();
        double nx = Math.abs(normal[3 * f]), ny = Math.abs(normal[3 * f + 1]), nz = Math.abs(normal[3 * f + 2]);
        int x = nz >= nx && nz >= ny ? 0 : nx >= ny ? 1 : 2, y = (x + 1) % 3;
        int n = round.size();
        double[] q = new double[2 * n];
        for (int i = 0; i < n; i++) {
            int v = round.getInt(i), o = cut.originOf(v);
            q[2 * i] = mesh.xyz()[3 * o + x] + share * scale[o] * cut.offset(v, x);
            q[2 * i + 1] = mesh.xyz()[3 * o + y] + share * scale[o] * cut.offset(v, y);
        }
        return Outline.isSimple(q);
    }
}
