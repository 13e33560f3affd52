package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.Arrays;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.work.Work;
import org.modeststack.mesh.work.Workers;

/**
 * Puts what is kept together to a mesh. Faces that nothing touched are taken over as they are, the others are written from
 * {@linkplain CutFaces rings}.
 */
final class Assembly {
    private final Fragments fragments;
    private final Soup soup;
    private final Points points;
    private final CutFaces cut;
    private final Rings rings;
    private final RingCorners corners;
    private final AssemblyKeys keys;
    private final long seed;
    private final @Nullable String madeTag;
    private final String[] parts;
    private final MeshBuilder builder;
    private final RingValues ringValues;
    private final Written written;
    private final int[][] materials;
    /** For each vertex written the operand it was given with, or {@link Origins#MADE}. */
    private final IntArrayList origin;

    /**
     * What has been written of what.
     *
     * @param plain for each operand's vertices outside the rings, the vertex written, or -1
     * @param vertex for each corner that stands for its vertex, the vertex written, or -1
     * @param middle a vertex that is put behind a corner, plus 1; 0 for none
     * @param firstFace for each operand and face, the first face written from it
     * @param faceCount and how many
     * @param turned for each operand the faces that nothing touched and that were turned over
     * @param faceOfRing for each ring the face written from it, or -1
     */
    record Written(
            int[][] plain,
            int[] vertex,
            int[] middle,
            int[][] firstFace,
            int[][] faceCount,
            BitSet[] turned,
            int[] faceOfRing) {
        Written(Solid[] solids, Rings rings) {
            this(
                    new int[solids.length][],
                    new int[rings.corners()],
                    new int[rings.corners()],
                    new int[solids.length][],
                    new int[solids.length][],
                    new BitSet[solids.length],
                    new int[rings.all.size()]);
            Arrays.fill(faceOfRing, -1);
            Arrays.fill(vertex, -1);
            for (int o = 0; o < solids.length; o++) {
                Mesh m = solids[o].mesh;
                plain[o] = new int[m.vertexCount()];
                Arrays.fill(plain[o], -1);
                firstFace[o] = new int[m.faceCount()];
                faceCount[o] = new int[m.faceCount()];
                turned[o] = new BitSet();
            }
        }
    }

    /**
     * @param seed the root of the keys made here
     * @param madeTag the tag of the edges along which operands meet; null for none
     * @param parts for each operand a name that stays the same: its faces are tagged {@code madeTag:part}
     * @param bends the bent faces that stay divided along their diagonals where they are cut
     */
    Assembly(
            Fragments fragments,
            Patches patches,
            long seed,
            @Nullable String madeTag,
            String[] parts,
            BentFaces bends) {
        this.fragments = fragments;
        this.seed = seed;
        this.madeTag = madeTag;
        this.parts = parts;
        soup = fragments.soup;
        points = fragments.points;
        cut = new CutFaces(fragments, patches, madeTag == null, bends);
        rings = cut.rings;
        corners = new RingCorners(rings, soup, points, madeTag == null);
        keys = new AssemblyKeys(soup, points, rings, seed, parts);
        written = new Written(soup.solids, rings);
        int vertices = 0, faces = 0;
        for (Solid s : soup.solids) {
            vertices += s.mesh.vertexCount();
            faces += s.mesh.faceCount();
        }
        builder = new MeshBuilder(vertices, faces);
        origin = new IntArrayList(vertices);
        materials = new int[soup.solids.length][];
        Arrays.setAll(materials, o -> builder.materialsOf(soup.solids[o].mesh));
        ringValues = new RingValues(fragments, builder);
    }

    Mesh build() {
        corners.leaveOut();
        splitSharedEdges();
        Work.checkpoint();
        write();
        AssemblyTags tags = new AssemblyTags(fragments, cut, corners, written, builder);
        if (madeTag != null) tags.tagMeeting(madeTag);
        for (int o = 0; o < soup.solids.length; o++) tags.carry(o);
        return builder.build();
    }

