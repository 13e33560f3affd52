package org.modeststack.steps.cut;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/**
 * Vertices on edges, in order from one end of each, and what becomes of tags and colours there: the parts of an edge keep
 * those of the edge, new vertices take the mean of a tag that both ends have.
 */
public final class EdgeCuts {
    private static final long VERTEX = 1;

    private final Mesh mesh;
    private final Adjacency adj;
    private final MeshBuilder out;
    private final long seed;
    /** For each edge the end from which its cuts are counted, how many there are, and where they begin in the lists. */
    @SuppressWarnings("NullAway.Init")
    private int[] start;

    private final int[] count;

    @SuppressWarnings("NullAway.Init")
    private int[] at;

    private final DoubleArrayList shares = new DoubleArrayList();
    private final IntArrayList vertices = new IntArrayList();
    private final IntArrayList edges = new IntArrayList();
    /** The places of as many cuts as the last edge has, for keys. */
    private long[] places = {};

    /** @param out to which the vertices of the mesh were added, in their order and nothing else */
    public EdgeCuts(Mesh mesh, MeshBuilder out, long seed) {
        this.mesh = mesh;
        this.out = out;
        this.seed = seed;
        adj = mesh.adjacency();
        count = new int[adj.edgeCount()];
    }

    /**
     * Puts vertices on an edge, which must have none yet.
     *
     * @param from the end that is share 0
     * @param where shares of its length, ascending, from 0 to 1
     */
    public void cut(int edge, int from, double[] where) {
        int a = from, b = adj.otherEnd(edge, a), n = where.length;
        begin(edge, from, n);
        long key = Keys.of(seed, VERTEX, mesh.edgeKey(a, b));
        double[] xyz = mesh.xyz();
        if (places.length != n + 2) places = Keys.fractions(n + 1);
        for (int i = 0; i < n; i++) {
            double t = where[i];
            shares.add(t);
            vertices.add(out.vertex(
                    xyz[3 * a] + t * (xyz[3 * b] - xyz[3 * a]),
                    xyz[3 * a + 1] + t * (xyz[3 * b + 1] - xyz[3 * a + 1]),
                    xyz[3 * a + 2] + t * (xyz[3 * b + 2] - xyz[3 * a + 2]),
                    Keys.of(key, places[i + 1])));
        }
    }

    /**
     * Leads an edge, which must have no vertices yet, through some that are there and keep their tags.
     *
     * @param where shares of its length, ascending, from 0 to 1
     * @param through a vertex of the mesh for each
     */
    public void lead(int edge, int from, double[] where, int[] through) {
        begin(edge, from, where.length);
        for (int i = 0; i < where.length; i++) {
            shares.add(where[i]);
            vertices.add(through[i]);
        }
    }

    private void begin(int edge, int from, int n) {
        if (edges.isEmpty()) {
            start = new int[count.length];
            at = new int[count.length];
        }
        start[edge] = from;
        count[edge] = n;
        at[edge] = shares.size();
        edges.add(edge);
    }

    /** How many new vertices lie on the side that leaves a corner. */
    int on(int corner) {
        return count[adj.cornerEdge()[corner]];
    }

    /** The i-th vertex of the side that leaves a corner: 0 is the corner itself, after the new ones comes the next. */
    int vertex(int corner, int i) {
        if (i == 0) return mesh.corners()[corner];
        int e = adj.cornerEdge()[corner], n = count[e];
        if (i == n + 1) return mesh.corners()[adj.cornerNext()[corner]];
        return vertices.getInt(at[e] + (start[e] == mesh.corners()[corner] ? i - 1 : n - i));
    }

    /** How far along the side that leaves a corner its i-th vertex lies, from 0 to 1. */
    double share(int corner, int i) {
        if (i == 0) return 0;
        int e = adj.cornerEdge()[corner], n = count[e];
        if (i == n + 1) return 1;
        return start[e] == mesh.corners()[corner]
                ? shares.getDouble(at[e] + i - 1)
                : 1 - shares.getDouble(at[e] + n - i);
    }

