package org.modeststack.steps.cut;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
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
 * material, colours and tags of their face, parts of an edge those of the edge; new vertices take the mean of a tag
 * that both ends have.
 */
final class RingCut {
    private static final long VERTEX = 1;
    private static final long STRIP = 2;
    private static final long INSIDE = 3;

    private final Mesh mesh;
    private final Adjacency adj;
    private final BitSet ring;
    private final double[] shares;
    private final int n;
    /** For each edge of the rings the end from which its cuts are counted. */
    private final int[] start;

    private MeshBuilder out;
    private long seed;
    /** The first new vertex of each edge; the others follow it, from its start on. */
    private int[] first;

    private int[] materials;
    private String made;
    private final IntArrayList faceOfNew = new IntArrayList();

    /** @param shares where the cuts lie on an edge, from 0 to 1, ascending */
    RingCut(Mesh mesh, BitSet ring, double[] shares) {
        this.mesh = mesh;
        this.ring = ring;
        this.shares = shares;
        n = shares.length;
        adj = mesh.adjacency();
        start = new int[adj.edgeCount()];
        Arrays.fill(start, -1);
        for (int e = ring.nextSetBit(0); e >= 0; e = ring.nextSetBit(e + 1)) if (start[e] < 0) orient(e);
    }

    /** Turns all edges of a ring the way of one; by keys, so that it does not depend on numbering. */
    private void orient(int seedEdge) {
        int a = adj.edgeLow(seedEdge), b = adj.edgeHigh(seedEdge);
        start[seedEdge] = Long.compareUnsigned(mesh.vertexKeys()[a], mesh.vertexKeys()[b]) <= 0 ? a : b;
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
        out = new MeshBuilder(mesh.vertexCount() + n * edges, mesh.faceCount() + n * edges);
        for (int v = 0; v < mesh.vertexCount(); v++) out.vertex(mesh.x(v), mesh.y(v), mesh.z(v), mesh.vertexKeys()[v]);
        materials = out.materialsOf(mesh);
        first = new int[adj.edgeCount()];
        for (int e = ring.nextSetBit(0); e >= 0; e = ring.nextSetBit(e + 1)) {
            int a = start[e], b = adj.edgeLow(e) == a ? adj.edgeHigh(e) : adj.edgeLow(e);
            first[e] = out.vertexCount();
            for (int i = 0; i < n; i++) {
                double t = shares[i];
                out.vertex(
                        mesh.x(a) + t * (mesh.x(b) - mesh.x(a)),
                        mesh.y(a) + t * (mesh.y(b) - mesh.y(a)),
                        mesh.z(a) + t * (mesh.z(b) - mesh.z(a)),
                        Keys.of(seed, VERTEX, mesh.edgeKey(a, b), Keys.fraction(i + 1, n + 1)));
            }
        }
        out.emptyTag(made, ElementKind.EDGE);
        for (int f = 0; f < mesh.faceCount(); f++) face(f);
        tags();
        return out.build();
    }

    private boolean cut(int corner) {
        return ring.get(adj.cornerEdge()[corner]);
    }

    /** The i-th new vertex, counted from 1, on the side that leaves a corner; 0 and n + 1 are its ends. */
    private int on(int corner, int i) {
        if (i == 0) return mesh.corners()[corner];
        if (i == n + 1) return mesh.corners()[adj.cornerNext()[corner]];
        int e = adj.cornerEdge()[corner];
        return first[e] + (start[e] == mesh.corners()[corner] ? i - 1 : n - i);
    }

    /** How far along the side the i-th of them lies. */
    private double share(int corner, int i) {
        if (i == 0) return 0;
        if (i == n + 1) return 1;
        int e = adj.cornerEdge()[corner];
        return start[e] == mesh.corners()[corner] ? shares[i - 1] : 1 - shares[n - i];
    }

