package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.ints.Int2DoubleOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import java.util.PriorityQueue;
import java.util.function.LongPredicate;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.validity.FaceOutlines;
import org.modeststack.mesh.validity.SelfIntersections;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.remove.JoinTriangles;

/**
 * Leads what is around a collar to its outer rows. Where an old edge meets a rail beside one of its places it is led to that
 * place; old vertices that lie so near that faces would be narrow go into others, the nearer to the collar the more, so that
 * small faces go over evenly into the larger ones of the collar; then triangles are joined into quads. No vertex moves, none
 * farther off than the reach is touched, and nothing that would fold, tear or round off a sharp edge is done.
 */
final class Transition {
    /** Faces that turn by more meet sharply, cosine. */
    private static final double SHARP = Math.cos(RimSpacing.CORNER);

    /** How much the normal of a face may turn as its corners go elsewhere, cosine. */
    private static final double TURNED = Math.cos(Math.toRadians(35));

    /** Faces may become as narrow as this, or as narrow as what was there before, radians. */
    private static final double NARROW = Math.toRadians(16);

    /** Where a rail is freed from what only crosses it, as narrow as this, radians. */
    private static final double NARROW_AT_RAIL = Math.toRadians(5);

    private static final double SLACK = 0.8;

    /** Edges along a rail that are shorter than this share of the spacing are very short. */
    private static final double VERY_SHORT = 0.1;

    private static final double VERY_NARROW = Math.toRadians(2);

    /** Edges shorter than this, as a share of the spacing beside the collar, go. */
    private static final double SHORT = 0.7;

    /** How far from square the angles of a quad of two triangles may be, and how much these may turn, degrees. */
    private static final double SKEW = 62, BENT = 20;

    private static final int ROUNDS = 6;

    /** So often rails are freed and what is around is thinned out by turns. */
    private static final int TURNS = 4;

    private final Mesh mesh;
    private final int firstOfCollar;
    private final BitSet rows;
    private final BitSet kept;
    private final BitSet rail = new BitSet();
    private final double spacing;
    private final double depth;
    private final double veryShort;
    private final ChangingFaces faces;
    /** How far from the rail each vertex near it is, along edges, mm. */
    private final Int2DoubleOpenHashMap far = new Int2DoubleOpenHashMap();

    /**
     * @param mesh with collars, whose faces follow after all others
     * @param rows vertices that stay, though they are on a rail
     * @param kept vertices that are not touched
     * @param spacing of places along the rim, mm
     * @param depth how far from the rails old vertices may be to be touched, mm
     * @param veryShort edges along a rail that are shorter go, and if only by making a face narrower, mm
     */
    private Transition(
            Mesh mesh, int firstOfCollar, BitSet rows, BitSet kept, double spacing, double depth, double veryShort) {
        this.mesh = mesh;
        this.firstOfCollar = firstOfCollar;
        this.rows = rows;
        this.kept = kept;
        this.spacing = spacing;
        this.depth = depth;
        this.veryShort = veryShort;
        faces = new ChangingFaces(mesh);
        far.defaultReturnValue(Double.POSITIVE_INFINITY);
    }

    /**
     * What a mesh with collars becomes. Where something would meet itself or pass through something in spite of all, the
     * vertices there are left as they are.
     *
     * @param noShort whether very short edges along a rail go, and if only by making a face narrower
     */
    static Mesh led(
            Mesh mesh, int firstOfCollar, BitSet rows, double spacing, double depth, boolean noShort, long seed) {
        double veryShort = noShort ? VERY_SHORT * spacing : 0;
        BitSet kept = new BitSet();
        for (int round = 0; round < ROUNDS; round++) {
            Transition t = new Transition(mesh, firstOfCollar, rows, kept, spacing, depth, veryShort);
            Mesh led = t.run(), out = JoinTriangles.joined(led, t.changed(led), BENT, SKEW, seed);
            BitSet wrong = t.wrong(out);
            if (wrong.isEmpty()) return out;
            int known = kept.cardinality();
            t.keep(out, wrong, kept);
            if (kept.cardinality() == known) return out;
        }
        return mesh;
    }

    private Mesh run() {
        findRail();
        measure();
        thinOut();
        // What is thinner makes room for what could not go before.
        for (int turn = 0; turn < TURNS && freeRail(); turn++) thinOut();
        return faces.written();
    }

    /** The faces that have changed, as they are numbered now; of collars as well. */
    private BitSet changed(Mesh led) {
        LongOpenHashSet keys = new LongOpenHashSet();
        for (int f : faces.changed()) {
            Work.checkpoint();
            keys.add(mesh.faceKeys()[f]);
        }
        return facesOf(led, keys::contains);
    }

