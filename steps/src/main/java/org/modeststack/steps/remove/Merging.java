package org.modeststack.steps.remove;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.Loops;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.work.Work;

/**
 * Joins faces across edges that go. A group of faces becomes the polygon round it; groups whose outline is not one
 * simple ring stay as they are. Euler's characteristic is kept.
 */
final class Merging {
    /** A bend that joins faces whatever they turn, degrees. */
    static final double WHATEVER_BENT = 360;

    private static final long MERGED = 1;

    private final Mesh mesh;
    private final Adjacency adj;
    private final int[] faceOf;
    private final int[] twin;
    /** For each face the first face of its group. */
    private final int[] group;

    /** For each group that is joined, by its first face: the corners round it whose sides stay, in order. */
    private final IntArrayList[] outline;

    private final BitSet lostAnEdge;
    /** For each vertex the last group on whose outline it was seen, counted from 1. */
    private final int[] seenBy;

    private int refused;
    private int bent;

    /** @param bend how much the faces of a group may turn against each other at most, degrees */
    Merging(Mesh mesh, Selection picked, double bend) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        twin = adj.twins();
        faceOf = adj.cornerFace();
        seenBy = new int[mesh.vertexCount()];
        BitSet gone = edgesThatGo(picked);
        DisjointSets sets = joined(gone, bend);
        group = sets.roots();
        outline = new IntArrayList[group.length];
        int[] members = members();
        for (int from = 0, to; from < members.length; from = to) {
            Work.checkpoint();
            int g = group[members[from]];
            to = from + 1;
            while (to < members.length && group[members[to]] == g) to++;
            outline[g] = ring(members, from, to);
            if (outline[g] != null && !liesOnAnother(outline[g])) continue;
            outline[g] = null;
            refused++;
            for (int i = from; i < to; i++) group[members[i]] = members[i];
        }
        lostAnEdge = new BitSet();
        for (int e = gone.nextSetBit(0); e >= 0; e = gone.nextSetBit(e + 1)) {
            lostAnEdge.set(adj.edgeLow(e));
            lostAnEdge.set(adj.edgeHigh(e));
        }
        // Edges that were not picked can lie inside a group too.
        for (int f : members)
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) lostAnEdge.set(mesh.corners()[c]);
    }

    /** Faces across the edges that go. */
    private DisjointSets joined(BitSet gone, double bend) {
        DisjointSets sets = new DisjointSets(mesh.faceCount());
        if (bend < WHATEVER_BENT) {
            BentGroups groups = new BentGroups(mesh, sets, Math.toRadians(bend));
            bent = groups.join(gone);
            return sets;
        }
        for (int e = gone.nextSetBit(0); e >= 0; e = gone.nextSetBit(e + 1)) {
            int c = adj.edgeCorner(e, 0), d = twin[c];
            // Neighbours that are turned against each other have no common front.
            if (d >= 0) sets.join(faceOf[c], faceOf[d]);
        }
        return sets;
    }

    /**
     * Whether all sides of an outline border on one face or group, which then is as wide as what is inside the outline:
     * both would be one polygon seen from either side.
     */
    private boolean liesOnAnother(IntArrayList outline) {
        int beyond = -1, sides = outline.size();
        for (int i = 0; i < sides; i++) {
            int o = twin[outline.getInt(i)];
            int g = o < 0 ? -1 : group[faceOf[o]];
            if (g < 0 || i > 0 && g != beyond) return false;
            beyond = g;
        }
        return true;
    }

    /** The faces of all groups of two and more, group by group. */
    private int[] members() {
        int[] start = new int[group.length + 1];
        for (int g : group) start[g + 1]++;
        for (int g = 0; g < group.length; g++) start[g + 1] = start[g] + (start[g + 1] < 2 ? 0 : start[g + 1]);
        int[] out = new int[start[group.length]];
        int[] at = start.clone();
        for (int f = 0; f < group.length; f++) if (start[group[f] + 1] > start[group[f]]) out[at[group[f]]++] = f;
        return out;
    }

    /** How many groups cannot become one face. */
    int refused() {
        return refused;
    }

    /** How many edges stay because what they join would be too bent. */
    int bent() {
        return bent;
    }

    private BitSet edgesThatGo(Selection picked) {
        return switch (picked.kind()) {
            case EDGE -> picked.elements();
            case VERTEX -> picked.touching(mesh, ElementKind.EDGE).elements();
            case FACE -> {
                BitSet inner = new BitSet();
                for (int e = 0; e < adj.edgeCount(); e++) {
                    if (adj.edgeSides(e) == 2
                            && picked.contains(faceOf[adj.edgeCorner(e, 0)])
                            && picked.contains(faceOf[adj.edgeCorner(e, 1)])) inner.set(e);
                }
                yield inner;
            }
        };
    }

    /** The corner across from one whose side lies inside the group, or -1 where the side is on its outline. */
    private int inner(int c) {
        int o = twin[c];
        return o < 0 || group[faceOf[o]] != group[faceOf[c]] ? -1 : o;
    }

    private @Nullable IntArrayList ring(int[] members, int from, int to) {
        int begin = -1, sides = 0;
        for (int i = from; i < to; i++) {
            int f = members[i];
            for (int c = mesh.offsets()[f]; c < mesh.offsets()[f + 1]; c++) {
                if (inner(c) >= 0) continue;
                sides++;
                if (begin < 0) begin = c;
            }
        }
        if (begin < 0) return null;
        IntArrayList out = new IntArrayList(sides);
        int stamp = group[members[from]] + 1;
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
        int[] ring = new int[16], from = new int[16], corners = mesh.corners(), offsets = mesh.offsets();
        double[] p = mesh.xyz();
        boolean colored = mesh.hasCornerValues(), all = dropped.isEmpty();
        for (int f = 0; f < group.length; f++) {
            if (group[f] != f) continue;
            IntArrayList round = outline[f];
            int first = offsets[f], sides = round == null ? mesh.sides(f) : round.size(), n = 0;
            if (sides > ring.length) {
                ring = new int[2 * sides];
                from = new int[2 * sides];
            }
            for (int i = 0; i < sides; i++) {
                int c = round == null ? first + i : round.getInt(i), v = corners[c];
                if (!all && dropped.get(v)) continue;
                if (vertexMap[v] < 0)
                    vertexMap[v] = b.vertex(p[3 * v], p[3 * v + 1], p[3 * v + 2], mesh.vertexKeys()[v]);
                ring[n] = vertexMap[v];
                from[n++] = c;
            }
            long key = round == null ? mesh.faceKeys()[f] : Keys.of(seed, MERGED, mesh.faceKeys()[f]);
            faceMap[f] = b.face(key, materials[mesh.faceMaterials()[f]], ring, 0, n);
            for (int i = 0; colored && i < n; i++) b.cornerLike(b.firstCorner(faceMap[f]) + i, mesh, from[i]);
        }
        for (int f = 0; f < mesh.faceCount(); f++) faceMap[f] = faceMap[group[f]];
        b.carryTags(mesh, vertexMap, faceMap);
        return onlyEdgesThatAre(b.build());
    }

    /** Vertices that lost an edge and have two left, so that they are corners of nothing. */
    private BitSet twoEdged() {
        BitSet out = new BitSet();
        int[] left = new int[mesh.faceCount()];
        for (int f = 0; f < left.length; f++) left[f] = outline[f] == null ? mesh.sides(f) : outline[f].size();
        for (int v = lostAnEdge.nextSetBit(0); v >= 0; v = lostAnEdge.nextSetBit(v + 1)) {
            if (!isOnTwo(v)) continue;
            boolean room = true;
            for (int i = adj.vertexStart()[v]; i < adj.vertexStart()[v + 1]; i++)
                room &= left[group[faceOf[adj.vertexCorners()[i]]]] > 3;
            if (!room) continue;
            out.set(v);
            int from = adj.vertexStart()[v], to = adj.vertexStart()[v + 1];
            for (int i = from; i < to; i++) {
                int g = group[faceOf[adj.vertexCorners()[i]]];
                boolean again = false;
                for (int j = from; j < i; j++) again |= group[faceOf[adj.vertexCorners()[j]]] == g;
                if (!again) left[g]--;
            }
        }
        if (!out.isEmpty()) keepApart(out);
        return out;
    }

    /** Whether two of a vertex's edges stay, and there were more. */
    private boolean isOnTwo(int v) {
        int from = adj.vertexStart()[v], to = adj.vertexStart()[v + 1], kept = 0;
        boolean inside = true;
        for (int i = from; i < to && inside; i++) {
            int c = adj.vertexCorners()[i];
            inside = twin[c] >= 0 && twin[adj.cornerBefore(c, mesh)] >= 0;
            if (inner(c) < 0) kept++;
        }
        // Inside a surface each edge leaves the vertex in one of its corners; at borders and branches they are looked
        // up.
        if (inside) return kept == 2 && to - from > 2;
        kept = 0;
        int[] edges = Loops.edgesAt(mesh, adj, v);
        for (int e : edges) if (inner(adj.edgeCorner(e, 0)) < 0) kept++;
        return kept == 2 && edges.length > 2;
    }

    /**
     * Two rows of vertices with the same ends must not both become one edge, nor one beside an edge that is there: such a
     * row keeps a vertex.
     */
    private void keepApart(BitSet dropped) {
        LongOpenHashSet made = new LongOpenHashSet();
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
            int there = adj.edgeBetween(ends[0], ends[1], mesh);
            boolean taken = there >= 0 && inner(adj.edgeCorner(there, 0)) < 0;
            if (ends[0] == ends[1] || taken || !made.add(Tag.edge(ends[0], ends[1]))) dropped.clear(v);
        }
    }

    /** The two vertices at the other ends of the edges that stay. */
    private int[] keptNeighbours(int v) {
        int[] out = new int[2];
        int n = 0;
        for (int e : Loops.edgesAt(mesh, adj, v)) {
            if (inner(adj.edgeCorner(e, 0)) >= 0) continue;
            out[n++] = adj.otherEnd(e, v);
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
        return t.with(
                Arrays.stream(kept).mapToLong(t::element).toArray(),
                Arrays.stream(kept).mapToDouble(t::weight).toArray());
    }
}