    /**
     * Looks at what was built of bent faces, and follows those that do not come out otherwise.
     *
     * @return whether there are any that were not followed before
     */
    boolean followsMore(Mesh built, BentFaces bends) {
        return new BentFacesCheck(fragments, cut, corners, written, built, bends).followsMore();
    }

    /** For each vertex of what was built the operand it was given with, or {@link Origins#MADE}. */
    int[] origins() {
        return origin.toIntArray();
    }

    /**
     * Where two pairs of faces meet along an edge and their corners hang together at both ends all the same, every pair
     * but the first gets a vertex of its own in the middle of the edge.
     */
    private void splitSharedEdges() {
        Long2IntOpenHashMap seen = new Long2IntOpenHashMap();
        seen.defaultReturnValue(-1);
        for (int c = 0; c < rings.corners(); c++) {
            if (corners.isLeftOut(c)) continue;
            int a = rings.vertexOf(c), b = rings.vertexOf(corners.after(c));
            int other = seen.putIfAbsent(Edges.directed(a, b), c);
            if (other < 0 || written.middle()[c] != 0) continue;
            int d = rings.mate(c);
            int p = rings.point(a), q = rings.point(b);
            origin.add(Origins.MADE);
            int v = builder.vertex(
                    (points.coordinate(p, 0) + points.coordinate(q, 0)) / 2,
                    (points.coordinate(p, 1) + points.coordinate(q, 1)) / 2,
                    (points.coordinate(p, 2) + points.coordinate(q, 2)) / 2,
                    Keys.of(Keys.ofPair(keys.pointKey(p), keys.pointKey(q)), seed, keys.faceKey(rings.ring(c))));
            written.middle()[c] = v + 1;
            if (d >= 0 && !corners.isLeftOut(d)) written.middle()[d] = v + 1;
        }
    }

    /**
     * Numbers what is written, in the order of the faces; what is taken over as it is, is filled in on all cores once the
     * numbers are there.
     */
    private void write() {
        int at = 0;
        for (int o = 0; o < soup.solids.length; o++) {
            Solid s = soup.solids[o];
            Mesh m = s.mesh;
            int[] offsets = m.offsets(), firstFace = written.firstFace()[o], faceCount = written.faceCount()[o];
            boolean[] inRings = cut.inRings[o];
            int base = soup.triangleBase(o), t = 0, before = builder.faceCount();
            for (int f = 0; f < m.faceCount(); f++) {
                int to = t + offsets[f + 1] - offsets[f] - 2;
                firstFace[f] = builder.faceCount();
                if (inRings[f]) {
                    int end = at;
                    while (end < rings.all.size() && isOf(rings.all.get(end), o, f)) end++;
                    boolean parts = end - at > 1;
                    while (at < end) writeRing(at++, materials[o][m.faceMaterials()[f]], parts);
                } else {
                    byte fate = cut.fateOfFace(s, base, t, to);
                    if (fate != Patches.DROPPED) numberWhole(o, m, f, fate == Patches.TURNED);
                }
                faceCount[f] = builder.faceCount() - firstFace[f];
                t = to;
            }
            if (madeTag != null) builder.tag(madeTag + ":" + parts[o], Tag.faces(before, builder.faceCount()));
        }
        for (int o = 0; o < soup.solids.length; o++) fillWhole(o);
    }

    /** Numbers a face that nothing touched, and those of its vertices that no face before it has. */
    private void numberWhole(int o, Mesh m, int f, boolean turned) {
        int first = m.offsets()[f], n = m.offsets()[f + 1] - first;
        int[] corners = m.corners(), plain = written.plain()[o];
        for (int i = 0; i < n; i++) {
            int v = corners[source(first, n, i, turned)];
            if (plain[v] < 0) numberPlain(o, v);
        }
        builder.faceToFill(n);
        if (turned) written.turned()[o].set(f);
    }

    /** The corner of an operand's face that becomes the i-th of the face written; one turned over begins where it did. */
    private static int source(int first, int sides, int i, boolean turned) {
        return first + (turned && i > 0 ? sides - i : i);
    }

