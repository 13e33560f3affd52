package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.work.Work;

/**
 * Puts what is kept together to a mesh. Faces that nothing touched are taken over as they are. Fragments of one face
 * become as few simple polygons as can be had by taking out the longest lines between them first; points that only
 * interrupt a straight side, where a face was triangulated, go.
 */
final class Assembly {
    /** How far off a straight line, as a share of its length, a point of a bent face's own diagonal may lie to go. */
    private static final double BENT = 0.03;

    private final Fragments fragments;
    private final Soup soup;
    private final Points points;
    private final Patches patches;
    private final long seed;
    private final String madeTag;
    private final String[] parts;
    private final long[] partSeed;
    private final double straight;
    private final Rings rings;
    /** For each operand and face, whether it is written from rings. */
    private final boolean[][] inRings;
    /** For each operand and vertex, whether it is a corner of a face that is cut up. */
    private final boolean[][] near;

    private final MeshBuilder builder;
    /** For each operand's vertices outside the rings, the vertex written. */
    private final int[][] plain;
    /** For each corner of a ring, whether it is left out. */
    @SuppressWarnings("NullAway.Init")
    private boolean[] dropped;
    /** A vertex to be put behind a corner, as its own number in {@link #builder}; 0 for none, else number + 1. */
    @SuppressWarnings("NullAway.Init")
    private int[] extra;
    /** For each corner that stands for its vertex, the vertex written. */
    @SuppressWarnings("NullAway.Init")
    private int[] written;
    /** For each operand and face, the first face written from it and how many. */
    private final int[][] firstFace;

    private final int[][] faceCount;
    /** The first corner written at each point. */
    private final Int2IntOpenHashMap firstAt = newMap();

    private int[] buffer = new int[64];

    /**
     * @param seed the root of the keys made here
     * @param madeTag the tag of the edges along which operands meet
     * @param parts for each operand a name that stays the same: its faces are tagged {@code madeTag:part}
     */
    Assembly(Fragments fragments, Patches patches, long seed, String madeTag, String[] parts) {
        this.fragments = fragments;
        this.patches = patches;
        this.seed = seed;
        this.madeTag = madeTag;
        this.parts = parts;
        soup = fragments.soup;
        points = fragments.points;
        int n = soup.solids.length, vertices = 0, faces = 0;
        double far = 0;
        for (double d : soup.xyz) far = Math.max(far, Math.abs(d));
        straight = 1e-9 * far;
        partSeed = new long[n];
        for (int o = 0; o < n; o++) partSeed[o] = Keys.of(seed, parts[o].hashCode());
        rings = new Rings(fragments);
        inRings = new boolean[n][];
        near = new boolean[n][];
        plain = new int[n][];
        firstFace = new int[n][];
        faceCount = new int[n][];
        for (int o = 0; o < n; o++) {
            Mesh m = soup.solids[o].mesh;
            inRings[o] = new boolean[m.faceCount()];
            near[o] = new boolean[m.vertexCount()];
            plain[o] = new int[m.vertexCount()];
            firstFace[o] = new int[m.faceCount()];
            faceCount[o] = new int[m.faceCount()];
            Arrays.fill(plain[o], -1);
            vertices += m.vertexCount();
            faces += m.faceCount();
        }
        builder = new MeshBuilder(vertices, faces);
    }

    Mesh build() {
        collect();
        Work.checkpoint();
        rings.connect();
        Work.checkpoint();
        dropped = new boolean[rings.corners()];
        extra = new int[rings.corners()];
        written = new int[rings.corners()];
        Arrays.fill(written, -1);
        boolean again = true;
        while (again) {
            Work.checkpoint();
            again = dropInterruptions();
        }
        splitSharedEdges();
        Work.checkpoint();
        write();
        tagMade();
        for (int o = 0; o < soup.solids.length; o++) carryTags(o);
        return builder.build();
    }

    // ---- which faces need care

