package org.modeststack.steps.bevel;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/**
 * A mesh whose edges and corners are being cut off: what stands in place of each corner of each old face, and the faces
 * that close the gaps. New vertices are kept as offsets from the old vertex they replace, all in proportion to the width,
 * so that the {@link Guard} can still hold them back.
 */
final class CutMesh {
    /** What a new face is. */
    enum Part {
        STRIP,
        CORNER
    }

    final Mesh mesh;
    final Adjacency adj;
    final int[] twin;

    private int count;
    private int[] origin;
    private double[] offset;
    private long[] key;
    private final int[] same;
    /** For each corner of an old face the vertex in its place, or, as its complement, where a chain of several begins. */
    private final int[] corner;

    private final IntArrayList chains = new IntArrayList();

    private final IntArrayList faceStart = new IntArrayList();
    private final IntArrayList faceVertices = new IntArrayList();
    private final LongArrayList faceKeys = new LongArrayList();
    private final IntArrayList faceLike = new IntArrayList();
    /** New faces that are strips. */
    private final BitSet strips = new BitSet();

    /** For each vertex of the mesh built last the old one it stands beside. */
    private int[] originOfBuilt;

    /** For each new vertex the one it has become, where some fell together; null before that. */
    private int[] merged;

    /** @param room about how many new vertices there will be */
    CutMesh(Mesh mesh, int room) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        twin = adj.twins();
        origin = new int[room];
        offset = new double[3 * room];
        key = new long[room];
        same = new int[mesh.vertexCount()];
        Arrays.fill(same, -1);
        corner = new int[mesh.cornerCount()];
        Arrays.fill(corner, Integer.MIN_VALUE);
        faceStart.add(0);
    }

    /** A new vertex beside an old one. @return its number; those made one after another are numbered so */
    int vertex(int old, double x, double y, double z, long k) {
        if (count == origin.length) {
            origin = Arrays.copyOf(origin, 2 * count);
            offset = Arrays.copyOf(offset, 6 * count);
            key = Arrays.copyOf(key, 2 * count);
        }
        origin[count] = old;
        offset[3 * count] = x;
        offset[3 * count + 1] = y;
        offset[3 * count + 2] = z;
        key[count] = k;
        return count++;
    }

    /** The old vertex where it is. */
    int same(int old) {
        if (same[old] < 0) same[old] = vertex(old, 0, 0, 0, mesh.vertexKeys()[old]);
        return same[old];
    }

    int vertexCount() {
        return count;
    }

    /** About how many faces there will be. */
    int faceCount() {
        return mesh.faceCount() + faceKeys.size();
    }

    /** How many faces close the gaps. */
    int newFaces() {
        return faceKeys.size();
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

    /** Puts one vertex in place of a corner. */
    void replace(int c, int vertex) {
        corner[c] = vertex;
    }

    /** Puts several in place of a corner, in the order of a walk round its face. */
    void replace(int c, int... vertices) {
        if (vertices.length == 1) {
            corner[c] = vertices[0];
            return;
        }
        corner[c] = ~chains.size();
        chains.add(vertices.length);
        chains.addElements(chains.size(), vertices);
    }

    /** Leaves all corners as they are that nothing was put in place of. To be called before anything is asked. */
    void settle() {
        for (int c = 0; c < corner.length; c++) if (corner[c] == Integer.MIN_VALUE) corner[c] = same(mesh.corners()[c]);
    }

    /** The vertex in place of a corner that a walk round the face comes to first. */
    int firstAt(int c) {
        int l = corner[c];
        return l >= 0 ? l : chains.getInt(~l + 1);
    }

    int lastAt(int c) {
        int l = corner[c];
        return l >= 0 ? l : chains.getInt(~l + chains.getInt(~l));
    }

    /** Adds what stands in place of a corner. */
    void addChain(int c, IntArrayList out) {
        int l = corner[c];
        if (l >= 0) out.add(l);
        else for (int i = 1; i <= chains.getInt(~l); i++) out.add(chains.getInt(~l + i));
    }

    /** Closes a gap. @param like the old face that it takes its material from */
    void face(Part part, long k, int like, int[] vertices, int from, int to) {
        faceVertices.addElements(faceVertices.size(), vertices, from, to - from);
        faceStart.add(faceVertices.size());
        if (part == Part.STRIP) strips.set(faceKeys.size());
        faceKeys.add(k);
        faceLike.add(like);
    }

    /** The corner before one in its face. */
    int before(int c) {
        int f = adj.cornerFace()[c];
        return c == mesh.offsets()[f] ? mesh.offsets()[f + 1] - 1 : c - 1;
    }

    /** Where a new vertex lies. @param scale for each old vertex how far its own are let go, 1 for all the way */
    double place(int vertex, int axis, double[] scale) {
        int o = origin[vertex];
        return mesh.xyz()[3 * o + axis] + scale[o] * offset[3 * vertex + axis];
    }

    /** Makes new vertices one that have come together. @param sets of them, or null where all stay apart */
    void merge(DisjointSets sets) {
        merged = sets == null ? null : sets.roots();
    }

    private int now(int vertex) {
        return merged == null ? vertex : merged[vertex];
    }

    /**
     * @param material the index in {@code b} of the new faces, or -1 for that of the old face beside them
     * @param cut the old edges that are gone, whose tags go to both rails
     */
    Mesh build(MeshBuilder b, double[] scale, int material, String madeTag) {
        int[] id = new int[count];
        Arrays.fill(id, -1);
        int[] materials = b.materialsOf(mesh);
        int[] ring = new int[16];
        int[] faceMap = new int[mesh.faceCount()];
        IntArrayList round = new IntArrayList(), from = new IntArrayList();
        for (int f = 0; f < mesh.faceCount(); f++) {
            round.clear();
            from.clear();
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                addChain(c, round);
                if (mesh.hasColors()) while (from.size() < round.size()) from.add(c);
            }
            faceMap[f] = emit(b, round, from, scale, id, mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]]);
        }
        b.emptyTag(madeTag, ElementKind.FACE);
        b.emptyTag(madeTag + ":corners", ElementKind.FACE);
        from.clear();
        for (int i = 0; i < faceKeys.size(); i++) {
            round.clear();
            for (int k = faceStart.getInt(i); k < faceStart.getInt(i + 1); k++) round.add(faceVertices.getInt(k));
            int like = faceLike.getInt(i);
            int made = emit(
                    b,
                    round,
                    from,
                    scale,
                    id,
                    faceKeys.getLong(i),
                    material >= 0 ? material : materials[mesh.faceMaterials()[like]]);
            if (made < 0) continue;
            b.tag(strips.get(i) ? madeTag : madeTag + ":corners", ElementKind.FACE, made, 1);
        }
        if (!mesh.tags().isEmpty()) tags(b, id, faceMap);
        originOfBuilt = new int[b.vertexCount()];
        for (int v = 0; v < count; v++) if (id[v] >= 0) originOfBuilt[id[v]] = origin[v];
        return b.build();
    }

    /** @return -1 where nothing of the face is left */
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
        float[] colors = mesh.cornerColors();
        for (int i = 0; i < n && !from.isEmpty(); i++) {
            int c = 4 * from.getInt(i);
            b.color(b.firstCorner(made) + i, colors[c], colors[c + 1], colors[c + 2], colors[c + 3]);
        }
        return made;
    }

    /**
     * Faces keep theirs; a vertex gives its to all that stand in its place, and an edge to what runs where it ran, which
     * is both rails where it was cut off.
     */
    private void tags(MeshBuilder b, int[] id, int[] faceMap) {
        mesh.tags().forEach((name, tag) -> {
            b.emptyTag(name, tag.kind());
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