    private void face(int f) {
        int c = mesh.offsets()[f], sides = mesh.sides(f);
        boolean quad = sides == 4;
        boolean even = quad && cut(c) && cut(c + 2), odd = quad && cut(c + 1) && cut(c + 3);
        if (even && odd) grid(f, c);
        else if (even && !cut(c + 1) && !cut(c + 3)) strips(f, c);
        else if (odd && !cut(c) && !cut(c + 2)) strips(f, c + 1);
        else polygon(f, c, sides);
    }

    private int add(int f, long key, int... vertices) {
        int made = out.face(key, materials[mesh.faceMaterials()[f]], vertices);
        faceOfNew.add(f);
        return made;
    }

    /** A face that keeps its shape, with what is new on its sides as further corners. */
    private void polygon(int f, int c, int sides) {
        IntArrayList around = new IntArrayList();
        for (int k = 0; k < sides; k++) {
            around.add(mesh.corners()[c + k]);
            if (cut(c + k)) for (int i = 1; i <= n; i++) around.add(on(c + k, i));
        }
        int made = add(f, mesh.faceKeys()[f], around.toIntArray());
        if (!mesh.hasColors()) return;
        int at = out.firstCorner(made);
        for (int k = 0; k < sides; k++) {
            int d = adj.cornerNext()[c + k];
            paint(at++, c + k, d, 0, c + k, d, 0, 0);
            if (cut(c + k)) for (int i = 1; i <= n; i++) paint(at++, c + k, d, share(c + k, i), c + k, d, 0, 0);
        }
    }

    /** A quad between two edges of a ring: the side that leaves corner a, and the one across from it. */
    private void strips(int f, int a) {
        int b = adj.cornerNext()[a], c = adj.cornerNext()[b], d = adj.cornerNext()[c];
        for (int i = 0; i <= n; i++) {
            // The side across runs the other way.
            int p = on(a, i), q = on(a, i + 1), r = on(c, n - i), s = on(c, n + 1 - i);
            int strip = add(f, Keys.of(seed, STRIP, mesh.faceKeys()[f], Keys.fraction(i, n + 1)), p, q, r, s);
            if (i > 0) out.tag(made, ElementKind.EDGE, Tag.edge(p, s), 1);
            if (!mesh.hasColors()) continue;
            int at = out.firstCorner(strip);
            double s0 = share(a, i), s1 = share(a, i + 1);
            double t0 = 1 - share(c, n + 1 - i), t1 = 1 - share(c, n - i);
            paint(at, a, b, s0, d, c, t0, 0);
            paint(at + 1, a, b, s1, d, c, t1, 0);
            paint(at + 2, a, b, s1, d, c, t1, 1);
            paint(at + 3, a, b, s0, d, c, t0, 1);
        }
    }

    /** A quad where two rings cross. */
    private void grid(int f, int a) {
        int b = adj.cornerNext()[a], c = adj.cornerNext()[b], d = adj.cornerNext()[c];
        int[][] at = new int[n + 2][n + 2];
        for (int i = 0; i <= n + 1; i++) {
            int low = on(a, i), high = on(c, n + 1 - i);
            for (int j = 0; j <= n + 1; j++) {
                if (j == 0) at[i][j] = low;
                else if (j == n + 1) at[i][j] = high;
                else if (i == 0) at[i][j] = on(d, n + 1 - j);
                else if (i == n + 1) at[i][j] = on(b, j);
                else at[i][j] = inside(f, a, b, c, d, i, j);
            }
        }
        for (int i = 0; i <= n; i++) {
            for (int j = 0; j <= n; j++) {
                long key = Keys.of(
                        Keys.of(seed, STRIP, mesh.faceKeys()[f]), Keys.fraction(i, n + 1), Keys.fraction(j, n + 1));
                int cell = add(f, key, at[i][j], at[i + 1][j], at[i + 1][j + 1], at[i][j + 1]);
                if (i > 0) out.tag(made, ElementKind.EDGE, Tag.edge(at[i][j], at[i][j + 1]), 1);
                if (j > 0) out.tag(made, ElementKind.EDGE, Tag.edge(at[i][j], at[i + 1][j]), 1);
                if (!mesh.hasColors()) continue;
                int corner = out.firstCorner(cell);
                for (int k = 0; k < 4; k++) {
                    int u = k == 1 || k == 2 ? i + 1 : i, v = k >= 2 ? j + 1 : j;
                    paint(corner + k, a, b, share(a, u), d, c, share(a, u), 1 - share(d, n + 1 - v));
                }
            }
        }
    }