    private static BitSet facesOf(Mesh m, LongPredicate key) {
        BitSet found = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) {
            Work.checkpoint(f);
            if (key.test(m.faceKeys()[f])) found.set(f);
        }
        return found;
    }

    /**
     * The vertices at which faces that have changed, or were joined, meet themselves or others: those that both have, so that what is
     * far away on a large face is not at fault, or all where they have none in common.
     */
    private BitSet wrong(Mesh out) {
        LongOpenHashSet same = new LongOpenHashSet(mesh.faceKeys());
        Work.checkpoint();
        for (int f : faces.changed()) same.remove(mesh.faceKeys()[f]);
        BitSet asked = facesOf(out, k -> !same.contains(k)), wrong = new BitSet();
        FaceOutlines.meetingThemselves(out, asked::get).stream().forEach(f -> wrong.or(vertices(out, f)));
        SelfIntersections.findFaults(out, asked::get, (f, g) -> {
            BitSet shared = vertices(out, f), others = vertices(out, g);
            if (shared.intersects(others)) shared.and(others);
            else shared.or(others);
            wrong.or(shared);
        });
        return wrong;
    }

    private static BitSet vertices(Mesh m, int f) {
        BitSet of = new BitSet();
        for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) of.set(m.corners()[c]);
        return of;
    }

    /** Adds what came out wrong. */
    private void keep(Mesh out, BitSet wrong, BitSet kept) {
        LongOpenHashSet vertices = new LongOpenHashSet();
        wrong.stream().forEach(v -> vertices.add(out.vertexKeys()[v]));
        ChangingFaces before = new ChangingFaces(mesh);
        for (int v = 0; v < mesh.vertexCount(); v++)
            if (vertices.contains(mesh.vertexKeys()[v])) {
                kept.set(v);
                // What went into it is at fault as well.
                for (int w : before.neighbours(v)) kept.set(w);
            }
    }

    private boolean isOfCollar(int f) {
        return f >= firstOfCollar;
    }

    private void findRail() {
        for (int f = firstOfCollar; f < mesh.faceCount(); f++) {
            Work.checkpoint(f);
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int v = mesh.corners()[c];
                if (rail.get(v)) continue;
                for (int g : faces.facesAt(v))
                    if (!isOfCollar(g)) {
                        rail.set(v);
                        break;
                    }
            }
        }
    }

    /** Dijkstra's ways from the rail over the edges of what is around it. */
    private void measure() {
        record Reached(int v, double far) {}
        PriorityQueue<Reached> todo = new PriorityQueue<>(
                (a, b) -> a.far != b.far ? Double.compare(a.far, b.far) : Integer.compare(a.v, b.v));
        rail.stream().forEach(v -> {
            far.put(v, 0);
            todo.add(new Reached(v, 0));
        });
        while (!todo.isEmpty()) {
            Work.checkpoint();
            Reached r = todo.remove();
            if (r.far > far.get(r.v)) continue;
            for (int f : faces.facesAt(r.v)) {
                if (isOfCollar(f)) continue;
                int n = mesh.sides(f), from = mesh.offsets()[f];
                for (int i = 0; i < n; i++) {
                    if (mesh.corners()[from + i] != r.v) continue;
                    for (int w :
                            new int[] {mesh.corners()[from + (i + 1) % n], mesh.corners()[from + (i + n - 1) % n]}) {
                        double d = r.far + mesh.point(w).minus(mesh.point(r.v)).length();
                        if (d >= depth || d >= far.get(w)) continue;
                        far.put(w, d);
                        todo.add(new Reached(w, d));
                    }
                }
            }
        }
    }

    /** A vertex that may go into a neighbour. */
    private record Candidate(double ratio, int v, int u) {}

    private static int order(Candidate a, Candidate b) {
        if (a.ratio != b.ratio) return Double.compare(a.ratio, b.ratio);
        return a.v != b.v ? Integer.compare(a.v, b.v) : Integer.compare(a.u, b.u);
    }

    /** Takes old vertices out that are too near to others for where they are, the nearest first. */
    private void thinOut() {
        PriorityQueue<Candidate> todo = new PriorityQueue<>(Transition::order);
        int[] near = far.keySet().toIntArray();
        Arrays.sort(near);
        for (int v : near) if (!rail.get(v) && !kept.get(v)) add(v, todo);
        while (!todo.isEmpty()) {
            Work.checkpoint();
            Candidate c = todo.remove();
            if (faces.isGone(c.v) || faces.isGone(c.u) || !faces.mayGoInto(c.v, c.u)) continue;
            if (!isGood(c.v, c.u, NARROW, 1)) continue;
            IntOpenHashSet beside = faces.neighbours(c.v);
            faces.goInto(c.v, c.u);
            for (int w : beside) if (!rail.get(w) && !kept.get(w) && far.containsKey(w)) add(w, todo);
        }
    }

    private void add(int v, PriorityQueue<Candidate> to) {
        if (faces.isGone(v)) return;
        double target = SHORT * spacing * (1 - far.get(v) / depth);
        if (!(target > 0) || !isFree(v)) return;
        for (int u : faces.neighbours(v)) {
            double ratio = mesh.point(u).minus(mesh.point(v)).length() / target;
            if (ratio < 1 && !(rail.get(u) && !rows.get(u))) to.add(new Candidate(ratio, v, u));
        }
    }

    /** Whether a vertex is on no sharp edge, seam or border. */
    private boolean isFree(int v) {
        for (int f : faces.facesAt(v)) {
            int[] ring = faces.ring(f);
            int n = ring.length;
            for (int i = 0; i < n; i++) {
                int w = ring[(i + 1) % n];
                if (ring[i] == v && (isSharp(f, v, w) || isTagSeam(f, v, w))) return false;
            }
        }
        return true;
    }

    /** Whether a face meets the next over an edge sharply, is of another material, or the edge is in a tag. */
    private boolean isSharp(int f, int u, int v) {
        int g = beyond(f, u, v);
        if (g < 0) return true;
        if (isOfCollar(f) && isOfCollar(g)) return false;
        if (mesh.faceMaterials()[f] != mesh.faceMaterials()[g]) return true;
        if (normal(faces.ring(f)).unit().dot(normal(faces.ring(g)).unit()) < SHARP) return true;
        for (Tag tag : mesh.tags().values())
            if (tag.kind() == ElementKind.EDGE && tag.weightOf(Tag.edge(u, v)) > 0) return true;
        return false;
    }

    /** Whether faces are in other tags. */
    private boolean isTagSeam(int f, int u, int v) {
        int g = beyond(f, u, v);
        if (g < 0) return true;
        if (isOfCollar(f) != isOfCollar(g)) return false;
        for (Tag tag : mesh.tags().values())
            if (tag.kind() == ElementKind.FACE && tag.weightOf(f) != tag.weightOf(g)) return true;
        return false;
    }

    /** The face on the other side of an edge of one; −1 where there is not just one. */
    private int beyond(int f, int u, int v) {
        IntArrayList both = faces.facesBetween(u, v);
        if (both.size() != 2) return -1;
        return both.getInt(0) == f ? both.getInt(1) : both.getInt(0);
    }

    private Vec3[] places(int[] ring) {
        Vec3[] out = new Vec3[ring.length];
        for (int i = 0; i < out.length; i++) out[i] = mesh.point(ring[i]);
        return out;
    }

    /** The vertices of a face as it was before anything changed. */
    private int[] face(int f) {
        return Arrays.copyOfRange(mesh.corners(), mesh.offsets()[f], mesh.offsets()[f + 1]);
    }

    private Vec3 normal(int[] ring) {
        return FaceShape.areaVector(places(ring));
    }

    /**
     * Whether the faces round a vertex stay as they look, and do not become narrow, when it goes into a neighbour.
     *
     * @param slack what share of the smallest angle before is enough, where that was narrow already
     */
    private boolean isGood(int v, int u, double narrow, double slack) {
        double before = Math.PI, after = Math.PI;
        for (int f : faces.facesAt(v)) {
            int[] was = faces.ring(f), is = faces.ringWithout(f, v, u);
            Vec3 normal = normal(face(f)).unit();
            before = Math.min(before, FaceShape.leastAngle(places(was), normal));
            if (is.length < 3) continue;
            Vec3 now = normal(is);
            if (!(now.length() > 0) || now.unit().dot(normal) < TURNED) return false;
            after = Math.min(after, FaceShape.leastAngle(places(is), normal));
        }
        return after > 0 && after >= Math.min(narrow, slack * before);
    }

    /**
     * What only crosses a rail goes into the place beside it.
     *
     * @return whether anything did
     */
    private boolean freeRail() {
        boolean any = false;
        PriorityQueue<Candidate> todo = new PriorityQueue<>(Transition::order);
        rail.stream().filter(v -> !rows.get(v) && !kept.get(v)).forEach(v -> addAlongRail(v, todo));
        while (!todo.isEmpty()) {
            Work.checkpoint();
            Candidate c = todo.remove();
            if (faces.isGone(c.v) || faces.isGone(c.u) || !faces.mayGoInto(c.v, c.u)) continue;
            double narrow = c.ratio < veryShort ? VERY_NARROW : NARROW_AT_RAIL;
            if (isSeam(c.v) || !isGood(c.v, c.u, narrow, SLACK)) continue;
            faces.goInto(c.v, c.u);
            any = true;
            for (int w : faces.neighbours(c.u)) if (rail.get(w) && !rows.get(w) && !kept.get(w)) addAlongRail(w, todo);
        }
        return any;
    }

    private void addAlongRail(int v, PriorityQueue<Candidate> to) {
        if (faces.isGone(v)) return;
        for (int u : faces.neighbours(v)) {
            if (!rail.get(u)) continue;
            boolean along = false;
            for (int f : faces.facesBetween(u, v)) along |= isOfCollar(f);
            if (along) to.add(new Candidate(mesh.point(u).minus(mesh.point(v)).length(), v, u));
        }
    }

    /** Whether a sharp edge or a seam crosses the rail at a vertex. */
    private boolean isSeam(int v) {
        for (int f : faces.facesAt(v)) {
            if (isOfCollar(f)) continue;
            int[] ring = faces.ring(f);
            int n = ring.length;
            for (int i = 0; i < n; i++) {
                if (ring[i] != v) continue;
                for (int w : new int[] {ring[(i + 1) % n], ring[(i + n - 1) % n]}) {
                    int g = beyond(f, v, w);
                    if (g < 0 || !isOfCollar(g) && isSharp(f, v, w)) return true;
                }
            }
        }
        return false;
    }
}
