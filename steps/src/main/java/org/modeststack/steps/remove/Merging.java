package org.modeststack.steps.remove;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;

/**
 * Joins faces across edges that go. A group of faces becomes the polygon round it; groups whose outline is not one
 * simple ring stay as they are. Euler's characteristic is kept.
 */
final class Merging {
    private static final long MERGED = 1;

    private final Mesh mesh;
    private final Adjacency adj;
    /** For each face the first face of its group. */
    private final int[] group;

    /** For each group that is joined, by its first face: the corners round it whose sides stay, in order. */
    private final IntArrayList[] outline;

    private final BitSet lostAnEdge;
    /** For each vertex the last group on whose outline it was seen, counted from 1. */
    private final int[] seenBy;

    private int refused;

    Merging(Mesh mesh, Selection picked) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        seenBy = new int[mesh.vertexCount()];
        group = new int[mesh.faceCount()];
        for (int f = 0; f < group.length; f++) group[f] = f;
        BitSet gone = edgesThatGo(picked);
        for (int e = gone.nextSetBit(0); e >= 0; e = gone.nextSetBit(e + 1)) {
            if (adj.edgeSides(e) != 2) continue;
            int c = adj.edgeCorner(e, 0), d = adj.edgeCorner(e, 1);
            // Neighbours that are turned against each other have no common front.
            if (mesh.corners()[c] == mesh.corners()[d]) continue;
            join(adj.cornerFace()[c], adj.cornerFace()[d]);
        }
        outline = new IntArrayList[group.length];
        int[] size = new int[group.length];
        for (int f = 0; f < group.length; f++) size[find(f)]++;
        IntArrayList[] members = new IntArrayList[group.length];
        for (int f = 0; f < group.length; f++) {
            int g = find(f);
            if (size[g] < 2) continue;
            if (members[g] == null) members[g] = new IntArrayList(size[g]);
            members[g].add(f);
        }
        for (int g = 0; g < group.length; g++) {
            if (members[g] == null) continue;
            outline[g] = ring(members[g]);
            if (outline[g] == null) refused++;
        }
        for (int g = 0; g < group.length; g++) {
            if (members[g] == null || outline[g] != null) continue;
            for (int f : members[g]) group[f] = f;
        }
        lostAnEdge = new BitSet();
        for (int e = gone.nextSetBit(0); e >= 0; e = gone.nextSetBit(e + 1)) {
            lostAnEdge.set(adj.edgeLow(e));
            lostAnEdge.set(adj.edgeHigh(e));
        }
        for (int g = 0; g < group.length; g++) {
            // Edges that were not picked can lie inside a group too.
            for (int f : members[g] == null ? new IntArrayList() : members[g])
                for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) lostAnEdge.set(mesh.corners()[c]);
        }
    }

    /** How many groups cannot become one face. */
    int refused() {
        return refused;
    }

    private BitSet edgesThatGo(Selection picked) {
        return switch (picked.kind()) {
            case EDGE -> picked.elements();
            case VERTEX -> picked.touching(mesh, ElementKind.EDGE).elements();
            case FACE -> {
                BitSet inner = new BitSet();
                for (int e = 0; e < adj.edgeCount(); e++) {
                    if (adj.edgeSides(e) == 2
                            && picked.contains(adj.cornerFace()[adj.edgeCorner(e, 0)])
                            && picked.contains(adj.cornerFace()[adj.edgeCorner(e, 1)])) inner.set(e);
                }
                yield inner;
            }
        };
    }

    private int find(int f) {
        while (group[f] != f) {
            group[f] = group[group[f]];
            f = group[f];
        }
        return f;
    }

    private void join(int a, int b) {
        a = find(a);
        b = find(b);
        if (a < b) group[b] = a;
        else group[a] = b;
    }

    /** The corner across from one whose side lies inside the group, or -1 where the side is on its outline. */
    private int inner(int c) {
        int e = adj.cornerEdge()[c];
        if (adj.edgeSides(e) != 2) return -1;
        int o = adj.edgeCorner(e, 0) == c ? adj.edgeCorner(e, 1) : adj.edgeCorner(e, 0);
        if (mesh.corners()[o] == mesh.corners()[c]) return -1;
        return find(adj.cornerFace()[o]) == find(adj.cornerFace()[c]) ? o : -1;
    }

    private IntArrayList ring(IntArrayList faces) {
        int begin = -1, sides = 0;
        for (int f : faces) {
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (inner(c) >= 0) continue;
                sides++;
                if (begin < 0) begin = c;
            }
        }
        if (begin < 0) return null;
        IntArrayList out = new IntArrayList();
        int stamp = find(faces.getInt(0)) + 1;
        int c = begin;
        do {
            out.add(c);
            if (seenBy[mesh.corners()[c]] == stamp) return null;
            seenBy[mesh.corners()[c]] = stamp;
            c = adj.cornerNext()[c];
            for (int o = inner(c); o >= 0; o = inner(c)) c = adj.cornerNext()[o];
        } while (c != begin && out.size() <= sides);
        // Sides left over belong to another ring: a hole.
        return out.size() == sides && out.size() >= 3 ? out : null;
    }

    Mesh build(boolean tidy, long seed) {
        BitSet dropped = tidy ? twoEdged() : new BitSet();
        MeshBuilder b = new MeshBuilder(mesh.vertexCount(), mesh.faceCount());
        int[] vertexMap = new int[mesh.vertexCount()], faceMap = new int[mesh.faceCount()];
        Arrays.fill(vertexMap, -1);
        Arrays.fill(faceMap, -1);
        int[] materials = b.materialsOf(mesh);
        IntArrayList ring = new IntArrayList(), corners = new IntArrayList();
        for (int f = 0; f < mesh.faceCount(); f++) {
            int g = find(f);
            if (g != f) continue;
            corners.clear();
            if (outline[f] != null) corners.addAll(outline[f]);
            else for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) corners.add(c);
            corners.removeIf((int c) -> dropped.get(mesh.corners()[c]));
            ring.clear();
            for (int c : corners) {
                int v = mesh.corners()[c];
                if (vertexMap[v] < 0) vertexMap[v] = b.vertex(mesh.x(v), mesh.y(v), mesh.z(v), mesh.vertexKeys()[v]);
                ring.add(vertexMap[v]);
            }
            long key = outline[f] == null ? mesh.faceKeys()[f] : Keys.of(seed, MERGED, mesh.faceKeys()[f]);
            faceMap[f] = b.face(key, materials[mesh.faceMaterials()[f]], ring.toIntArray());
            if (mesh.hasColors()) paint(b, faceMap[f], corners);
        }
        for (int f = 0; f < mesh.faceCount(); f++) faceMap[f] = faceMap[find(f)];
        b.carryTags(mesh, vertexMap, faceMap);
        return onlyEdgesThatAre(b.build());
    }

    private void paint(MeshBuilder b, int face, IntArrayList corners) {
        float[] k = mesh.cornerColors();
        for (int i = 0; i < corners.size(); i++) {
            int c = 4 * corners.getInt(i);
            b.color(b.firstCorner(face) + i, k[c], k[c + 1], k[c + 2], k[c + 3]);
        }
    }

    /** Vertices that lost an edge and have two left, so that they are corners of nothing. */
    private BitSet twoEdged() {
        BitSet out = new BitSet();
        int[] left = new int[mesh.faceCount()];
        for (int f = 0; f < left.length; f++) left[f] = outline[f] == null ? mesh.sides(f) : outline[f].size();
        for (int v = lostAnEdge.nextSetBit(0); v >= 0; v = lostAnEdge.nextSetBit(v + 1)) {
            int kept = 0, all = 0;
            for (int e : Loops.edgesAt(mesh, adj, v)) {
                all++;
                if (inner(adj.edgeCorner(e, 0)) < 0) kept++;
            }
            if (kept != 2 || all == 2) continue;
            boolean room = true;
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
                room &= left[find(adj.cornerFace()[adj.vertexCorners()[i]])] > 3;
            if (!room) continue;
            out.set(v);
            int from = adj.vertexStart()[v], to = adj.vertexStart()[v + 1];
            for (int i = from; i < to; i++) {
                int g = find(adj.cornerFace()[adj.vertexCorners()[i]]);
                boolean again = false;
                for (int j = from; j < i; j++) again |= find(adj.cornerFace()[adj.vertexCorners()[j]]) == g;
                if (!again) left[g]--;
            }
        }
        if (!out.isEmpty()) keepApart(out);
        return out;
    }

    /**
     * Two rows of vertices with the same ends must not both become one edge, nor one beside an edge that is there: such a
     * row keeps a vertex.
     */
    private void keepApart(BitSet dropped) {
        LongOpenHashSet edges = new LongOpenHashSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            int a = adj.edgeLow(e), b = adj.edgeHigh(e);
            if (inner(adj.edgeCorner(e, 0)) < 0 && !dropped.get(a) && !dropped.get(b)) edges.add(Tag.edge(a, b));
        }
        BitSet done = new BitSet();
        for (int v = dropped.nextSetBit(0); v >= 0; v = dropped.nextSetBit(v + 1)) {
            if (done.get(v)) continue;
            int[] ends = keptNeighbours(v);
            done.set(v);
            for (int i = 0; i < 2; i++) {
                int before = v;
                while (dropped.get(ends[i]) && ends[i] != v) {
                    done.set(ends[i]);
                    int[] on = keptNeighbours(ends[i]);
                    int next = on[0] == before ? on[1] : on[0];
                    before = ends[i];
                    ends[i] = next;
                }
            }
            if (ends[0] == ends[1] || !edges.add(Tag.edge(ends[0], ends[1]))) dropped.clear(v);
        }
    }

    /** The two vertices at the other ends of the edges that stay. */
    private int[] keptNeighbours(int v) {
        int[] out = new int[2];
        int n = 0;
        for (int e : Loops.edgesAt(mesh, adj, v)) {
            if (inner(adj.edgeCorner(e, 0)) >= 0) continue;
            out[n++] = adj.edgeLow(e) == v ? adj.edgeHigh(e) : adj.edgeLow(e);
        }
        return out;
    }

    /** Edge tags whose edge is gone go too. */
    private static Mesh onlyEdgesThatAre(Mesh m) {
        if (m.tags().values().stream().noneMatch(t -> t.kind() == ElementKind.EDGE)) return m;
        Map<String, Tag> tags = new HashMap<>();
        m.tags().forEach((name, t) -> tags.put(name, t.kind() == ElementKind.EDGE ? there(m, t) : t));
        return m.withTags(tags);
    }

    private static Tag there(Mesh m, Tag t) {
        int[] kept = IntStream.range(0, t.size())
                .filter(i -> m.adjacency().edgeBetween(Tag.edgeLow(t.element(i)), Tag.edgeHigh(t.element(i)), m) >= 0)
                .toArray();
        return new Tag(
                t.kind(),
                Arrays.stream(kept).mapToLong(t::element).toArray(),
                Arrays.stream(kept).mapToDouble(t::weight).toArray());
    }
}
