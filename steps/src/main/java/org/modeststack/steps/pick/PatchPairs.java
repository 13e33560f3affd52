package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.select.FaceFrames;

/**
 * Which surface of a mesh that was read again is which of those it had before: the one with the same faces where it has
 * kept some; else the one that is about as large, looks the same way, lies nearest and has the same neighbours, if each is
 * the other's best and no second comes near.
 */
final class PatchPairs {
    /** So much worse must the second be. */
    private static final double CLEARLY = 1.5;

    /** What is less alike is another. */
    private static final double LIMIT = 1.2;

    /** So far may it have gone, as a share of its size. */
    private static final double FAR = 0.25;

    /** So many times as large may it be. */
    private static final double LARGER = 2;

    /** Nor may it differ by less than so much more. */
    private static final double TOO_NEAR = 0.05;

    /** A neighbour that is not there counts as so much, of all neighbours. */
    private static final double NEIGHBOURS = 1;

    /** More or fewer holes count as so much. */
    private static final double HOLES = 0.4;

    /** In the second round more neighbours are known. */
    private static final int ROUNDS = 2;

    private final Mesh before;
    private final Mesh now;
    private final Affine motion;
    /** For each patch before the one now, or -1. */
    private final int[] pairs;

    /**
     * What tells a patch apart.
     *
     * @param area mm²
     * @param way the mean of its normals; short where it goes round
     * @param outward 1 where it looks away from its middle all round, −1 where it looks at it, as the wall of a hole does
     * @param euler its Euler characteristic: 1 for a sheet, 0 for one with a hole or for a band
     * @param box round it
     * @param neighbours the patches now that it meets, as far as they are known
     */
    private record Shape(double area, Vec3 way, double outward, int euler, Bounds box, BitSet neighbours) {
        /** 0 for the same. */
        double differs(Shape o) {
            double far = box.center().minus(o.box.center()).length() / Math.max(box.diagonal(), o.box.diagonal());
            double larger = Math.abs(Math.log(area / o.area));
            if (far > FAR || larger > Math.log(LARGER)) return Double.POSITIVE_INFINITY;
            BitSet both = (BitSet) neighbours.clone(), any = (BitSet) neighbours.clone();
            both.and(o.neighbours);
            any.or(o.neighbours);
            double others = any.isEmpty() ? 0 : 1 - (double) both.cardinality() / any.cardinality();
            return larger
                    + way.minus(o.way).length()
                    + Math.abs(outward - o.outward)
                    + (euler == o.euler ? 0 : HOLES)
                    + far
                    + NEIGHBOURS * others;
        }
    }

    private PatchPairs(Mesh before, Mesh now, Affine motion, int[] pairs) {
        this.before = before;
        this.now = now;
        this.motion = motion;
        this.pairs = pairs;
    }

    /**
     * For each patch of a mesh the one that it is now, or -1.
     *
     * @param motion how the mesh has moved as a whole
     * @param faces for each face of the mesh before what it is now, or -1
     */
    static int[] of(Mesh before, Mesh now, Affine motion, int[] faces) {
        int[] pairs = kept(SurfacePatches.of(before), SurfacePatches.of(now), faces);
        for (int round = 0; round < ROUNDS; round++) new PatchPairs(before, now, motion, pairs).match();
        return pairs;
    }

    /** The patches that have most of the faces that were kept of another. */
    private static int[] kept(SurfacePatches was, SurfacePatches is, int[] faces) {
        int[] pairs = new int[was.count()];
        BitSet taken = new BitSet();
        for (int p = 0; p < pairs.length; p++) {
            Int2IntOpenHashMap votes = new Int2IntOpenHashMap();
            was.faces(p).forEach(f -> {
                if (faces[f] >= 0) votes.addTo(is.patchOf(faces[f]), 1);
            });
            pairs[p] = -1;
            int most = 0;
            for (var e : votes.int2IntEntrySet()) {
                if (e.getIntValue() <= most || taken.get(e.getIntKey())) continue;
                most = e.getIntValue();
                pairs[p] = e.getIntKey();
            }
            if (pairs[p] >= 0) taken.set(pairs[p]);
        }
        return pairs;
    }

    /** Pairs what is each other's best and clearly so. */
    private void match() {
        Shape[] a = shapes(before, true), b = shapes(now, false);
        int[] best = new int[a.length], back = new int[b.length];
        for (int p = 0; p < a.length; p++) best[p] = nearest(a[p], b);
        for (int q = 0; q < b.length; q++) back[q] = nearest(b[q], a);
        for (int p = 0; p < a.length; p++) if (best[p] >= 0 && back[best[p]] == p) pairs[p] = best[p];
    }

    /** The one that differs least, and clearly less than any other; or -1. */
    private static int nearest(@Nullable Shape of, @Nullable Shape[] all) {
        if (of == null) return -1;
        int best = -1;
        double least = Double.POSITIVE_INFINITY, second = Double.POSITIVE_INFINITY;
        for (int i = 0; i < all.length; i++) {
            Shape s = all[i];
            if (s == null) continue;
            double d = of.differs(s);
            if (d < least) {
                second = least;
                least = d;
                best = i;
            } else second = Math.min(second, d);
        }
        return least < LIMIT && second > CLEARLY * least + TOO_NEAR ? best : -1;
    }

    /** The patches that have no pair yet; null in place of the others. */
    private @Nullable Shape[] shapes(Mesh m, boolean isBefore) {
        SurfacePatches patches = SurfacePatches.of(m);
        int n = patches.count();
        BitSet paired = new BitSet();
        for (int p = 0; p < pairs.length; p++) if (pairs[p] >= 0) paired.set(isBefore ? p : pairs[p]);
        BitSet[] around = new BitSet[n];
        Arrays.setAll(around, _ -> new BitSet());
        for (int l = 0; l < patches.lineCount(); l++) {
            int p = patches.low(l), q = patches.high(l);
            if (p < 0) continue;
            if (paired.get(q)) around[p].set(isBefore ? pairs[q] : q);
            if (paired.get(p)) around[q].set(isBefore ? pairs[p] : p);
        }
        Affine moved = isBefore ? motion : Affine.IDENTITY;
        @Nullable Shape[] out = new Shape[n];
        for (int p = 0; p < n; p++)
            if (!paired.get(p) && patches.size(ElementKind.FACE, p) > 0)
                out[p] = shape(m, patches, p, moved, around[p]);
        return out;
    }

    private static Shape shape(Mesh m, SurfacePatches patches, int p, Affine moved, BitSet around) {
        Bounds box = patches.box(p, moved);
        double out = 0, all = 0;
        for (int f : patches.faces(p)) {
            Vec3 from = moved.point(FaceFrames.of(m).middle(f)).minus(box.center());
            double area = Normals.area(m, f);
            out += area * moved.direction(FaceFrames.of(m).normal(f)).dot(from);
            all += area * from.length();
        }
        double area = patches.size(ElementKind.FACE, p);
        return new Shape(
                area, moved.direction(patches.way(p)), all > 0 ? out / all : 0, euler(m, patches, p), box, around);
    }

    private static int euler(Mesh m, SurfacePatches patches, int p) {
        IntOpenHashSet edges = new IntOpenHashSet();
        for (int f : patches.faces(p))
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++)
                edges.add(m.adjacency().cornerEdge()[c]);
        return patches.verticesOf(p).size() - edges.size() + patches.faces(p).size();
    }
}
