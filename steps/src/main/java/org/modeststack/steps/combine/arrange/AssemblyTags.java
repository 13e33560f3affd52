package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/** Tags of a boolean's result: where operands meet, and what was tagged on them. */
final class AssemblyTags {
    private final Fragments fragments;
    private final Soup soup;
    private final Points points;
    private final CutFaces cut;
    private final Rings rings;
    private final RingCorners corners;
    private final Assembly.Written written;
    private final MeshBuilder builder;

    AssemblyTags(
            Fragments fragments, CutFaces cut, RingCorners corners, Assembly.Written written, MeshBuilder builder) {
        this.fragments = fragments;
        this.cut = cut;
        rings = cut.rings;
        this.corners = corners;
        this.written = written;
        this.builder = builder;
        soup = fragments.soup;
        points = fragments.points;
    }

    /** The edges whose faces come from different operands. */
    void tagMeeting(String madeTag) {
        builder.emptyTag(madeTag, ElementKind.EDGE);
        for (int c = 0; c < rings.corners(); c++) {
            if (corners.isLeftOut(c)) continue;
            int n = corners.after(c), v = written.vertex()[rings.vertexOf(c)], w = written.vertex()[rings.vertexOf(n)];
            if (v < 0 || w < 0) continue;
            int d = rings.mate(c);
            if (d < 0 || rings.ring(d).operand() == rings.ring(c).operand()) continue;
            if (written.middle()[c] == 0) builder.tag(madeTag, ElementKind.EDGE, Tag.edge(v, w), 1);
            else {
                builder.tag(madeTag, ElementKind.EDGE, Tag.edge(v, written.middle()[c] - 1), 1);
                builder.tag(madeTag, ElementKind.EDGE, Tag.edge(written.middle()[c] - 1, w), 1);
            }
        }
    }

    /** The tags of an operand on what is left of it. */
    void carry(int o) {
        Mesh m = soup.solids[o].mesh;
        if (m.tags().isEmpty()) return;
        int[] vertex = written.plain()[o].clone();
        int base = soup.vertexBase(o);
        Int2IntOpenHashMap byPoint = newMap();
        for (int c = 0; c < rings.corners(); c++) {
            if (!corners.isLeftOut(c) && written.vertex()[rings.vertexOf(c)] >= 0) {
                byPoint.putIfAbsent(rings.point(c), written.vertex()[rings.vertexOf(c)]);
            }
        }
        for (int v = 0; v < vertex.length; v++) {
            if (vertex[v] < 0) vertex[v] = byPoint.get(points.find(v + base));
        }
        EdgeParts edges = null;
        for (var entry : m.tags().entrySet()) {
            String name = entry.getKey();
            Tag tag = entry.getValue();
            builder.emptyTag(name, tag);
            for (int i = 0; i < tag.size(); i++) {
                long e = tag.element(i);
                double weight = tag.weight(i);
                switch (tag.kind()) {
                    case VERTEX -> {
                        if (vertex[(int) e] >= 0) builder.tag(name, ElementKind.VERTEX, vertex[(int) e], weight);
                    }
                    case FACE -> {
                        int f = written.firstFace()[o][(int) e];
                        for (int k = 0; k < written.faceCount()[o][(int) e]; k++) {
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

    private static Int2IntOpenHashMap newMap() {
        Int2IntOpenHashMap m = new Int2IntOpenHashMap();
        m.defaultReturnValue(-1);
        return m;
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
                if (corners.isLeftOut(c) || r.operand() != o) continue;
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
                int v = written.vertex()[rings.vertexOf(c)], w = written.vertex()[rings.vertexOf(corners.after(c))];
                if (v < 0 || w < 0 || v == w) continue;
                builder.tag(name, ElementKind.EDGE, Tag.edge(v, w), weight);
                any = true;
            }
            if (any || vertex[low] < 0 || vertex[high] < 0) return;
            // Away from the cuts an edge is there as long as one of its faces is.
            for (int i = 0; i < m.adjacency().edgeSides(e); i++) {
                int f = m.adjacency().cornerFace()[m.adjacency().edgeCorner(e, i)];
                if (!cut.inRings[o][f] && written.faceCount()[o][f] > 0) {
                    builder.tag(name, ElementKind.EDGE, Tag.edge(vertex[low], vertex[high]), weight);
                    return;
                }
            }
        }
    }
}
