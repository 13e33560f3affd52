package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/**
 * Puts kept fragments together to a mesh: those of one face become as few simple polygons as can be had by taking out
 * the longest lines between them first; points that only interrupt a straight side where a face was triangulated go.
 */
final class Assembly {
    /** How far off a straight line, as a share of its length, a point of a bent face's own diagonal may lie to go. */
    private static final double BENT = 0.03;

    private final Points points;
    private final long seed;
    private final String madeTag;
    private final List<Piece> pieces = new ArrayList<>();
    private final List<Fragments> parts = new ArrayList<>();
    private final double straight;

    /** A polygon of points, and the fragment each of its corners came with. */
    private record Piece(Fragments from, int face, boolean flipped, IntArrayList ring, IntArrayList fragment) {}

    Assembly(Points points, long seed, String madeTag) {
        this.points = points;
        this.seed = seed;
        this.madeTag = madeTag;
        straight = 1e-9 * points.a.mesh.bounds().union(points.b.mesh.bounds()).diagonal();
    }

    void add(Fragments fragments, boolean[] keep, boolean flipped) {
        parts.add(fragments);
        int n = fragments.count();
        // Fragments come in the order of their triangles, and those in the order of their faces.
        for (int from = 0; from < n; ) {
            int face = fragments.faceOf(from), to = from;
            IntArrayList kept = new IntArrayList();
            while (to < n && fragments.faceOf(to) == face) {
                if (keep[to]) kept.add(to);
                to++;
            }
            if (!kept.isEmpty()) {
                FaceMerge merge = new FaceMerge(points, fragments, kept);
                for (FaceMerge.Ring r : merge.rings()) {
                    pieces.add(new Piece(fragments, face, flipped, r.points(), r.fragments()));
                }
            }
            from = to;
        }
    }

    Mesh build() {
        dropInterruptions();
        MeshBuilder b = new MeshBuilder(1024, pieces.size());
        Int2IntOpenHashMap made = new Int2IntOpenHashMap();
        made.defaultReturnValue(-1);
        int[][] materials = {b.materialsOf(points.a.mesh), b.materialsOf(points.b.mesh)};
        boolean colors = points.a.mesh.hasColors() || points.b.mesh.hasColors();
        List<List<IntArrayList>> facesOf = new ArrayList<>();
        for (Operand o : new Operand[] {points.a, points.b}) {
            facesOf.add(new ArrayList<>(Collections.nCopies(o.mesh.faceCount(), null)));
        }
        IntArrayList origin = new IntArrayList();
        long lastFace = -1;
        for (Piece p : pieces) {
            int n = p.ring.size();
            if (n < 3) continue;
            int[] ring = new int[n];
            long smallest = Long.MAX_VALUE;
            for (int i = 0; i < n; i++) {
                int at = p.flipped ? n - 1 - i : i;
                int point = p.ring.getInt(at);
                int v = made.get(point);
                if (v < 0) {
                    v = b.vertex(
                            points.coordinate(point, 0),
                            points.coordinate(point, 1),
                            points.coordinate(point, 2),
                            key(point));
                    made.put(point, v);
                }
                ring[i] = v;
                smallest = Math.min(smallest, key(point));
            }
            int which = p.from.which;
            Mesh mesh = p.from.operand.mesh;
            long faceKey = mesh.faceKeys()[p.face];
            if (which == 1) faceKey = Keys.of(faceKey, seed);
            long id = (long) which << 32 | p.face;
            // The first part of a face keeps its key; the others are told apart by a vertex of theirs.
            if (id == lastFace) faceKey = Keys.of(faceKey, seed, smallest);
            lastFace = id;
            int f = b.face(faceKey, materials[which][mesh.faceMaterials()[p.face]], ring);
            origin.add(which);
            if (facesOf.get(which).get(p.face) == null) facesOf.get(which).set(p.face, new IntArrayList());
            facesOf.get(which).get(p.face).add(f);
            if (colors) paint(b, f, p);
        }
        Mesh plain = b.build();
        return tagged(b, plain, made, facesOf, origin);
    }

    private long key(int point) {
        if (!points.isNew(point)) {
            int na = points.a.mesh.vertexCount();
            return point < na
                    ? points.a.mesh.vertexKeys()[point]
                    : Keys.of(points.b.mesh.vertexKeys()[point - na], seed);
        }
        long k = seed;
        for (int which = 0; which < 2; which++) {
            int e = points.carrier(which, point);
            Operand o = which == 0 ? points.a : points.b;
            if (e >= 0) k = Keys.of(k, which + 1, o.mesh.edgeKey(o.edges.edgeLow(e), o.edges.edgeHigh(e)));
        }
        if (points.pierced(point) >= 0) {
            Operand o = points.carrier(0, point) >= 0 ? points.b : points.a;
            k = Keys.of(k, 3, o.mesh.faceKeys()[o.faceOf[points.pierced(point)]]);
        }
        return k;
    }

