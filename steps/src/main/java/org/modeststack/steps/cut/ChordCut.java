package org.modeststack.steps.cut;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntArrays;
import java.util.Arrays;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;

/**
 * The topology of dividing faces by new edges, chords, between their corners or new points on their sides. A chord that
 * would leave its face or cross another is left out and counted.
 *
 * <p>A point is named by the index of its vertex, or by what {@link #point} gave.
 */
final class ChordCut {
    private static final long PART = 1;

    private final Mesh mesh;
    private final Adjacency adj;
    /** New points: the edge each lies on and how far along it, from its lower vertex. */
    private final IntArrayList pointEdge = new IntArrayList();

    private double[] pointShare = new double[8];

    /** Chords in lists by face: the last one of a face, and for each the one before. */
    private final int[] last;

    private final IntArrayList before = new IntArrayList();
    private final IntArrayList ends = new IntArrayList();
    private int outside;
    private int made;

    ChordCut(Mesh mesh) {
        this.mesh = mesh;
        adj = mesh.adjacency();
        last = new int[mesh.faceCount()];
        Arrays.fill(last, -1);
    }

    /**
     * A new point on an edge.
     *
     * @param t how far from its lower vertex, more than 0 and less than 1
     */
    int point(int edge, double t) {
        if (pointEdge.size() == pointShare.length) pointShare = Arrays.copyOf(pointShare, 2 * pointShare.length);
        pointShare[pointEdge.size()] = t;
        pointEdge.add(edge);
        return mesh.vertexCount() + pointEdge.size() - 1;
    }

    /** A new edge across a face; chords are cut in the order they come. */
    void chord(int face, int a, int b) {
        before.add(last[face]);
        last[face] = ends.size() / 2;
        ends.add(a);
        ends.add(b);
    }

    /** How many chords were left out because they would leave their face. */
    int outside() {
        return outside;
    }

    /** Says so where there are any. */
    void remarkOutside(StepContext context) {
        if (outside > 0)
            context.remark(
                    Remark.Level.REMARK,
                    outside + (outside == 1 ? " edge was" : " edges were")
                            + " left out: it would run outside its face.");
    }

    /** How many chords were cut. */
    int made() {
        return made;
    }

    Mesh build(long seed, String madeTag) {
        MeshBuilder b = new MeshBuilder(mesh.vertexCount() + pointEdge.size(), mesh.faceCount() + ends.size() / 2);
        b.verticesOf(mesh);
        int[] materials = b.materialsOf(mesh);
        EdgeCuts cuts = new EdgeCuts(mesh, b, seed);
        int[] vertexOf = points(cuts, b);
        b.emptyTag(madeTag, ElementKind.EDGE);
        IntArrayList faceOf = new IntArrayList(mesh.faceCount() + ends.size() / 2);
        Rings rings = new Rings(cuts, b, vertexOf);
        for (int f = 0; f < mesh.faceCount(); f++) {
            int material = materials[mesh.faceMaterials()[f]];
            if (last[f] < 0) {
                cuts.polygon(f, mesh.faceKeys()[f], material);
                faceOf.add(f);
                continue;
            }
            rings.divide(f, madeTag);
            long key = rings.count == 1 ? mesh.faceKeys()[f] : Keys.of(seed, PART, mesh.faceKeys()[f]);
            for (int k = 0; k < rings.count; k++) {
                rings.write(k, rings.count == 1, key, material);
                faceOf.add(f);
            }
        }
        cuts.tags(faceOf);
        return b.build();
    }

    /**
     * Puts the points on their edges.
     *
     * @return the vertex of each
     */
    private int[] points(EdgeCuts cuts, MeshBuilder b) {
        int n = pointEdge.size();
        int[] order = new int[n], vertexOf = new int[n];
        Arrays.setAll(order, i -> i);
        IntArrays.quickSort(order, (i, j) -> {
            int c = Integer.compare(pointEdge.getInt(i), pointEdge.getInt(j));
            return c != 0 ? c : Double.compare(pointShare[i], pointShare[j]);
        });
        for (int from = 0, to; from < n; from = to) {
            int e = pointEdge.getInt(order[from]);
            to = from;
            while (to < n && pointEdge.getInt(order[to]) == e) to++;
            double[] t = new double[to - from];
            int kept = 0, first = b.vertexCount();
            for (int i = from; i < to; i++) {
                double share = pointShare[order[i]];
                // Two paths may pass at one and the same place.
                if (kept == 0 || share - t[kept - 1] > 1e-9) t[kept++] = share;
                vertexOf[order[i]] = first + kept - 1;
            }
            cuts.cut(e, adj.edgeLow(e), Arrays.copyOf(t, kept));
        }
        return vertexOf;
    }

    /** The parts of one face after another, as rings in one array that is used again. */
    private final class Rings {
        final EdgeCuts cuts;
        final MeshBuilder b;
        final int[] vertexOf;
        int count;

        /** The vertices of all rings; for each, from which corner's side it comes and which one on it. */
        private int[] vertex = new int[64];

        private int[] corner = new int[64];
        private int[] place = new int[64];
        private int used;
        private int[] from = new int[16];
        private int[] size = new int[16];
        private int[] chords = new int[16];
        private int f;
        private final double[] normals = FaceFrames.of(mesh).normals();

