package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToIntFunction;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Workers;
import org.modeststack.steps.round.StripTags;

/**
 * A mesh whose edges and corners are being cut off, put together from {@link CutPiece pieces}: what stands in place of
 * each corner of each old face, and the faces that close the gaps.
 */
final class CutMesh {
    final Mesh mesh;
    final Adjacency adj;
    final int[] twin;
    /** For each old vertex the one that stands where it was, or -1. */
    final int[] same;
    /** For each corner of an old face the vertex in its place, or, as its complement, where a chain of several begins. */
    final int[] corner;

    private final List<CutPiece> pieces = new ArrayList<>();
    private int count;

    @SuppressWarnings("NullAway.Init")
    private int[] origin;

    @SuppressWarnings("NullAway.Init")
    private double[] offset;

    @SuppressWarnings("NullAway.Init")
    private long[] key;

    @SuppressWarnings("NullAway.Init")
    private int[] chains;

    private int[] quads = new int[0];
    private int[] stripLike = new int[0];
    private long[] stripKeys = new long[0];
    private boolean repeats;
    private boolean doubtful;

    /** For each vertex of the mesh built last the old one it stands beside. */
    @SuppressWarnings("NullAway.Init")
    private int[] originOfBuilt;
    /** For each new vertex the one it has become, where some fell together; null before that. */
    private int @Nullable [] merged;

    CutMesh(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        twin = adj.twins();
        same = new int[mesh.vertexCount()];
        Arrays.fill(same, -1);
        corner = new int[mesh.cornerCount()];
        Arrays.fill(corner, Integer.MIN_VALUE);
    }

    /**
     * A piece for some of the vertices.
     *
     * @param room about how many new vertices it will have
     */
    CutPiece piece(int room) {
        CutPiece out = new CutPiece(this, room);
        pieces.add(out);
        return out;
    }

    /**
     * Puts the pieces together and leaves all other vertices as they are.
     *
     * @return the first number of each piece
     */
    int[] settle() {
        int[] first = new int[pieces.size()], firstChain = new int[pieces.size()];
        int links = 0;
        for (int i = 0; i < first.length; i++) {
            first[i] = count;
            count += pieces.get(i).count;
            firstChain[i] = links;
            links += pieces.get(i).chains.size();
            repeats |= pieces.get(i).repeats;
            doubtful |= pieces.get(i).doubtful;
        }
        chains = new int[links];
        int kept = count;
        for (int c = 0; c < corner.length; c++) {
            int v = mesh.corners()[c];
            if (corner[c] == Integer.MIN_VALUE && same[v] < 0) same[v] = kept++;
        }
        origin = new int[kept];
        offset = new double[3 * kept];
        key = new long[kept];
        Workers.each(first.length, i -> take(pieces.get(i), first[i], firstChain[i]));
        for (int c = 0; c < corner.length; c++) {
            if (corner[c] != Integer.MIN_VALUE) continue;
            int v = mesh.corners()[c], s = same[v];
            corner[c] = s;
            origin[s] = v;
            key[s] = mesh.vertexKeys()[v];
        }
        count = kept;
        return first;
    }

    private void take(CutPiece p, int first, int firstChain) {
        System.arraycopy(p.origin, 0, origin, first, p.count);
        System.arraycopy(p.offset, 0, offset, 3 * first, 3 * p.count);
        System.arraycopy(p.key, 0, key, first, p.count);
        for (int i = 0; i < p.sames.size(); i++) same[p.sames.getInt(i)] += first;
        int[] linked = p.replaced.elements();
        for (int i = 0; i < p.replaced.size(); i++) {
            int c = linked[i];
            corner[c] = corner[c] >= 0 ? corner[c] + first : corner[c] - firstChain;
        }
        for (int i = 0; i < p.chains.size(); ) {
            int length = p.chains.getInt(i);
            chains[firstChain + i++] = length;
            for (int end = i + length; i < end; i++) chains[firstChain + i] = p.chains.getInt(i) + first;
        }
        int[] v = p.faceVertices.elements();
        for (int i = 0; i < p.faceVertices.size(); i++) v[i] += first;
    }

