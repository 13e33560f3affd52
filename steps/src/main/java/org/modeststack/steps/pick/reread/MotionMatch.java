package org.modeststack.steps.pick.reread;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.part.Affine;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.pick.Anchor;
import org.modeststack.steps.pick.SameShape;
import org.modeststack.steps.pick.SurfacePatches;

/** Gathers what each element of a mesh is on the mesh that was read again, if it has moved as a whole in one way. */
final class MotionMatch {
    /** Cosine of how far the normals of a vertex may turn: 25 degrees. */
    private static final double ALIKE = Math.cos(Math.toRadians(25));

    /** The nearest lies at so much of the second one's distance, at the most. */
    private static final double SURE = 0.5;

    /** A face that is so many times as large as another is not the same. */
    private static final double LARGER = 4;

    /** Where so many of the vertices lie where they did, as a share, other things may as well. */
    private static final double IN_PLACE = 0.25;

    /** So many surfaces meet in a corner. */
    private static final int CORNER = 3;

    private final Mesh before;
    private final Mesh now;
    private final VertexPlaces places;
    final Affine motion;
    /** For each vertex before the one now, or -1; the same for faces. */
    private final int[] vertices;

    final int[] faces;
    /** The elements now that are accounted for. */
    private final BitSet takenVertices = new BitSet();

    private final BitSet takenFaces = new BitSet();

    /** How many faces are as they were. */
    int same;

    /** Whether many vertices lie where they did. */
    private boolean inPlace;

    MotionMatch(Mesh before, VertexPlaces places, Affine motion) {
        this.before = before;
        this.places = places;
        this.motion = motion;
        now = places.mesh;
        vertices = new int[before.vertexCount()];
        faces = new int[before.faceCount()];
        Arrays.fill(vertices, -1);
        Arrays.fill(faces, -1);
    }

    /** Finds what the motion tells. */
    void match() {
        sameVertices();
        inPlace = takenVertices.cardinality() > IN_PLACE * vertices.length;
        // Once it has moved, a few may lie where others did by chance.
        if (!inPlace && !motion.equals(Affine.IDENTITY)) forget();
        sameFaces();
        same = (int) Arrays.stream(faces).filter(f -> f >= 0).count();
        alike();
    }

    private void forget() {
        Arrays.fill(vertices, -1);
        takenVertices.clear();
    }

    /** How many elements are known. */
    int known() {
        return (int) (Arrays.stream(vertices).filter(v -> v >= 0).count()
                + Arrays.stream(faces).filter(f -> f >= 0).count());
    }

    /** Where it may have moved in several ways: only what most of the best know, and nobody takes for something else. */
    void agree(List<MotionMatch> best, List<MotionMatch> all) {
        agree(
                vertices,
                best.stream().map(m -> m.vertices).toList(),
                all.stream().map(m -> m.vertices).toList());
        agree(
                faces,
                best.stream().map(m -> m.faces).toList(),
                all.stream().map(m -> m.faces).toList());
    }

    private static void agree(int[] out, List<int[]> best, List<int[]> all) {
        // For each element now the one it was, -2 where that is not agreed on.
        Int2IntOpenHashMap was = new Int2IntOpenHashMap();
        BitSet doubtful = new BitSet();
        for (int[] one : all) {
            for (int i = 0; i < out.length; i++) {
                if (one[i] < 0) continue;
                if (out[i] >= 0 && out[i] != one[i]) doubtful.set(i);
                if (was.getOrDefault(one[i], i) != i) was.put(one[i], -2);
                else was.put(one[i], i);
                out[i] = one[i];
            }
        }
        int[] count = new int[out.length];
        for (int[] one : best) for (int i = 0; i < out.length; i++) if (one[i] >= 0) count[i]++;
        for (int i = 0; i < out.length; i++)
            if (out[i] >= 0 && (2 * count[i] <= best.size() || doubtful.get(i) || was.get(out[i]) != i)) out[i] = -1;
    }

    private void sameVertices() {
        for (int v = 0; v < vertices.length; v++) {
            int from = v;
            int[] best = {-1};
            double[] least = {Double.POSITIVE_INFINITY};
            places.at(motion.point(before.point(v)), (w, far) -> {
                if (far > least[0] || takenVertices.get(w) || !looksAlike(from, w)) return;
                least[0] = far;
                best[0] = w;
            });
            vertices[v] = best[0];
            if (best[0] >= 0) takenVertices.set(best[0]);
        }
    }

    /** What lies at the same place may be another thing by now: on an edge where it was on a wall. */
    private boolean looksAlike(int v, int w) {
        SurfacePatches was = SurfacePatches.of(before), is = SurfacePatches.of(now);
        if (was.patchesAt(v).cardinality() != is.patchesAt(w).cardinality()) return false;
        Vec3 a = motion.direction(Anchor.way(before, ElementKind.VERTEX, v)),
                b = Anchor.way(now, ElementKind.VERTEX, w);
        return a.dot(b) > ALIKE || a.equals(Vec3.ZERO);
    }

    /** Faces whose vertices all are the same, in their order. */
    private void sameFaces() {
        for (int f = 0; f < faces.length; f++) {
            int g = SameShape.faceBetween(before, f, now, vertices);
            if (g < 0 || takenFaces.get(g)) continue;
            faces[f] = g;
            takenFaces.set(g);
        }
    }