        Rings(EdgeCuts cuts, MeshBuilder b, int[] vertexOf) {
            this.cuts = cuts;
            this.b = b;
            this.vertexOf = vertexOf;
        }

        void divide(int face, String madeTag) {
            f = face;
            used = 0;
            count = 1;
            from[0] = 0;
            int c = mesh.offsets()[f], sides = mesh.sides(f);
            for (int k = 0; k < sides; k++)
                for (int i = 0; i <= cuts.on(c + k); i++) put(cuts.vertex(c + k, i), c + k, i);
            size[0] = used;
            int n = 0;
            for (int k = last[f]; k >= 0; k = before.getInt(k)) {
                if (n == chords.length) chords = Arrays.copyOf(chords, 2 * n);
                chords[n++] = k;
            }
            while (n-- > 0) cut(id(ends.getInt(2 * chords[n])), id(ends.getInt(2 * chords[n] + 1)), madeTag);
        }

        private int id(int point) {
            return point < mesh.vertexCount() ? point : vertexOf[point - mesh.vertexCount()];
        }

        private void put(int v, int c, int i) {
            if (used == vertex.length) {
                vertex = Arrays.copyOf(vertex, 2 * used);
                corner = Arrays.copyOf(corner, 2 * used);
                place = Arrays.copyOf(place, 2 * used);
            }
            vertex[used] = v;
            corner[used] = c;
            place[used++] = i;
        }

        /** Cuts the ring in which both ends are. */
        private void cut(int u, int v, String madeTag) {
            for (int r = 0; r < count; r++) {
                int i = indexOf(r, u), j = indexOf(r, v);
                if (i < 0 || j < 0) continue;
                int n = size[r], apart = Math.floorMod(j - i, n);
                if (apart < 2 || apart > n - 2) return;
                if (!isInside(r, i, j)) {
                    outside++;
                    return;
                }
                if (count == from.length) {
                    from = Arrays.copyOf(from, 2 * count);
                    size = Arrays.copyOf(size, 2 * count);
                }
                int base = from[r], one = used;
                for (int x = 0; x <= apart; x++) copy(base + (i + x) % n);
                int two = used;
                for (int x = 0; x <= n - apart; x++) copy(base + (j + x) % n);
                from[r] = one;
                size[r] = two - one;
                // The second part follows the first, as it does round the face.
                System.arraycopy(from, r + 1, from, r + 2, count - r - 1);
                System.arraycopy(size, r + 1, size, r + 2, count - r - 1);
                from[r + 1] = two;
                size[r + 1] = used - two;
                count++;
                made++;
                b.tag(madeTag, ElementKind.EDGE, Tag.edge(u, v), 1);
                return;
            }
            outside++;
        }

        private void copy(int at) {
            put(vertex[at], corner[at], place[at]);
        }

        private int indexOf(int r, int v) {
            for (int i = 0; i < size[r]; i++) if (vertex[from[r] + i] == v) return i;
            return -1;
        }

        /** Whether a chord runs inside a ring, seen along the face's normal: it leaves inwards and crosses no side. */
        private boolean isInside(int r, int i, int j) {
            int n = size[r], p = at(r, i), q = at(r, j);
            int before = at(r, i + n - 1), after = at(r, i + 1);
            boolean convex = turn(p, after, before) >= 0;
            boolean left = turn(p, after, q) > 0, right = turn(p, q, before) > 0;
            if (convex ? !(left && right) : !(left || right)) return false;
            if (n == 4 && convex && turn(q, at(r, j + 1), at(r, j + n - 1)) >= 0) return true;
            for (int k = 0; k < n; k++) {
                int l = (k + 1) % n;
                if (k == i || k == j || l == i || l == j) continue;
                int s = at(r, k), t = at(r, l);
                double a = turn(p, q, s), c = turn(p, q, t), d = turn(s, t, p), e = turn(s, t, q);
                if (a * c <= 0 && d * e <= 0) return false;
            }
            return true;
        }

        private int at(int r, int i) {
            return vertex[from[r] + i % size[r]];
        }

        /** Twice the area of a triangle seen along the face's normal: positive where it turns left. */
        private double turn(int p, int q, int r) {
            double px = b.coordinate(p, 0), py = b.coordinate(p, 1), pz = b.coordinate(p, 2);
            double ax = b.coordinate(q, 0) - px, ay = b.coordinate(q, 1) - py, az = b.coordinate(q, 2) - pz;
            double bx = b.coordinate(r, 0) - px, by = b.coordinate(r, 1) - py, bz = b.coordinate(r, 2) - pz;
            double[] n = normals;
            return (ay * bz - az * by) * n[3 * f]
                    + (az * bx - ax * bz) * n[3 * f + 1]
                    + (ax * by - ay * bx) * n[3 * f + 2];
        }

        void write(int r, boolean whole, long key, int material) {
            int at = from[r];
            long own = whole ? key : Keys.of(key, b.vertexKey(vertex[at]), b.vertexKey(vertex[at + 1]));
            int made = b.face(own, material, vertex, at, at + size[r]);
            if (!mesh.hasCornerValues()) return;
            for (int i = 0; i < size[r]; i++) {
                int c = corner[at + i], next = adj.cornerNext()[c];
                cuts.paint(b.firstCorner(made) + i, c, next, cuts.share(c, place[at + i]), c, next, 0, 0);
            }
        }
    }
}
