package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.function.IntPredicate;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.search.Crossings;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.validity.FaceOutlines;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.mesh.work.Workers;

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
    /** What is multiplied with the scale of strips that pass through something. */
    private static final double CLOSER = 0.75;

    private final CutMesh cut;
    private final Mesh mesh;
    private final Adjacency adj;
    /** For each vertex the first of those that are held back together with it; vertices that nothing happens to are alone. */
    private final Supplier<int[]> grouping;

    private int @Nullable [] group;

    private final BitSet touched;
    /** The smallest scale at which some side has no length left. */
    private double least = Double.POSITIVE_INFINITY;
    /** The corner that side leaves. */
    private int tightest = -1;

    /** Old vertices beside what was found to cross, or to have no area, at the last look. */
    private final BitSet culprits = new BitSet();
    /** Old vertices whose own have been moved since crossings were looked for; null before they were. */
    private @Nullable BitSet moved;

    /** Whether something had come together at the last look: what comes apart again moves without being held back. */
    private boolean hadMerged;

    /** For each old vertex how far its own are let go. */
    final double[] scale;
    /** The old faces round the touched vertices. */
    private final BitSet faces = new BitSet();

    /**
     * @param touched vertices that others stand in place of
     * @param grouping gives for each vertex the first of its group; asked only where something must be held back
     */
    Guard(CutMesh cut, BitSet touched, Supplier<int[]> grouping) {
        this.cut = cut;
        mesh = cut.mesh;
        adj = cut.adj;
        this.touched = touched;
        this.grouping = grouping;
        scale = new double[mesh.vertexCount()];
        Arrays.fill(scale, 1);
    }

    private int group(int v) {
        int[] g = group;
        if (g == null) group = g = grouping.get();
        return g[v];
    }

    /** Holds back so far that nothing beside each other crosses. */
    void hold() {
        double[] spent = new double[mesh.cornerCount()];
        boolean[] isTouched = new boolean[mesh.faceCount()], isDented = new boolean[mesh.faceCount()];
        Workers.ranges(0, mesh.faceCount(), (from, to) -> {
            for (int f = from; f < to; f++) {
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++)
                    isTouched[f] |= touched.get(mesh.corners()[c]);
                if (!isTouched[f]) continue;
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) spent[c] = spentAt(c);
                isDented[f] = !isConvex(f);
            }
        });
        BitSet dented = new BitSet();
        for (int f = 0; f < isTouched.length; f++) {
            if (!isTouched[f]) continue;
            faces.set(f);
            if (isDented[f]) dented.set(f);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (spent[c] >= least) continue;
                least = spent[c];
                tightest = c;
            }
        }
        if (least >= 1 && dented.isEmpty()) return;
        double[] limit = new double[mesh.vertexCount()];
        Arrays.fill(limit, Double.POSITIVE_INFINITY);
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (spent[c] >= 1) continue;
                int v = group(mesh.corners()[c]), w = group(mesh.corners()[adj.cornerNext()[c]]);
                limit[v] = Math.min(limit[v], spent[c]);
                limit[w] = Math.min(limit[w], spent[c]);
            }
        }
        spread(limit);
        for (int pass = 0; pass < 3; pass++) {
            boolean more = false;
            Arrays.fill(limit, Double.POSITIVE_INFINITY);
            for (int f = dented.nextSetBit(0); f >= 0; f = dented.nextSetBit(f + 1)) {
                if (isSimple(f, 1)) continue;
                double low = 0, high = 1;
                for (int i = 0; i < HALVINGS; i++) {
                    double mid = (low + high) / 2;
                    if (isSimple(f, mid)) low = mid;
                    else high = mid;
                }
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                    int g = group(mesh.corners()[c]);
                    limit[g] = Math.min(limit[g], MARGIN * low * scale[mesh.corners()[c]]);
                }
                more = true;
            }
            if (!more) break;
            spread(limit);
        }
    }

    /** Where something was found to cross, or else the middle of the side that has no length left first; or null. */
    @Nullable
    Vec3 place() {
        int v = culprits.nextSetBit(0);
        if (v >= 0) return mesh.point(v);
        if (tightest < 0) return null;
        Vec3 p = mesh.point(mesh.corners()[tightest]);
        return p.plus(mesh.point(mesh.corners()[adj.cornerNext()[tightest]])).times(0.5);
    }

    /** The smallest scale at which some side has no length left; infinite where none shrinks. */
    double spent() {
        return least;
    }

    private void spread(double[] limit) {
        for (int v = touched.nextSetBit(0); v >= 0; v = touched.nextSetBit(v + 1))
            scale[v] = Math.min(scale[v], limit[group(v)]);
    }

    /** The scale at which the side that leaves a corner has no length left; infinite where it does not shrink. */
    private double spentAt(int c) {
        int v = mesh.corners()[c], w = mesh.corners()[adj.cornerNext()[c]];
        double shrinks = shrinks(c), l2 = 0;
        if (shrinks <= 0) return Double.POSITIVE_INFINITY;
        for (int k = 0; k < 3; k++) l2 += square(mesh.xyz()[3 * w + k] - mesh.xyz()[3 * v + k]);
        return l2 / shrinks;
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

    /** What the sides that have no length left make one; null where none has. */
    @Nullable
    DisjointSets merged() {
        // Nothing is as near to its limit as that.
        if (least > 1 + 1e-6) return null;
        DisjointSets sets = null;
        for (int f = faces.nextSetBit(0); f >= 0; f = faces.nextSetBit(f + 1)) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (!isSpent(c)) continue;
                if (sets == null) sets = new DisjointSets(cut.vertexCount());
                sets.join(cut.lastAt(c), cut.firstAt(adj.cornerNext()[c]));
            }
        }
        if (sets != null || hadMerged) moved = null;
        hadMerged = sets != null;
        return sets;
    }

    /**
     * Holds back what passes through something else in the mesh that was built.
     *
     * @param exactly whether what covers something in one plane, or has an outline that meets itself, is held back too;
     *     without, it is left as earlier versions left it
     * @return whether there was any such thing
     */
    boolean holdCrossings(Mesh built, boolean exactly) {
        culprits.clear();
        BitSet since = moved == null ? touched : moved;
        moved = new BitSet();
        IntPredicate asked = f -> isBeside(built, f, since);
        Bvh.PairVisitor note = (f, g) -> {
            note(built, f);
            note(built, g);
        };
        if (!exactly) Crossings.find(built, asked, note::pair);
        else {
            SelfIntersections.findFaults(built, asked, note);
            FaceOutlines.meetingThemselves(built, asked).stream().forEach(f -> note(built, f));
        }
        return shrink(CLOSER);
    }

    /**
     * Holds back what left faces without area in the mesh that was built.
     *
     * @return whether there were any
     */
    boolean holdFlat(Mesh built) {
        culprits.clear();
        for (int f = 0; f < built.faceCount(); f++)
            if (isChanged(built, f) && Health.isDegenerate(built, f)) note(built, f);
        return shrink(MARGIN);
    }

    /**
     * The old vertices beside what was held back last.
     *
     * @param alone or else all that hangs together with them
     */
    BitSet culprits(boolean alone) {
        if (alone) return culprits;
        BitSet groups = new BitSet(), out = new BitSet();
        culprits.stream().forEach(v -> groups.set(group(v)));
        touched.stream().filter(v -> groups.get(group(v))).forEach(out::set);
        return out;
    }

    /** Whether something was held back, or is just where it would have to be. */
    boolean isTight() {
        if (least <= 1 + 1e-6) return true;
        for (int v = touched.nextSetBit(0); v >= 0; v = touched.nextSetBit(v + 1)) if (scale[v] < 1) return true;
        return false;
    }

    /**
     * Holds back what came together so that more than two faces meet in an edge.
     *
     * @return whether there was any
     */
    boolean holdBranching(Mesh built) {
        culprits.clear();
        Adjacency now = built.adjacency();
        for (int e = 0; e < now.edgeCount(); e++) {
            if (now.edgeSides(e) <= 2) continue;
            int a = cut.originOfBuilt(now.edgeLow(e)), b = cut.originOfBuilt(now.edgeHigh(e));
            int before = a == b ? -1 : adj.edgeBetween(a, b, mesh);
            if (before >= 0 && adj.edgeSides(before) > 2) continue;
            for (int i = 0; i < now.edgeSides(e); i++) {
                int f = now.cornerFace()[now.edgeCorner(e, i)];
                if (isChanged(built, f)) note(built, f);
            }
        }
        return shrink(MARGIN);
    }

    private boolean shrink(double by) {
        BitSet groups = new BitSet();
        culprits.stream().forEach(v -> groups.set(group(v)));
        if (groups.isEmpty()) return false;
        for (int v = touched.nextSetBit(0); v >= 0; v = touched.nextSetBit(v + 1))
            if (groups.get(group(v))) {
                scale[v] *= by;
                if (moved != null) moved.set(v);
            }
        return true;
    }

    private boolean isChanged(Mesh built, int f) {
        return isBeside(built, f, touched);
    }

    private boolean isBeside(Mesh built, int f, BitSet old) {
        for (int c = built.offsets()[f]; c < built.offsets()[f + 1]; c++)
            if (old.get(cut.originOfBuilt(built.corners()[c]))) return true;
        return false;
    }

    private void note(Mesh built, int f) {
        for (int c = built.offsets()[f]; c < built.offsets()[f + 1]; c++) {
            int v = cut.originOfBuilt(built.corners()[c]);
            if (touched.get(v)) culprits.set(v);
        }
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
