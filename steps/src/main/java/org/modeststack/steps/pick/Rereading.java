package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Affine;

/**
 * A mesh that was read from a file again after it had changed there, with the keys that its elements had: so picks know
 * what is still there. Vertices that lie where they did, once the mesh is brought back to where it was as a whole
 * ({@link WholeMotion}), are the same, and so are faces between them. Where a surface has been found again by its shape
 * ({@link PatchPairs}), what lies at about the same place of it is the same too. All else is new.
 *
 * @param faces how many of its faces are as they were
 * @param likeBefore how many others are taken for ones that were there
 * @param motion how it has moved as a whole
 */
public record Rereading(Mesh mesh, int faces, int likeBefore, Affine motion) {
    /**
     * In time linear in the meshes, but for the pairing of surfaces that have changed.
     *
     * @param before as it was read before
     * @param now as it has been read now
     */
    public static Rereading of(Mesh before, Mesh now) {
        if (before.isEmpty() || now.isEmpty()) return new Rereading(now, 0, 0, Affine.IDENTITY);
        Matcher m = new Matcher(before, now);
        m.sameVertices();
        m.sameFaces();
        int same = (int) Arrays.stream(m.faces).filter(f -> f >= 0).count();
        m.alike();
        int all = (int) Arrays.stream(m.faces).filter(f -> f >= 0).count();
        return new Rereading(m.named(), same, all - same, m.motion);
    }

    /** Cosine of how far the normals of a vertex may turn: 25 degrees. */
    private static final double ALIKE = Math.cos(Math.toRadians(25));

    /** The nearest lies at so much of the second one's distance, at the most. */
    private static final double SURE = 0.5;

    /** Gathers, for each element before, what it is now. */
    private static final class Matcher {
        final Mesh before;
        final Mesh now;
        final VertexPlaces places;
        final Affine motion;
        final int[] vertices;
        final int[] faces;
        /** The elements now that are accounted for. */
        final BitSet takenVertices = new BitSet();

        final BitSet takenFaces = new BitSet();

        Matcher(Mesh before, Mesh now) {
            this.before = before;
            this.now = now;
            places = new VertexPlaces(now, WholeMotion.NEAR * before.bounds().diagonal());
            motion = WholeMotion.of(before, places);
            vertices = new int[before.vertexCount()];
            faces = new int[before.faceCount()];
            Arrays.fill(vertices, -1);
            Arrays.fill(faces, -1);
        }

        void sameVertices() {
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
        void sameFaces() {
            for (int f = 0; f < faces.length; f++) {
                int g = SameShape.faceBetween(before, f, now, vertices);
                if (g < 0 || takenFaces.get(g)) continue;
                faces[f] = g;
                takenFaces.set(g);
            }
        }

        /** What lies at about the same place of the same surface. */
        void alike() {
            SurfacePatches was = SurfacePatches.of(before), is = SurfacePatches.of(now);
            int[] pairs = PatchPairs.of(before, now, motion, faces);
            dropStrangers(was, is, pairs);
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
            Arrays.setAll(
                    were,
                    i -> HandMatch.proportion(motion.point(Anchor.place(before, kind, open.getInt(i))), from, to));
            Arrays.setAll(are, i -> Anchor.place(now, kind, free.getInt(i)));
            NearestPlaces near = new NearestPlaces(are, to, clearly), back = new NearestPlaces(were, to, clearly);
            for (int i = 0; i < were.length; i++) {
                int j = near.of(were[i]);
                if (j < 0 || back.of(are[j]) != i) continue;
                found[open.getInt(i)] = free.getInt(j);
                taken.set(free.getInt(j));
            }
        }

        /** With the keys that were found; what is new gets none that the mesh had before. */
        Mesh named() {
            return now.withKeys(
                    keys(before.vertexKeys(), vertices, now.vertexKeys()),
                    keys(before.faceKeys(), faces, now.faceKeys()));
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
}