    /**
     * The strips between profiles, as quads.
     *
     * @param like for each the old face that it takes its material from
     */
    void strips(int[] quads, int[] like, long[] keys) {
        this.quads = quads;
        stripLike = like;
        stripKeys = keys;
    }

    int vertexCount() {
        return count;
    }

    /** How many faces close the gaps. */
    int newFaces() {
        return stripKeys.length + cornerFaces();
    }

    private int cornerFaces() {
        int out = 0;
        for (CutPiece p : pieces) out += p.faceKeys.size();
        return out;
    }

    /** Whether some of them are not certain to keep clear of what is beside them, however small they are. */
    boolean isDoubtful() {
        return doubtful;
    }

    int originOf(int vertex) {
        return origin[vertex];
    }

    /** The old vertex beside which a vertex of the mesh built last stands. */
    int originOfBuilt(int vertex) {
        return originOfBuilt[vertex];
    }

    double offset(int vertex, int axis) {
        return offset[3 * vertex + axis];
    }

    /** The vertex in place of a corner that a walk round the face comes to first. */
    int firstAt(int c) {
        int l = corner[c];
        return l >= 0 ? l : chains[~l + 1];
    }

    int lastAt(int c) {
        int l = corner[c];
        return l >= 0 ? l : chains[~l + chains[~l]];
    }

    /** Adds what stands in place of a corner. */
    void addChain(int c, IntArrayList out) {
        int l = corner[c];
        if (l >= 0) out.add(l);
        else for (int i = 1; i <= chains[~l]; i++) out.add(chains[~l + i]);
    }

    /**
     * Where a new vertex lies.
     *
     * @param scale for each old vertex how far its own are let go, 1 for all the way
     */
    double place(int vertex, int axis, double[] scale) {
        int o = origin[vertex];
        return mesh.xyz()[3 * o + axis] + scale[o] * offset[3 * vertex + axis];
    }

    /** Where a new vertex lies when all are let go equally far. */
    Vec3 atScale(int vertex, double scale) {
        return mesh.point(origin[vertex])
                .plus(new Vec3(offset(vertex, 0), offset(vertex, 1), offset(vertex, 2)).times(scale));
    }

    /**
     * Makes new vertices one that have come together.
     *
     * @param sets of them, or null where all stay apart
     */
    void merge(@Nullable DisjointSets sets) {
        merged = sets == null ? null : sets.roots();
    }

    private int now(int vertex) {
        return merged == null ? vertex : merged[vertex];
    }

    /**
     * @param material adds the new faces' material to a builder and gives its index, or -1 for that of the old faces
     *     beside them
     */
    Mesh build(double[] scale, ToIntFunction<MeshBuilder> material, String madeTag) {
        return merged == null && !repeats && !mesh.hasCornerValues()
                ? straight(scale, material, madeTag)
                : bit(scale, material, madeTag);
    }