    private void collect() {
        for (int o = 0; o < soup.solids.length; o++) {
            Solid s = soup.solids[o];
            Mesh m = s.mesh;
            boolean[] cutUp = new boolean[m.faceCount()];
            int base = soup.triangleBase(o);
            boolean any = false;
            for (int t : fragments.touchedTriangles()) {
                int local = t - base;
                if (local < 0 || local >= s.count()) continue;
                int f = s.faceOf[local];
                if (cutUp[f]) continue;
                cutUp[f] = true;
                any = true;
                for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) near[o][m.corners()[c]] = true;
            }
            if (!any) continue;
            int[] offsets = m.offsets(), corners = m.corners();
            int t = 0;
            for (int f = 0; f < m.faceCount(); f++) {
                int to = t + offsets[f + 1] - offsets[f] - 2;
                if (cutUp[f]) {
                    inRings[o][f] = true;
                    addPieces(o, f, t + base, to + base);
                } else {
                    boolean close = false;
                    for (int c = offsets[f]; c < offsets[f + 1] && !close; c++) close = near[o][corners[c]];
                    if (close) {
                        inRings[o][f] = true;
                        addWhole(o, f, s, m, t, to);
                    }
                }
                t = to;
            }
        }
    }

    /** What becomes of a face that nothing cut, whose triangles are these of its operand. */
    private byte fateOfFace(Solid s, int base, int from, int to) {
        for (int t = from; t < to; t++) if (s.turn[t] != 0) return patches.fate(t + base);
        return Patches.DROPPED;
    }

    private void addWhole(int o, int f, Solid s, Mesh m, int from, int to) {
        byte fate = fateOfFace(s, soup.triangleBase(o), from, to);
        if (fate == Patches.DROPPED) return;
        int first = m.offsets()[f], n = m.offsets()[f + 1] - first;
        int[] ring = new int[n], fragment = new int[n];
        for (int i = 0; i < n; i++) {
            int v = m.corners()[first + i];
            // Farther off a vertex is the operand's own, also where another operand's touches it.
            ring[i] = near[o][v] ? points.find(v + soup.vertexBase(o)) : v + soup.vertexBase(o);
            fragment[i] = s.sideAtCorner(first + i) / 3 + soup.triangleBase(o);
        }
        rings.add(o, f, fate == Patches.TURNED, ring, fragment);
    }

    private void addPieces(int o, int f, int from, int to) {
        for (byte fate = Patches.KEPT; fate <= Patches.TURNED; fate++) {
            IntArrayList kept = new IntArrayList();
            for (int t = from; t < to; t++) {
                if (!fragments.isTouched(t)) {
                    if (patches.fate(t) == fate) kept.add(t);
                    continue;
                }
                int end = fragments.endPiece(t);
                for (int p = fragments.firstPiece(t); p < end; p++) if (patches.fate(p) == fate) kept.add(p);
            }
            if (kept.isEmpty()) continue;
            for (FaceMerge.Ring r : new FaceMerge(points, fragments, kept).rings()) {
                rings.add(
                        o,
                        f,
                        fate == Patches.TURNED,
                        r.points().toIntArray(),
                        r.fragments().toIntArray());
            }
        }
    }

    // ---- points that do nothing

    private int after(int c) {
        do c = rings.next(c);
        while (dropped[c]);
        return c;
    }

    private int before(int c) {
        do c = rings.before(c);
        while (dropped[c]);
        return c;
    }

    /**
     * Leaves out vertices with two neighbours that lie straight between them, or on a line that only a triangulation
     * drew across a face, which may be bent a little. Two such in a row go one at a time, each judged against what
     * stays. @return whether any went
     */
    private boolean dropInterruptions() {
        int n = rings.corners();
        int[] first = new int[n], second = new int[n];
        Arrays.fill(first, -1);
        Arrays.fill(second, -1);
        boolean[] busy = new boolean[n];
        for (int c = 0; c < n; c++) {
            if (dropped[c]) continue;
            int v = rings.vertexOf(c);
            if (busy[v]) continue;
            if (isOwn(c)) {
                busy[v] = true;
                continue;
            }
            neighbour(v, rings.vertexOf(before(c)), first, second, busy);
            neighbour(v, rings.vertexOf(after(c)), first, second, busy);
        }
        boolean[] goes = new boolean[n];
        boolean any = false;
        for (int v = 0; v < n; v++) {
            if (busy[v] || first[v] < 0 || second[v] < 0 || rings.vertexOf(v) != v) continue;
            if (goes[first[v]] || goes[second[v]] || !onStraight(v, first[v], second[v])) continue;
            goes[v] = true;
            any = true;
        }
        if (!any) return false;
        for (int c = 0; c < n; c++) if (goes[rings.vertexOf(c)]) dropped[c] = true;
        // A polygon that is down to two corners has closed up: what was across its two sides meets directly now.
        for (Rings.Ring r : rings.all) {
            int left = 0;
            for (int c = r.firstCorner(); c < r.firstCorner() + r.sides(); c++) if (!dropped[c]) left++;
            if (left < 3) Arrays.fill(dropped, r.firstCorner(), r.firstCorner() + r.sides(), true);
        }
        return true;
    }

    private static void neighbour(int v, int w, int[] first, int[] second, boolean[] busy) {
        if (first[v] == w || second[v] == w) return;
        if (first[v] < 0) first[v] = w;
        else if (second[v] < 0) second[v] = w;
        else busy[v] = true;
    }

    /** Whether a corner's point is a corner of the face its ring comes from. */
    private boolean isOwn(int c) {
        int p = rings.point(c);
        if (points.isNew(p)) return false;
        Rings.Ring r = rings.ring(c);
        Mesh m = soup.solids[r.operand()].mesh;
        int base = soup.vertexBase(r.operand());
        for (int i = m.offsets()[r.face()]; i < m.offsets()[r.face() + 1]; i++) {
            if (points.find(m.corners()[i] + base) == points.find(p)) return true;
        }
        return false;
    }

    private boolean onStraight(int v, int a, int b) {
        int p = rings.point(a), q = rings.point(b), o = rings.point(v);
        double dx = at(q, 0) - at(p, 0), dy = at(q, 1) - at(p, 1), dz = at(q, 2) - at(p, 2);
        double x = at(o, 0) - at(p, 0), y = at(o, 1) - at(p, 1), z = at(o, 2) - at(p, 2);
        double l2 = dx * dx + dy * dy + dz * dz, along = x * dx + y * dy + z * dz;
        if (along <= 0 || along >= l2) return false;
        double cx = y * dz - z * dy, cy = z * dx - x * dz, cz = x * dy - y * dx;
        double allowed = points.isNew(o) && onDiagonals(o) ? Math.max(straight, BENT * Math.sqrt(l2)) : straight;
        return cx * cx + cy * cy + cz * cz <= allowed * allowed * l2;
    }

    private double at(int p, int k) {
        return points.coordinate(p, k);
    }

    private boolean onDiagonals(int p) {
        int e = points.carrier(p, 0), f = points.carrier(p, 1);
        return e >= 0 && soup.isDiagonal(e) && (f < 0 || soup.isDiagonal(f));
    }

    // ---- edges that would still have four faces

    /**
     * Where two pairs of faces meet along an edge and their corners hang together at both ends all the same, every pair
     * but the first gets a vertex of its own in the middle of the edge.
     */
    private void splitSharedEdges() {
        Long2IntOpenHashMap seen = new Long2IntOpenHashMap();
        seen.defaultReturnValue(-1);
        for (int c = 0; c < rings.corners(); c++) {
            if (dropped[c]) continue;
            int a = rings.vertexOf(c), b = rings.vertexOf(after(c));
            int other = seen.putIfAbsent(Edges.directed(a, b), c);
            if (other < 0 || extra[c] != 0) continue;
            int d = rings.mate(c);
            int p = rings.point(a), q = rings.point(b);
            int v = builder.vertex(
                    (at(p, 0) + at(q, 0)) / 2,
                    (at(p, 1) + at(q, 1)) / 2,
                    (at(p, 2) + at(q, 2)) / 2,
                    Keys.of(Keys.ofPair(pointKey(p), pointKey(q)), seed, faceKey(rings.ring(c))));
            extra[c] = v + 1;
            if (d >= 0 && !dropped[d]) extra[d] = v + 1;
        }
    }

    // ---- writing

    private void write() {
        boolean values = false;
        int[][] materials = new int[soup.solids.length][];
        for (int o = 0; o < soup.solids.length; o++) {
            materials[o] = builder.materialsOf(soup.solids[o].mesh);
            values |= soup.solids[o].mesh.hasCornerValues();
        }
        int at = 0;
        for (int o = 0; o < soup.solids.length; o++) {
            Solid s = soup.solids[o];
            Mesh m = s.mesh;
            int[] offsets = m.offsets();
            int base = soup.triangleBase(o), t = 0, before = builder.faceCount();
            for (int f = 0; f < m.faceCount(); f++) {
                int to = t + offsets[f + 1] - offsets[f] - 2;
                firstFace[o][f] = builder.faceCount();
                int material = materials[o][m.faceMaterials()[f]];
                if (inRings[o][f]) {
                    int end = at;
                    while (end < rings.all.size() && isOf(rings.all.get(end), o, f)) end++;
                    boolean parts = end - at > 1;
                    while (at < end) writeRing(rings.all.get(at++), material, parts, values);
                } else {
                    byte fate = fateOfFace(s, base, t, to);
                    if (fate != Patches.DROPPED) writeWhole(o, m, f, material, fate == Patches.TURNED, values);
                }
                faceCount[o][f] = builder.faceCount() - firstFace[o][f];
                t = to;
            }
            tagPart(o, before, builder.faceCount());
        }
    }

    private void writeWhole(int o, Mesh m, int f, int material, boolean turned, boolean values) {
        int first = m.offsets()[f], n = m.offsets()[f + 1] - first;
        if (n > buffer.length) buffer = new int[2 * n];
        for (int i = 0; i < n; i++) {
            buffer[i] = plainVertex(o, m.corners()[first + (turned ? (n - i) % n : i)]);
        }
        int g = builder.face(ofOperand(o, m.faceKeys()[f]), material, buffer, 0, n);
        if (!values) return;
        for (int i = 0; i < n; i++) {
            builder.cornerLike(builder.firstCorner(g) + i, m, first + (turned ? (n - i) % n : i));
        }
    }

    private static boolean isOf(Rings.Ring r, int operand, int face) {
        return r.operand() == operand && r.face() == face;
    }

    /** @param part whether it is one of several that are left of its face */
    private void writeRing(Rings.Ring r, int material, boolean part, boolean values) {
        IntArrayList out = new IntArrayList(r.sides()), from = new IntArrayList(r.sides());
        for (int c = r.firstCorner(); c < r.firstCorner() + r.sides(); c++) {
            if (dropped[c]) continue;
            int w = vertexAt(c);
            out.add(w);
            from.add(c);
            if (extra[c] != 0) {
                out.add(extra[c] - 1);
                from.add(c);
            }
        }
        if (out.size() < 3) return;
        // None of several parts is the face; they are told apart by a side of theirs, since they may share a vertex.
        long key = faceKey(r);
        if (part) key = Keys.of(key, seed, leastSide(out));
        int g = builder.face(key, material, out.elements(), 0, out.size());
        if (!values) return;
        for (int i = 0; i < out.size(); i++) valuesAt(r, from.getInt(i), builder.firstCorner(g) + i);
    }

    private long leastSide(IntArrayList ring) {
        long least = Long.MAX_VALUE;
        for (int i = 0, before = ring.getInt(ring.size() - 1); i < ring.size(); i++) {
            int v = ring.getInt(i);
            least = Math.min(least, Keys.ofPair(builder.vertexKey(before), builder.vertexKey(v)));
            before = v;
        }
        return least;
    }

    /** The vertex written for a corner of a ring. */
    private int vertexAt(int c) {
        int v = rings.vertexOf(c), p = rings.point(c), o = rings.ring(c).operand();
        if (written[v] >= 0) return written[v];
        int local = p - soup.vertexBase(o);
        if (!points.isNew(p) && local >= 0 && local < near[o].length && !near[o][local]) {
            written[v] = plainVertex(o, local);
        } else {
            written[v] = builder.vertex(at(p, 0), at(p, 1), at(p, 2), vertexKey(v, p));
        }
        return written[v];
    }

    /** The vertex written for a vertex of an operand that the cuts do not come near. */
    private int plainVertex(int o, int v) {
        if (plain[o][v] < 0) {
            Mesh m = soup.solids[o].mesh;
            plain[o][v] = builder.vertex(m.x(v), m.y(v), m.z(v), ofOperand(o, m.vertexKeys()[v]));
        }
        return plain[o][v];
    }

    /** The values of a face at a corner: its own where it has a corner there, mixed in between. */
    private void valuesAt(Rings.Ring r, int corner, int written) {
        Mesh m = soup.solids[r.operand()].mesh;
        if (!m.hasCornerValues()) return;
        int t = fragments.triangleOf(rings.fragment(corner)), p = rings.point(corner);
        int k = soup.axis(t), u = (k + 1) % 3, v = (k + 2) % 3;
        int[] sources = new int[3];
        double[] w = new double[3];
        double pu = at(p, u), pv = at(p, v), sum = 0;
        for (int i = 0; i < 3; i++) {
            int x = 3 * soup.vertex(t, (i + 1) % 3), y = 3 * soup.vertex(t, (i + 2) % 3);
            double[] c = soup.xyz;
            sources[i] = soup.meshCorner(t, i);
            w[i] = Math.abs((c[x + u] - pu) * (c[y + v] - pv) - (c[x + v] - pv) * (c[y + u] - pu));
            sum += w[i];
        }
        for (int i = 0; i < 3; i++) w[i] /= sum;
        builder.cornerMix(written, m, sources, w);
    }

    // ---- keys

    /** The first operand's elements keep their keys; those of others are new here. */
    private long ofOperand(int o, long key) {
        return o == 0 ? key : Keys.of(key, partSeed[o]);
    }

    private long faceKey(Rings.Ring r) {
        return ofOperand(r.operand(), soup.solids[r.operand()].mesh.faceKeys()[r.face()]);
    }

    private long vertexKey(int corner, int point) {
        long key = pointKey(point);
        // Where a result touches itself one place has several vertices; their first faces tell them apart.
        return firstAt.putIfAbsent(point, corner) < 0 ? key : Keys.of(key, seed, faceKey(rings.ring(corner)));
    }

    private static Int2IntOpenHashMap newMap() {
        Int2IntOpenHashMap m = new Int2IntOpenHashMap();
        m.defaultReturnValue(-1);
        return m;
    }

    private long pointKey(int p) {
        if (!points.isNew(p)) {
            int o = soup.operandOfVertex(p);
            return ofOperand(o, soup.solids[o].mesh.vertexKeys()[p - soup.vertexBase(o)]);
        }
        // A sum, so that it does not matter which of the surfaces was looked at first.
        long k = 0;
        for (int i = 0; i < 2; i++) {
            int e = points.carrier(p, i);
            if (e < 0) continue;
            int o = soup.operandOfEdge(e), base = soup.vertexBase(o);
            k += Keys.mix(ofOperand(o, soup.solids[o].mesh.edgeKey(soup.edgeLow(e) - base, soup.edgeHigh(e) - base)));
        }
        for (int i = 0; i < 3; i++) {
            int t = points.plane(p, i);
            if (t < 0) continue;
            int o = soup.operandOfTriangle(t);
            k += Keys.mix(ofOperand(o, soup.solids[o].mesh.faceKeys()[soup.faceOf(t)]) + 1);
        }
        return Keys.of(seed, k);
    }

    // ---- tags

    /** The edges whose faces come from different operands. */
    private void tagMade() {
        builder.emptyTag(madeTag, ElementKind.EDGE);
        for (int c = 0; c < rings.corners(); c++) {
            if (dropped[c]) continue;
            int n = after(c), v = written[rings.vertexOf(c)], w = written[rings.vertexOf(n)];
            if (v < 0 || w < 0) continue;
            int d = rings.mate(c);
            if (d < 0 || rings.ring(d).operand() == rings.ring(c).operand()) continue;
            if (extra[c] == 0) builder.tag(madeTag, ElementKind.EDGE, Tag.edge(v, w), 1);
            else {
                builder.tag(madeTag, ElementKind.EDGE, Tag.edge(v, extra[c] - 1), 1);
                builder.tag(madeTag, ElementKind.EDGE, Tag.edge(extra[c] - 1, w), 1);
            }
        }
    }

    private void tagPart(int o, int from, int to) {
        builder.tag(madeTag + ":" + parts[o], Tag.faces(from, to));
    }

    private void carryTags(int o) {
        Mesh m = soup.solids[o].mesh;
        if (m.tags().isEmpty()) return;
        int[] vertex = plain[o].clone();
        int base = soup.vertexBase(o);
        Int2IntOpenHashMap byPoint = newMap();
        for (int c = 0; c < rings.corners(); c++) {
            if (!dropped[c] && written[rings.vertexOf(c)] >= 0) {
                byPoint.putIfAbsent(rings.point(c), written[rings.vertexOf(c)]);
            }
        }
        for (int v = 0; v < vertex.length; v++) {
            if (vertex[v] < 0) vertex[v] = byPoint.get(points.find(v + base));
        }
        EdgeParts edges = null;
        for (var entry : m.tags().entrySet()) {
            String name = entry.getKey();
            Tag tag = entry.getValue();
            builder.emptyTag(name, tag.kind());
            for (int i = 0; i < tag.size(); i++) {
                long e = tag.element(i);
                double weight = tag.weight(i);
                switch (tag.kind()) {
                    case VERTEX -> {
                        if (vertex[(int) e] >= 0) builder.tag(name, ElementKind.VERTEX, vertex[(int) e], weight);
                    }
                    case FACE -> {
                        int f = firstFace[o][(int) e];
                        for (int k = 0; k < faceCount[o][(int) e]; k++) {
                            builder.tag(name, ElementKind.FACE, f + k, weight);
                        }
                    }
                    case EDGE -> {
                        if (edges == null) edges = new EdgeParts(o, vertex);
                        edges.carry(name, e, weight);
                    }
                }
            }
        }
    }

    /** What is left of an operand's edges, in however many parts. */
    private final class EdgeParts {
        private final int o;
        private final int[] vertex;
        private final Int2IntOpenHashMap first = newMap();
        private final IntArrayList corner = new IntArrayList();
        private final IntArrayList next = new IntArrayList();

        EdgeParts(int o, int[] vertex) {
            this.o = o;
            this.vertex = vertex;
            // Every side of a ring, by the edge of the operand's mesh that it lies on.
            for (int c = 0; c < rings.corners(); c++) {
                Rings.Ring r = rings.ring(c);
                if (dropped[c] || r.operand() != o) continue;
                int e = meshEdge(c);
                if (e < 0) continue;
                next.add(first.put(e, corner.size()));
                corner.add(c);
            }
        }

        /** The edge of the operand's mesh that the side leaving a corner lies on, or -1. */
        private int meshEdge(int c) {
            int t = fragments.triangleOf(rings.fragment(c));
            int p = rings.point(c), q = rings.point(rings.next(c)), k = soup.axis(t);
            for (int i = 0; i < 3; i++) {
                int a = points.find(soup.vertex(t, i)), b = points.find(soup.vertex(t, (i + 1) % 3));
                boolean on = (p == a || p == b || points.orient(a, b, p, k) == 0)
                        && (q == a || q == b || points.orient(a, b, q, k) == 0);
                int e = soup.edge(t, i);
                if (on && !soup.isDiagonal(e)) return e - soup.edgeBase(o);
            }
            return -1;
        }

        void carry(String name, long tagged, double weight) {
            Mesh m = soup.solids[o].mesh;
            int low = Tag.edgeLow(tagged), high = Tag.edgeHigh(tagged);
            int e = m.adjacency().edgeBetween(low, high, m);
            if (e < 0) return;
            boolean any = false;
            for (int i = first.get(e); i >= 0; i = next.getInt(i)) {
                int c = corner.getInt(i);
                int v = written[rings.vertexOf(c)], w = written[rings.vertexOf(after(c))];
                if (v < 0 || w < 0 || v == w) continue;
                builder.tag(name, ElementKind.EDGE, Tag.edge(v, w), weight);
                any = true;
            }
            if (any || vertex[low] < 0 || vertex[high] < 0) return;
            // Away from the cuts an edge is there as long as one of its faces is.
            for (int i = 0; i < m.adjacency().edgeSides(e); i++) {
                int f = m.adjacency().cornerFace()[m.adjacency().edgeCorner(e, i)];
                if (!inRings[o][f] && faceCount[o][f] > 0) {
                    builder.tag(name, ElementKind.EDGE, Tag.edge(vertex[low], vertex[high]), weight);
                    return;
                }
            }
        }
    }
}