    /**
     * Points with two neighbours left that lie straight between them, or on a line that only a triangulation drew across
     * a face, which may be bent a little.
     */
    private void dropInterruptions() {
        Int2IntOpenHashMap first = new Int2IntOpenHashMap(), second = new Int2IntOpenHashMap();
        first.defaultReturnValue(-1);
        second.defaultReturnValue(-1);
        IntOpenHashSet busy = new IntOpenHashSet();
        for (Piece p : pieces) {
            int n = p.ring.size();
            for (int i = 0; i < n; i++) {
                int v = p.ring.getInt(i);
                if (!points.isNew(v)) continue;
                neighbour(v, p.ring.getInt(i == 0 ? n - 1 : i - 1), first, second, busy);
                neighbour(v, p.ring.getInt(i == n - 1 ? 0 : i + 1), first, second, busy);
            }
        }
        IntOpenHashSet drop = new IntOpenHashSet();
        for (int v : first.keySet()) {
            if (busy.contains(v) || second.get(v) < 0) continue;
            // Two such points in a row are dropped one at a time, each judged against what stays.
            if (drop.contains(first.get(v)) || drop.contains(second.get(v))) continue;
            if (onStraight(v, first.get(v), second.get(v))) drop.add(v);
        }
        if (drop.isEmpty()) return;
        boolean shrunk = false;
        for (Piece p : pieces) {
            int n = 0, left = p.ring.size();
            for (int i = 0; i < p.ring.size(); i++) if (drop.contains(p.ring.getInt(i))) left--;
            if (left < 3) {
                shrunk = true;
                continue;
            }
            for (int i = 0; i < p.ring.size(); i++) {
                if (drop.contains(p.ring.getInt(i))) continue;
                p.ring.set(n, p.ring.getInt(i));
                p.fragment.set(n++, p.fragment.getInt(i));
            }
            p.ring.size(n);
            p.fragment.size(n);
        }
        if (!shrunk) dropInterruptions();
    }

    private static void neighbour(
            int v, int w, Int2IntOpenHashMap first, Int2IntOpenHashMap second, IntOpenHashSet busy) {
        int a = first.get(v), b = second.get(v);
        if (a == w || b == w) return;
        if (a < 0) first.put(v, w);
        else if (b < 0) second.put(v, w);
        else busy.add(v);
    }

    private boolean onStraight(int v, int p, int q) {
        double dx = points.coordinate(q, 0) - points.coordinate(p, 0);
        double dy = points.coordinate(q, 1) - points.coordinate(p, 1);
        double dz = points.coordinate(q, 2) - points.coordinate(p, 2);
        double x = points.coordinate(v, 0) - points.coordinate(p, 0);
        double y = points.coordinate(v, 1) - points.coordinate(p, 1);
        double z = points.coordinate(v, 2) - points.coordinate(p, 2);
        double l2 = dx * dx + dy * dy + dz * dz;
        double cx = y * dz - z * dy, cy = z * dx - x * dz, cz = x * dy - y * dx;
        double allowed = onDiagonal(v) ? Math.max(straight, BENT * Math.sqrt(l2)) : straight;
        return cx * cx + cy * cy + cz * cz <= allowed * allowed * l2;
    }

    private boolean onDiagonal(int v) {
        int ea = points.carrier(0, v), eb = points.carrier(1, v);
        return (ea < 0 || points.a.isDiagonal(ea)) && (eb < 0 || points.b.isDiagonal(eb));
    }

    /** Colours of a piece's corners: those of the face where a corner was one of its own, mixed in between. */
    private void paint(MeshBuilder b, int f, Piece p) {
        int n = p.ring.size();
        float[] rgba = {1, 1, 1, 1};
        for (int i = 0; i < n; i++) {
            int at = p.flipped ? n - 1 - i : i;
            if (p.from.operand.mesh.hasColors()) colorAt(p.from, p.fragment.getInt(at), p.ring.getInt(at), rgba);
            b.color(b.firstCorner(f) + i, rgba[0], rgba[1], rgba[2], rgba[3]);
        }
    }