    /** What lies at about the same place of the same surface. */
    private void alike() {
        SurfacePatches was = SurfacePatches.of(before), is = SurfacePatches.of(now);
        int[] pairs = PatchPairs.of(before, now, motion, inPlace, faces);
        dropStrangers(was, is, pairs);
        dropChances(was, is, pairs);
        for (int p = 0; p < pairs.length; p++) {
            if (pairs[p] < 0) continue;
            IntArrayList a = was.verticesOf(p), b = is.verticesOf(pairs[p]);
            Bounds from = was.box(p, motion), to = is.box(pairs[p], Affine.IDENTITY);
            // Of a surface that is divided in another way a vertex tells nothing; a face still tells the surface.
            boolean same = a.size() == b.size();
            if (same) pair(ElementKind.VERTEX, a, b, from, to, SURE);
            pair(ElementKind.FACE, was.faces(p), is.faces(pairs[p]), from, to, same ? SURE : 1);
        }
        dropStrangers(was, is, pairs);
    }

    /** What lies at the same place, or about it, is another vertex where other surfaces meet. */
    private void dropStrangers(SurfacePatches was, SurfacePatches is, int[] pairs) {
        BitSet paired = new BitSet();
        for (int q : pairs) if (q >= 0) paired.set(q);
        for (int v = 0; v < vertices.length; v++) {
            int w = vertices[v];
            if (w < 0) continue;
            BitSet there = new BitSet(), here = is.patchesAt(w);
            boolean all = was.patchesAt(v).stream().allMatch(p -> {
                if (pairs[p] >= 0) there.set(pairs[p]);
                return pairs[p] >= 0;
            });
            // Of a surface that has been cut apart only one piece has its pair.
            here.andNot(there);
            if (all && !here.intersects(paired)) continue;
            takenVertices.clear(w);
            vertices[v] = -1;
        }
    }

    /**
     * Where a surface has other bounds and is divided in another way, what lies at the same place within it or along
     * it may do so by chance: only its corners are known, where three surfaces meet.
     */
    private void dropChances(SurfacePatches was, SurfacePatches is, int[] pairs) {
        for (int p = 0; p < pairs.length; p++) {
            if (pairs[p] < 0) continue;
            int q = pairs[p];
            boolean divided = was.faces(p).size() != is.faces(q).size();
            if (!divided || was.box(p, motion).isNear(is.box(q, Affine.IDENTITY), places.near())) continue;
            was.verticesOf(p).forEach(v -> {
                if (vertices[v] < 0 || was.patchesAt(v).cardinality() >= CORNER) return;
                takenVertices.clear(vertices[v]);
                vertices[v] = -1;
            });
            was.faces(p).forEach(f -> {
                if (faces[f] < 0) return;
                takenFaces.clear(faces[f]);
                faces[f] = -1;
            });
        }
    }

    /** Takes elements for one another that are each other's nearest, in proportion to the boxes round them. */
    private void pair(ElementKind kind, IntArrayList a, IntArrayList b, Bounds from, Bounds to, double clearly) {
        int[] found = kind == ElementKind.VERTEX ? vertices : faces;
        BitSet taken = kind == ElementKind.VERTEX ? takenVertices : takenFaces;
        IntArrayList open = new IntArrayList(), free = new IntArrayList();
        a.forEach(e -> {
            if (found[e] < 0) open.add(e);
        });
        b.forEach(e -> {
            if (!taken.get(e)) free.add(e);
        });
        if (open.isEmpty() || free.isEmpty()) return;
        Vec3[] were = new Vec3[open.size()], are = new Vec3[free.size()];
        Arrays.setAll(were, i -> from.inProportion(motion.point(Anchor.place(before, kind, open.getInt(i))), to));
        Arrays.setAll(are, i -> Anchor.place(now, kind, free.getInt(i)));
        NearestPlaces near = new NearestPlaces(are, to, clearly), back = new NearestPlaces(were, to, clearly);
        for (int i = 0; i < were.length; i++) {
            int j = near.of(were[i]);
            if (j < 0 || back.of(are[j]) != i) continue;
            if (kind == ElementKind.FACE && !isLike(open.getInt(i), free.getInt(j))) continue;
            found[open.getInt(i)] = free.getInt(j);
            taken.set(free.getInt(j));
        }
    }

    /** Whether a face looks the same way as another and is not much larger or smaller. */
    private boolean isLike(int f, int g) {
        Vec3 was = motion.direction(FaceFrames.of(before).normal(f));
        double larger = Math.log(Normals.area(before, f) / Normals.area(now, g));
        return was.dot(FaceFrames.of(now).normal(g)) > ALIKE && Math.abs(larger) < Math.log(LARGER);
    }

    /** With the keys that were found; what is new gets none that the mesh had before. */
    Mesh named() {
        return now.withKeys(
                keys(before.vertexKeys(), vertices, now.vertexKeys()), keys(before.faceKeys(), faces, now.faceKeys()));
    }

    private static long[] keys(long[] before, int[] became, long[] now) {
        long[] out = new long[now.length];
        BitSet known = new BitSet();
        LongOpenHashSet used = new LongOpenHashSet(before);
        for (int i = 0; i < became.length; i++) {
            if (became[i] < 0) continue;
            out[became[i]] = before[i];
            known.set(became[i]);
        }
        for (int i = known.nextClearBit(0); i < now.length; i = known.nextClearBit(i + 1)) {
            long key = now[i];
            while (!used.add(key)) key = Keys.mix(key);
            out[i] = key;
        }
        return out;
    }
}