    /** Mixes the values of four corners: along a–b by s, along d–c by t, between the two by u. */
    void paint(int corner, int a, int b, double s, int d, int c, double t, double u) {
        int[] sources = {a, b, c, d};
        out.cornerMix(corner, mesh, sources, new double[] {(1 - u) * (1 - s), (1 - u) * s, u * t, u * (1 - t)});
    }

    /** A face that keeps its shape, with what is new on its sides as further corners. */
    public int polygon(int f, long key, int material) {
        int c = mesh.offsets()[f], sides = mesh.sides(f), size = sides;
        if (!edges.isEmpty()) for (int k = 0; k < sides; k++) size += on(c + k);
        if (size == sides && !mesh.hasCornerValues()) return out.face(key, material, mesh.corners(), c, c + sides);
        int[] around = new int[size];
        int to = 0;
        for (int k = 0; k < sides; k++) for (int i = 0; i <= on(c + k); i++) around[to++] = vertex(c + k, i);
        int made = out.face(key, material, around, 0, size);
        if (!mesh.hasCornerValues()) return made;
        to = out.firstCorner(made);
        for (int k = 0; k < sides; k++) {
            int d = adj.cornerNext()[c + k];
            for (int i = 0; i <= on(c + k); i++) paint(to++, c + k, d, share(c + k, i), c + k, d, 0, 0);
        }
        return made;
    }

    /**
     * Carries all tags over.
     *
     * @param faceOf for each new face the old one that it is, or is part of
     */
    public void tags(IntArrayList faceOf) {
        mesh.tags().forEach((name, tag) -> {
            out.emptyTag(name, tag);
            switch (tag.kind()) {
                case FACE -> {
                    for (int i = 0; tag.size() > 0 && i < faceOf.size(); i++) {
                        double w = tag.weightOf(faceOf.getInt(i));
                        if (w > 0) out.tag(name, ElementKind.FACE, i, w);
                    }
                }
                case VERTEX -> vertexTag(name, tag);
                case EDGE -> {
                    if (edges.isEmpty()) out.tag(name, tag);
                    else for (int i = 0; i < tag.size(); i++) edgeTag(name, tag.element(i), tag.weight(i));
                }
            }
        });
    }

    private void vertexTag(String name, Tag tag) {
        out.tag(name, tag);
        for (int k = 0; tag.size() > 0 && k < edges.size(); k++) {
            int e = edges.getInt(k);
            double p = tag.weightOf(start[e]);
            if (p == 0) continue;
            double q = tag.weightOf(adj.edgeLow(e) == start[e] ? adj.edgeHigh(e) : adj.edgeLow(e));
            boolean mixed = tag.rule() == CarryRule.MEAN || tag.rule() == CarryRule.GREATEST;
            for (int i = 0; i < count[e] && q > 0; i++) {
                int v = vertices.getInt(at[e] + i);
                if (v < mesh.vertexCount()) continue;
                double share = shares.getDouble(at[e] + i);
                // Along an edge a weight goes over evenly into the other, unless it is one that is only taken whole.
                double w = mixed ? p + share * (q - p) : tag.rule() == CarryRule.COPY && share > 0.5 ? q : p;
                out.tag(name, ElementKind.VERTEX, v, w);
            }
        }
    }

    private void edgeTag(String name, long element, double weight) {
        int a = Tag.edgeLow(element), b = Tag.edgeHigh(element), e = adj.edgeBetween(a, b, mesh);
        if (e < 0 || count[e] == 0) {
            out.tag(name, ElementKind.EDGE, element, weight);
            return;
        }
        int before = start[e], end = before == a ? b : a;
        for (int i = 0; i < count[e]; i++) {
            int v = vertices.getInt(at[e] + i);
            out.tag(name, ElementKind.EDGE, Tag.edge(before, v), weight);
            before = v;
        }
        out.tag(name, ElementKind.EDGE, Tag.edge(before, end), weight);
    }
}
