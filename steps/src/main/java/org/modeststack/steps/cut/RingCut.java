package org.modeststack.steps.cut;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;

/**
 * The topology of cutting rings of edges: each edge of the rings gets new vertices, quads between two edges of a ring
 * are cut into strips, quads where two rings cross into a grid; other faces at the end of a ring take the new vertices
 * in as corners.
 *
 * <p>All edges of a ring run the same way, so that cuts that are not in the middle stay on one side. Strips keep
 * material, colours and tags of their face.
 */
class RingCut {
    private static final long STRIP = 2;
    private static final long INSIDE = 3;

    final Mesh mesh;
    final Adjacency adj;
    final BitSet ring;
    final int n;
    /** The places from 0 to n + 1 on an edge, for keys. */
    final long[] places;

    @SuppressWarnings("NullAway.Init")
    MeshBuilder out;

    @SuppressWarnings("NullAway.Init")
    EdgeCuts cuts;

    long seed;

    @SuppressWarnings("NullAway.Init")
    String made;

    private final double[] shares;
    /** For each edge of the rings the end from which its cuts are counted. */
    private final int[] start;

    @SuppressWarnings("NullAway.Init")
    private int[] materials;

    private int @Nullable [][] gridVertices;
    private final int[] four = new int[4];
    private final IntArrayList faceOfNew = new IntArrayList();

    /** @param shares where the cuts lie on an edge, from 0 to 1, ascending */
    RingCut(Mesh mesh, BitSet ring, double[] shares) {
        this(mesh, ring, shares, false);
    }

    /** @param alike whether the shares are always the same from both ends, so that edges need no common direction */
    RingCut(Mesh mesh, BitSet ring, double[] shares, boolean alike) {
        this.mesh = mesh;
        this.ring = ring;
        this.shares = shares;
        n = shares.length;
        places = Keys.fractions(n + 1);
        adj = mesh.adjacency();
        start = new int[adj.edgeCount()];
        Arrays.fill(start, -1);
        // One cut in the middle is the same from both ends; several have keys that tell them apart.
        boolean even = alike || n == 1 && shares[0] == 0.5;
        for (int e = ring.nextSetBit(0); e >= 0; e = ring.nextSetBit(e + 1)) {
            if (start[e] >= 0) continue;
            if (even) start[e] = startOf(mesh, e);
            else orient(e);
        }
    }

    /** The end from which cuts are counted on the lowest edge of a ring, which the others follow. */
    static int startOf(Mesh mesh, int edge) {
        int a = mesh.adjacency().edgeLow(edge), b = mesh.adjacency().edgeHigh(edge);
        return Long.compareUnsigned(mesh.vertexKeys()[a], mesh.vertexKeys()[b]) <= 0 ? a : b;
    }

    /** Turns all edges of a ring the way of one; by keys, so that it does not depend on numbering. */
    private void orient(int seedEdge) {
        start[seedEdge] = startOf(mesh, seedEdge);
        IntArrayList stack = new IntArrayList();
        stack.add(seedEdge);
        while (!stack.isEmpty()) {
            int e = stack.removeInt(stack.size() - 1);
            for (int i = 0; i < adj.edgeSides(e); i++) {
                int c = adj.edgeCorner(e, i);
                if (mesh.sides(adj.cornerFace()[c]) != 4) continue;
                int d = adj.cornerNext()[adj.cornerNext()[c]], x = adj.cornerEdge()[d];
                if (!ring.get(x) || start[x] >= 0) continue;
                start[x] = start[e] == mesh.corners()[c] ? mesh.corners()[adj.cornerNext()[d]] : mesh.corners()[d];
                stack.add(x);
            }
        }
    }

    Mesh build(long newSeed, String madeTag) {
        seed = newSeed;
        made = madeTag;
        int edges = ring.cardinality();
        out = new MeshBuilder(mesh.vertexCount() + n * edges * 2, mesh.faceCount() + n * edges);
        out.verticesOf(mesh);
        materials = out.materialsOf(mesh);
        cuts = new EdgeCuts(mesh, out, seed);
        for (int e = ring.nextSetBit(0); e >= 0; e = ring.nextSetBit(e + 1)) cuts.cut(e, start[e], shares);
        out.emptyTag(made, ElementKind.EDGE);
        for (int f = 0; f < mesh.faceCount(); f++) face(f);
        cuts.tags(faceOfNew);
        return out.build();
    }

    boolean cut(int corner) {
        return ring.get(adj.cornerEdge()[corner]);
    }

    /** Divides one face. */
    void face(int f) {
        int c = mesh.offsets()[f];
        boolean quad = mesh.sides(f) == 4;
        boolean even = quad && cut(c) && cut(c + 2), odd = quad && cut(c + 1) && cut(c + 3);
        if (even && odd) grid(f, c, c + 1, c + 2, c + 3);
        else if (even && !cut(c + 1) && !cut(c + 3)) strips(f, c);
        else if (odd && !cut(c) && !cut(c + 2)) strips(f, c + 1);
        else polygon(f);
    }

    /** The key that the parts of a face are made from. */
    long partsOf(int f) {
        return Keys.of(seed, STRIP, mesh.faceKeys()[f]);
    }

    /** The key that the vertices inside a face are made from. */
    long insideOf(int f) {
        return Keys.of(seed, INSIDE, mesh.faceKeys()[f]);
    }