    /** A vertex inside a quad, between the cuts on its four sides (S. A. Coons's patch of four straight sides). */
    private int inside(int f, int a, int b, int c, int d, int i, int j) {
        double s0 = share(a, i), s1 = 1 - share(c, n + 1 - i), t0 = 1 - share(d, n + 1 - j), t1 = share(b, j);
        // Where the line between two opposite cuts passes the line between the other two, on a flat quad.
        double den = 1 - (s1 - s0) * (t1 - t0);
        double t = (t0 + s0 * (t1 - t0)) / den, s = s0 + t * (s1 - s0);
        double[] p = new double[3];
        for (int k = 0; k < 3; k++) {
            double low = lerp(a, b, s, k), high = lerp(d, c, s, k);
            p[k] = low + t * (high - low);
        }
        long key = Keys.of(Keys.of(seed, INSIDE, mesh.faceKeys()[f]), Keys.fraction(i, n + 1), Keys.fraction(j, n + 1));
        return out.vertex(p[0], p[1], p[2], key);
    }

    private double lerp(int cornerA, int cornerB, double s, int k) {
        double p = mesh.xyz()[3 * mesh.corners()[cornerA] + k], q = mesh.xyz()[3 * mesh.corners()[cornerB] + k];
        return p + s * (q - p);
    }

    /** Mixes the colours of four corners: along a–b by s, along d–c by t, between the two by u. */
    private void paint(int corner, int a, int b, double s, int d, int c, double t, double u) {
        float[] k = mesh.cornerColors(), rgba = new float[4];
        for (int i = 0; i < 4; i++) {
            double low = k[4 * a + i] + s * (k[4 * b + i] - k[4 * a + i]);
            double high = k[4 * d + i] + t * (k[4 * c + i] - k[4 * d + i]);
            rgba[i] = (float) (low + u * (high - low));
        }
        out.color(corner, rgba[0], rgba[1], rgba[2], rgba[3]);
    }

    private void tags() {
        mesh.tags().forEach((name, tag) -> {
            out.emptyTag(name, tag.kind());
            switch (tag.kind()) {
                case FACE -> {
                    for (int i = 0; i < faceOfNew.size(); i++) {
                        double w = tag.weightOf(faceOfNew.getInt(i));
                        if (w > 0) out.tag(name, ElementKind.FACE, i, w);
                    }
                }
                case VERTEX -> {
                    out.tag(name, tag);
                    for (int e = ring.nextSetBit(0); e >= 0; e = ring.nextSetBit(e + 1)) {
                        double p = tag.weightOf(start[e]);
                        double q = tag.weightOf(adj.edgeLow(e) == start[e] ? adj.edgeHigh(e) : adj.edgeLow(e));
                        for (int i = 0; i < n && p > 0 && q > 0; i++)
                            out.tag(name, ElementKind.VERTEX, first[e] + i, p + shares[i] * (q - p));
                    }
                }
                case EDGE -> {
                    for (int i = 0; i < tag.size(); i++) edgeTag(name, tag.element(i), tag.weight(i));
                }
            }
        });
    }

    private void edgeTag(String name, long element, double weight) {
        int a = Tag.edgeLow(element), b = Tag.edgeHigh(element), e = adj.edgeBetween(a, b, mesh);
        if (e < 0 || !ring.get(e)) {
            out.tag(name, ElementKind.EDGE, element, weight);
            return;
        }
        int end = start[e] == a ? b : a, before = start[e];
        for (int i = 0; i < n; i++) {
            out.tag(name, ElementKind.EDGE, Tag.edge(before, first[e] + i), weight);
            before = first[e] + i;
        }
        out.tag(name, ElementKind.EDGE, Tag.edge(before, end), weight);
    }
}