    /** Where every vertex and corner stays what it is, arrays are filled as a whole. */
    private Mesh straight(double[] scale, ToIntFunction<MeshBuilder> material, String madeTag) {
        MeshBuilder b = new MeshBuilder(0, 0);
        int[] materials = b.materialsOf(mesh);
        int own = material.applyAsInt(b), old = mesh.faceCount(), faces = old + newFaces();
        double[] xyz = new double[3 * count];
        Workers.ranges(0, count, (from, to) -> {
            for (int v = from; v < to; v++) for (int k = 0; k < 3; k++) xyz[3 * v + k] = place(v, k, scale);
        });
        int size = quads.length;
        for (int l : corner) size += l >= 0 ? 1 : chains[~l];
        for (CutPiece p : pieces) size += p.faceVertices.size();
        int[] offsets = new int[faces + 1], corners = new int[size], faceMaterials = new int[faces];
        long[] faceKeys = Arrays.copyOf(mesh.faceKeys(), faces);
        int at = 0, f = 0;
        for (; f < old; f++) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                int l = corner[c];
                if (l >= 0) corners[at++] = l;
                else for (int i = 1, n = chains[~l]; i <= n; i++) corners[at++] = chains[~l + i];
            }
            offsets[f + 1] = at;
            faceMaterials[f] = materials[mesh.faceMaterials()[f]];
        }
        System.arraycopy(quads, 0, corners, at, quads.length);
        System.arraycopy(stripKeys, 0, faceKeys, f, stripKeys.length);
        for (int i = 0; i < stripKeys.length; i++, f++) {
            at += 4;
            offsets[f + 1] = at;
            faceMaterials[f] = own >= 0 ? own : materials[mesh.faceMaterials()[stripLike[i]]];
        }
        for (CutPiece p : pieces) {
            System.arraycopy(p.faceVertices.elements(), 0, corners, at, p.faceVertices.size());
            for (int i = 0; i < p.faceKeys.size(); i++, f++) {
                offsets[f + 1] = at + p.faceStart.getInt(i + 1);
                faceKeys[f] = p.faceKeys.getLong(i);
                faceMaterials[f] = own >= 0 ? own : materials[mesh.faceMaterials()[p.faceLike.getInt(i)]];
            }
            at += p.faceVertices.size();
        }
        originOfBuilt = origin;
        Map<String, Tag> tags = new HashMap<>();
        if (!mesh.tags().isEmpty()) tags(b, identity(count), identity(old));
        Mesh rest = b.build();
        tags.putAll(rest.tags());
        tags.put(madeTag, Tag.faces(old, old + stripKeys.length));
        tags.put(madeTag + StripTags.CORNERS, Tag.faces(old + stripKeys.length, faces));
        return new Mesh(xyz, offsets, corners, faceMaterials, rest.materials(), null, tags, key, faceKeys);
    }

    private static int[] identity(int n) {
        int[] out = new int[n];
        Arrays.setAll(out, i -> i);
        return out;
    }

    /** Bit by bit, leaving out what fell together. */
    private Mesh bit(double[] scale, ToIntFunction<MeshBuilder> material, String madeTag) {
        MeshBuilder b = new MeshBuilder(count, mesh.faceCount() + newFaces());
        int[] id = new int[count], materials = b.materialsOf(mesh), faceMap = new int[mesh.faceCount()];
        int own = material.applyAsInt(b);
        Arrays.fill(id, -1);
        IntArrayList round = new IntArrayList(), from = new IntArrayList();
        for (int f = 0; f < mesh.faceCount(); f++) {
            round.clear();
            from.clear();
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                addChain(c, round);
                if (mesh.hasCornerValues()) while (from.size() < round.size()) from.add(c);
            }
            faceMap[f] = emit(b, round, from, scale, id, mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]]);
        }
        b.emptyTag(madeTag, ElementKind.FACE);
        b.emptyTag(madeTag + StripTags.CORNERS, ElementKind.FACE);
        from.clear();
        for (int i = 0; i < stripKeys.length; i++) {
            round.clear();
            for (int k = 0; k < 4; k++) round.add(quads[4 * i + k]);
            int like = own >= 0 ? own : materials[mesh.faceMaterials()[stripLike[i]]];
            if (mesh.hasCornerValues()) paintLike(stripLike[i], round, from);
            int made = emit(b, round, from, scale, id, stripKeys[i], like);
            if (made >= 0) b.tag(madeTag, ElementKind.FACE, made, 1);
        }
        for (CutPiece p : pieces) {
            for (int i = 0; i < p.faceKeys.size(); i++) {
                round.clear();
                round.addElements(
                        0,
                        p.faceVertices.elements(),
                        p.faceStart.getInt(i),
                        p.faceStart.getInt(i + 1) - p.faceStart.getInt(i));
                int like = own >= 0 ? own : materials[mesh.faceMaterials()[p.faceLike.getInt(i)]];
                if (mesh.hasCornerValues()) paintLike(p.faceLike.getInt(i), round, from);
                int made = emit(b, round, from, scale, id, p.faceKeys.getLong(i), like);
                if (made >= 0) b.tag(madeTag + StripTags.CORNERS, ElementKind.FACE, made, 1);
            }
        }
        if (!mesh.tags().isEmpty()) tags(b, id, faceMap);
        originOfBuilt = new int[b.vertexCount()];
        for (int v = 0; v < count; v++) if (id[v] >= 0) originOfBuilt[id[v]] = origin[v];
        return b.build();
    }

    /** The corners of an old face by which a new one's are painted: those beside which they stand. */
    private void paintLike(int face, IntArrayList round, IntArrayList from) {
        from.clear();
        int first = mesh.offsets()[face];
        for (int i = 0; i < round.size(); i++) {
            int c = first, end = mesh.offsets()[face + 1];
            while (c < end && mesh.corners()[c] != origin[round.getInt(i)]) c++;
            from.add(c < end ? c : first);
        }
    }

    /**
     * Adds a face without what fell together in it.
     *
     * @param from the old corner by which each is painted; empty where none are
     * @return -1 where nothing of the face is left
     */
    private int emit(
            MeshBuilder b, IntArrayList round, IntArrayList from, double[] scale, int[] id, long k, int material) {
        int n = 0;
        for (int i = 0; i < round.size(); i++) {
            int v = now(round.getInt(i));
            if (n > 0 && round.getInt(n - 1) == v) continue;
            if (!from.isEmpty()) from.set(n, from.getInt(i));
            round.set(n++, v);
        }
        while (n > 1 && round.getInt(n - 1) == round.getInt(0)) n--;
        if (n < 3) return -1;
        for (int i = 0; i < n; i++) {
            int v = round.getInt(i);
            if (id[v] < 0) id[v] = b.vertex(place(v, 0, scale), place(v, 1, scale), place(v, 2, scale), key[v]);
            round.set(i, id[v]);
        }
        int made = b.face(k, material, round.elements(), 0, n);
        for (int i = 0; i < n && !from.isEmpty(); i++) b.cornerLike(b.firstCorner(made) + i, mesh, from.getInt(i));
        return made;
    }

    /**
     * Faces keep theirs; a vertex gives its to all that stand in its place, and an edge to what runs where it ran, which
     * is both rails where it was cut off.
     */
    private void tags(MeshBuilder b, int[] id, int[] faceMap) {
        mesh.tags().forEach((name, tag) -> {
            b.emptyTag(name, tag);
            switch (tag.kind()) {
                case FACE -> {
                    for (int i = 0; i < tag.size(); i++) {
                        int f = faceMap[(int) tag.element(i)];
                        if (f >= 0) b.tag(name, ElementKind.FACE, f, tag.weight(i));
                    }
                }
                case VERTEX -> {
                    for (int v = 0; v < count; v++) {
                        double w = id[now(v)] < 0 ? 0 : tag.weightOf(origin[v]);
                        if (w > 0) b.tag(name, ElementKind.VERTEX, id[now(v)], w);
                    }
                }
                case EDGE -> {
                    for (int e = 0; e < adj.edgeCount(); e++) {
                        double w = tag.weightOf(Tag.edge(adj.edgeLow(e), adj.edgeHigh(e)));
                        for (int s = 0; s < adj.edgeSides(e) && w > 0; s++) {
                            int c = adj.edgeCorner(e, s);
                            int u = id[now(lastAt(c))], v = id[now(firstAt(adj.cornerNext()[c]))];
                            if (u >= 0 && v >= 0 && u != v) b.tag(name, ElementKind.EDGE, Tag.edge(u, v), w);
                        }
                    }
                }
            }
        });
    }
}