    private void colorAt(Fragments from, int fragment, int point, float[] rgba) {
        Operand o = from.operand;
        int t = from.triangleOf(fragment), k = o.axis(t), u = (k + 1) % 3, v = (k + 2) % 3;
        double[] w = new double[3];
        double pu = points.coordinate(point, u), pv = points.coordinate(point, v), sum = 0;
        for (int i = 0; i < 3; i++) {
            int x = 3 * o.vertex(t, (i + 1) % 3), y = 3 * o.vertex(t, (i + 2) % 3);
            w[i] = Math.abs((o.xyz[x + u] - pu) * (o.xyz[y + v] - pv) - (o.xyz[x + v] - pv) * (o.xyz[y + u] - pu));
            sum += w[i];
        }
        float[] colors = o.mesh.cornerColors();
        for (int c = 0; c < 4; c++) {
            double s = 0;
            for (int i = 0; i < 3; i++) s += w[i] / sum * colors[4 * o.meshCorners[3 * t + i] + c];
            rgba[c] = (float) s;
        }
    }

    private Mesh tagged(
            MeshBuilder b, Mesh plain, Int2IntOpenHashMap made, List<List<IntArrayList>> facesOf, IntArrayList origin) {
        b.emptyTag(madeTag, ElementKind.EDGE);
        var adj = plain.adjacency();
        for (int e = 0; e < adj.edgeCount(); e++) {
            boolean seen1 = false, seen2 = false;
            for (int i = 0; i < adj.edgeSides(e); i++) {
                if (origin.getInt(adj.cornerFace()[adj.edgeCorner(e, i)]) == 0) seen1 = true;
                else seen2 = true;
            }
            if (seen1 && seen2) b.tag(madeTag, ElementKind.EDGE, Tag.edge(adj.edgeLow(e), adj.edgeHigh(e)), 1);
        }
        for (Fragments part : parts) carry(part, b, plain, made, facesOf.get(part.which));
        return plain.withTags(b.build().tags());
    }

    private void carry(Fragments part, MeshBuilder b, Mesh plain, Int2IntOpenHashMap made, List<IntArrayList> facesOf) {
        Mesh mesh = part.operand.mesh;
        int[] vertexMap = new int[mesh.vertexCount()];
        Arrays.setAll(vertexMap, v -> made.get(points.ofVertex(part.which, v)));
        mesh.tags().forEach((name, tag) -> {
            b.emptyTag(name, tag.kind());
            for (int i = 0; i < tag.size(); i++) {
                long e = tag.element(i);
                switch (tag.kind()) {
                    case VERTEX -> {
                        if (vertexMap[(int) e] >= 0) b.tag(name, ElementKind.VERTEX, vertexMap[(int) e], tag.weight(i));
                    }
                    case FACE -> {
                        IntArrayList now = facesOf.get((int) e);
                        if (now == null) continue;
                        for (int f : now) b.tag(name, ElementKind.FACE, f, tag.weight(i));
                    }
                    case EDGE -> carryEdge(part, e, name, tag.weight(i), b, plain, made);
                }
            }
        });
    }

    /** An edge's tag goes to all that is left of it, in however many parts. */
    private void carryEdge(
            Fragments part, long e, String name, double weight, MeshBuilder b, Mesh plain, Int2IntOpenHashMap made) {
        int low = Tag.edgeLow(e), high = Tag.edgeHigh(e);
        double[] x = part.operand.xyz;
        IntArrayList chain = new IntArrayList();
        for (int end : new int[] {low, high}) {
            if (made.get(points.ofVertex(part.which, end)) >= 0) chain.add(points.ofVertex(part.which, end));
        }
        for (int p = points.firstNew(); p < points.count(); p++) {
            int c = points.carrier(part.which, p);
            if (c >= 0
                    && part.operand.edges.edgeLow(c) == low
                    && part.operand.edges.edgeHigh(c) == high
                    && made.get(p) >= 0) {
                chain.add(p);
            }
        }
        chain.sort((p, q) -> Double.compare(along(x, low, high, p), along(x, low, high, q)));
        for (int i = 0; i + 1 < chain.size(); i++) {
            int v = made.get(chain.getInt(i)), w = made.get(chain.getInt(i + 1));
            if (plain.adjacency().edgeBetween(v, w, plain) >= 0) b.tag(name, ElementKind.EDGE, Tag.edge(v, w), weight);
        }
    }

    private double along(double[] x, int low, int high, int p) {
        double s = 0;
        for (int k = 0; k < 3; k++)
            s += (points.coordinate(p, k) - x[3 * low + k]) * (x[3 * high + k] - x[3 * low + k]);
        return s;
    }
}