    private void fillWhole(int o) {
        Mesh m = soup.solids[o].mesh;
        int[] plain = written.plain()[o], faceCount = written.faceCount()[o];
        Workers.ranges(0, m.vertexCount(), (from, to) -> {
            for (int v = from; v < to; v++) if (plain[v] >= 0) fillPlain(o, v);
        });
        Workers.ranges(0, m.faceCount(), (from, to) -> {
            for (int f = from; f < to; f++) if (faceCount[f] > 0 && !cut.inRings[o][f]) fillWhole(o, m, f);
        });
        if (!m.hasCornerLayers()) return;
        for (int f = 0; f < m.faceCount(); f++) {
            if (faceCount[f] == 0 || cut.inRings[o][f]) continue;
            boolean turned = written.turned()[o].get(f);
            int first = m.offsets()[f], n = m.sides(f), to = builder.firstCorner(written.firstFace()[o][f]);
            for (int i = 0; i < n; i++) builder.cornerOnSurface(to + i, m, source(first, n, i, turned), turned);
        }
    }

    private void fillWhole(int o, Mesh m, int f) {
        int g = written.firstFace()[o][f], to = builder.firstCorner(g);
        int first = m.offsets()[f], n = m.offsets()[f + 1] - first;
        boolean turned = written.turned()[o].get(f);
        int[] corners = m.corners(), plain = written.plain()[o];
        for (int i = 0; i < n; i++) builder.fillCorner(to + i, plain[corners[source(first, n, i, turned)]]);
        builder.fillFace(g, keys.ofOperand(o, m.faceKeys()[f]), materials[o][m.faceMaterials()[f]]);
    }

    private static boolean isOf(Rings.Ring r, int operand, int face) {
        return r.operand() == operand && r.face() == face;
    }

    /** @param part whether it is one of several that are left of its face */
    private void writeRing(int ring, int material, boolean part) {
        Rings.Ring r = rings.all.get(ring);
        IntArrayList out = new IntArrayList(r.sides()), from = new IntArrayList(r.sides());
        for (int c = r.firstCorner(); c < r.firstCorner() + r.sides(); c++) {
            if (corners.isLeftOut(c)) continue;
            int w = vertexAt(c);
            out.add(w);
            from.add(c);
            if (written.middle()[c] != 0) {
                out.add(written.middle()[c] - 1);
                from.add(c);
            }
        }
        if (out.size() < 3) return;
        // None of several parts is the face; they are told apart by a side of theirs, since they may share a vertex.
        long key = keys.faceKey(r);
        if (part) key = Keys.of(key, seed, leastSide(out));
        int g = builder.face(key, material, out.elements(), 0, out.size());
        written.faceOfRing()[ring] = g;
        for (int i = 0; i < out.size(); i++) {
            int c = from.getInt(i);
            ringValues.carry(r, rings.fragment(c), rings.point(c), builder.firstCorner(g) + i);
        }
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
        int[] vertex = written.vertex();
        if (vertex[v] >= 0) return vertex[v];
        int local = p - soup.vertexBase(o);
        if (!points.isNew(p) && local >= 0 && local < cut.near[o].length && !cut.near[o][local]) {
            vertex[v] = plainVertex(o, local);
        } else {
            origin.add(points.isNew(p) ? Origins.MADE : soup.operandOfVertex(p));
            vertex[v] = builder.vertex(
                    points.coordinate(p, 0), points.coordinate(p, 1), points.coordinate(p, 2), keys.vertexKey(v, p));
        }
        return vertex[v];
    }

    /** The vertex written for a vertex of an operand that the cuts do not come near; its key may be asked for. */
    private int plainVertex(int o, int v) {
        if (written.plain()[o][v] < 0) numberPlain(o, v);
        fillPlain(o, v);
        return written.plain()[o][v];
    }

    private void numberPlain(int o, int v) {
        origin.add(o);
        written.plain()[o][v] = builder.vertexToFill();
    }

    private void fillPlain(int o, int v) {
        Mesh m = soup.solids[o].mesh;
        builder.fillVertex(written.plain()[o][v], m.x(v), m.y(v), m.z(v), keys.ofOperand(o, m.vertexKeys()[v]));
    }
}