    /** A quad that is part of a face. */
    int quad(int f, long key, int a, int b, int c, int d) {
        four[0] = a;
        four[1] = b;
        four[2] = c;
        four[3] = d;
        return add(f, key, four, 4);
    }

    int triangle(int f, long key, int a, int b, int c) {
        four[0] = a;
        four[1] = b;
        four[2] = c;
        return add(f, key, four, 3);
    }

    private int add(int f, long key, int[] vertices, int size) {
        int face = out.face(key, materials[mesh.faceMaterials()[f]], vertices, 0, size);
        faceOfNew.add(f);
        return face;
    }

    void polygon(int f) {
        cuts.polygon(f, mesh.faceKeys()[f], materials[mesh.faceMaterials()[f]]);
        faceOfNew.add(f);
    }

    void madeEdge(int a, int b) {
        out.tag(made, ElementKind.EDGE, Tag.edge(a, b), 1);
    }

    /** A quad between two edges of a ring: the side that leaves corner a, and the one across from it. */
    private void strips(int f, int a) {
        int b = adj.cornerNext()[a], c = adj.cornerNext()[b], d = adj.cornerNext()[c];
        long parts = partsOf(f);
        for (int i = 0; i <= n; i++) {
            // The side across runs the other way.
            int p = cuts.vertex(a, i), q = cuts.vertex(a, i + 1), r = cuts.vertex(c, n - i);
            int s = cuts.vertex(c, n + 1 - i);
            int strip = quad(f, Keys.of(parts, places[i]), p, q, r, s);
            if (i > 0) madeEdge(p, s);
            if (!mesh.hasCornerValues()) continue;
            int at = out.firstCorner(strip);
            double s0 = cuts.share(a, i), s1 = cuts.share(a, i + 1);
            double t0 = 1 - cuts.share(c, n + 1 - i), t1 = 1 - cuts.share(c, n - i);
            cuts.paint(at, a, b, s0, d, c, t0, 0);
            cuts.paint(at + 1, a, b, s1, d, c, t1, 0);
            cuts.paint(at + 2, a, b, s1, d, c, t1, 1);
            cuts.paint(at + 3, a, b, s0, d, c, t0, 1);
        }
    }

    /** A quad of which all four sides are cut: corners a, b, c, d. */
    void grid(int f, int a, int b, int c, int d) {
        int[][] net = gridVertices;
        if (net == null) gridVertices = net = new int[n + 2][n + 2];
        long inside = insideOf(f), parts = partsOf(f);
        for (int i = 0; i <= n + 1; i++) {
            int low = cuts.vertex(a, i), high = cuts.vertex(c, n + 1 - i);
            for (int j = 0; j <= n + 1; j++) {
                if (j == 0) net[i][j] = low;
                else if (j == n + 1) net[i][j] = high;
                else if (i == 0) net[i][j] = cuts.vertex(d, n + 1 - j);
                else if (i == n + 1) net[i][j] = cuts.vertex(b, j);
                else net[i][j] = inside(inside, a, b, c, d, i, j);
            }
        }
        for (int i = 0; i <= n; i++) {
            long row = Keys.of(parts, places[i]);
            for (int j = 0; j <= n; j++) {
                long key = Keys.of(row, places[j]);
                int cell = quad(f, key, net[i][j], net[i + 1][j], net[i + 1][j + 1], net[i][j + 1]);
                if (i > 0) madeEdge(net[i][j], net[i][j + 1]);
                if (j > 0) madeEdge(net[i][j], net[i + 1][j]);
                if (!mesh.hasCornerValues()) continue;
                int corner = out.firstCorner(cell);
                for (int k = 0; k < 4; k++) {
                    int u = k == 1 || k == 2 ? i + 1 : i, v = k >= 2 ? j + 1 : j;
                    double s = cuts.share(a, u);
                    cuts.paint(corner + k, a, b, s, d, c, s, 1 - cuts.share(d, n + 1 - v));
                }
            }
        }
    }

    /** A vertex inside a quad, between the cuts on its four sides (S. A. Coons's patch of four straight sides). */
    private int inside(long key, int a, int b, int c, int d, int i, int j) {
        double s0 = cuts.share(a, i), s1 = 1 - cuts.share(c, n + 1 - i);
        double t0 = 1 - cuts.share(d, n + 1 - j), t1 = cuts.share(b, j);
        // Where the line between two opposite cuts passes the line between the other two, on a flat quad.
        double den = 1 - (s1 - s0) * (t1 - t0);
        double t = (t0 + s0 * (t1 - t0)) / den, s = s0 + t * (s1 - s0);
        double[] xyz = mesh.xyz();
        int[] v = mesh.corners();
        double wa = (1 - s) * (1 - t), wb = s * (1 - t), wc = s * t, wd = (1 - s) * t;
        int va = 3 * v[a], vb = 3 * v[b], vc = 3 * v[c], vd = 3 * v[d];
        return out.vertex(
                wa * xyz[va] + wb * xyz[vb] + wc * xyz[vc] + wd * xyz[vd],
                wa * xyz[va + 1] + wb * xyz[vb + 1] + wc * xyz[vc + 1] + wd * xyz[vd + 1],
                wa * xyz[va + 2] + wb * xyz[vb + 2] + wc * xyz[vc + 2] + wd * xyz[vd + 2],
                Keys.of(key, places[i], places[j]));
    }
}
