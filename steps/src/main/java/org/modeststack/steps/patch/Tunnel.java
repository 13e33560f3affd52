package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.StepContext;

/**
 * The wall between two rings of open edges. Rings of as many edges are joined by quads, turned so that the sum of the
 * squared distances between joined vertices is least; others vertex after vertex in proportion to their lengths, with
 * triangles where one ring has more.
 */
final class Tunnel {
    private static final long WALL = 1;
    private static final long BETWEEN = 2;
    /** Places along two rings that are as near as this are one. */
    private static final double SAME = 1e-9;

    private final Mesh mesh;
    private final BitSet away;
    /** Vertices of the rings, in the direction of the faces along them. */
    private int[] a = {};

    private int[] b = {};
    /** For each vertex of the rings the corner of the face that stays along it. */
    @SuppressWarnings("NullAway.Init")
    private int[] cornerAt;

    @SuppressWarnings("NullAway.Init")
    private Paint paint;

    Tunnel(Mesh mesh, BitSet away) {
        this.mesh = mesh;
        this.away = away;
    }

    /**
     * Finds the rings among edges that are open once the faces are away.
     *
     * @return how many there are
     */
    int find(BitSet edges) {
        List<Border> rings = Border.of(mesh, edges, away).rings();
        cornerAt = new int[mesh.vertexCount()];
        if (rings.size() >= 2) {
            a = ring(rings.get(0));
            b = ring(rings.get(1));
        }
        return rings.size();
    }

    private int[] ring(Border ring) {
        int[] out = new int[ring.size()];
        for (int i = 0; i < out.length; i++) {
            out[i] = ring.vertex(mesh, i);
            cornerAt[out[i]] = ring.corners().getInt(i);
        }
        return out;
    }

    boolean isUneven() {
        return a.length != b.length;
    }

    /** Whether the rings have a vertex in common, so that no wall fits between them there. */
    boolean ringsTouch() {
        BitSet on = new BitSet();
        for (int v : a) on.set(v);
        return Arrays.stream(b).anyMatch(on::get);
    }

    Mesh build(int segments, int twist, StepContext context) {
        MeshBuilder out =
                new MeshBuilder(mesh.vertexCount() + segments * a.length, mesh.faceCount() + segments * a.length);
        int[] vertexMap = new int[mesh.vertexCount()], faceMap = new int[mesh.faceCount()];
        Arrays.fill(vertexMap, -1);
        Arrays.fill(faceMap, -1);
        out.appendFaces(mesh, f -> !away.get(f), k -> k, vertexMap, faceMap);
        out.carryTags(mesh, vertexMap, faceMap);
        int[] turned = opposite(twist);
        int material = out.material(mesh.materialOf(besides()));
        long seed = context.seed();
        int[] low = Arrays.stream(a).map(v -> vertexMap[v]).toArray();
        int[] high = Arrays.stream(turned).map(v -> vertexMap[v]).toArray();
        double[] at = places(a), to = places(turned);
        paint = new Paint(mesh, out);
        for (int v : a) paint.like(vertexMap[v], cornerAt[v]);
        for (int v : turned) paint.like(vertexMap[v], cornerAt[v]);
        String made = context.madeTag();
        out.emptyTag(made, ElementKind.FACE);
        int[] row = low;
        for (int s = 1; s < segments; s++) {
            int[] upper = new int[a.length];
            for (int i = 0; i < upper.length; i++) {
                Vec3 p = mesh.point(a[i]), q = isUneven() ? along(turned, to, at[i]) : mesh.point(turned[i]);
                Vec3 m = p.plus(q.minus(p).times((double) s / segments));
                upper[i] = out.vertex(
                        m.x(),
                        m.y(),
                        m.z(),
                        Keys.of(seed, BETWEEN, mesh.vertexKeys()[a[i]], Keys.fraction(s, segments)));
                int across = isUneven() ? before(to, at[i]) : i;
                paint.between(upper[i], low[i], high[across], (double) s / segments);
            }
            for (int i = 0; i < row.length; i++) {
                int j = (i + 1) % row.length;
                wall(out, made, material, Keys.of(seed, WALL, key(row, i, out), s), row[j], row[i], upper[i], upper[j]);
            }
            row = upper;
        }
        last(out, made, material, seed, row, high, at, to);
        return out.build();
    }

    /** The second ring the other way round, so that both go the same way, each vertex opposite one of the first. */
    private int[] opposite(int twist) {
        int[] c = new int[b.length];
        for (int i = 0; i < c.length; i++) c[i] = b[(b.length - i) % b.length];
        return from(c, shift(c) + twist);
    }

    private static int[] from(int[] ring, int first) {
        int[] out = new int[ring.length];
        for (int i = 0; i < out.length; i++) out[i] = ring[Math.floorMod(i + first, ring.length)];
        return out;
    }

    /** A face that stays along the first ring, for its material. */
    private int besides() {
        Adjacency adj = mesh.adjacency();
        for (int i = adj.vertexStart()[a[0]]; i < adj.vertexStart()[a[0] + 1]; i++) {
            int f = adj.cornerFace()[adj.vertexCorners()[i]];
            if (!away.get(f)) return f;
        }
        return 0;
    }

    private static long key(int[] row, int i, MeshBuilder out) {
        return Keys.ofPair(out.vertexKey(row[i]), out.vertexKey(row[(i + 1) % row.length]));
    }

    private void wall(MeshBuilder out, String made, int material, long key, int... ring) {
        int f = out.face(key, material, ring);
        out.tag(made, ElementKind.FACE, f, 1);
        paint.face(f, ring);
    }

    /** The row at the second ring, where the numbers of edges may differ. */
    private void last(
            MeshBuilder out, String made, int material, long seed, int[] low, int[] high, double[] at, double[] to) {
        int n = low.length, m = high.length;
        IntArrayList spokes = spokes(at, to);
        for (int k = 0; k + 2 < spokes.size(); k += 2) {
            int i = spokes.getInt(k), j = spokes.getInt(k + 1), p = spokes.getInt(k + 2), q = spokes.getInt(k + 3);
            int l = low[i % n], h = high[j % m];
            if (i < p && j < q)
                wall(out, made, material, Keys.of(seed, WALL, key(low, i, out)), low[p % n], l, h, high[q % m]);
            else if (i < p) wall(out, made, material, Keys.of(seed, WALL, key(low, i, out)), low[p % n], l, h);
            else wall(out, made, material, Keys.of(seed, WALL, key(high, j, out)), l, h, high[q % m]);
        }
    }

    /** The edges across, from the first ring to the second: pairs of places from (0, 0) to both ends. */
    private static IntArrayList spokes(double[] at, double[] to) {
        int i = 0, j = 0, n = at.length - 1, m = to.length - 1;
        IntArrayList out = IntArrayList.of(0, 0);
        while (i < n || j < m) {
            double p = i < n ? at[i + 1] : Double.MAX_VALUE, q = j < m ? to[j + 1] : Double.MAX_VALUE;
            boolean both = n == m || Math.abs(p - q) < SAME;
            if (both || p < q) i++;
            if (both || p >= q) j++;
            out.add(i);
            out.add(j);
        }
        return out;
    }

    /** How far along its ring each vertex lies, from 0; the last is 1. */
    private double[] places(int[] ring) {
        double[] at = new double[ring.length + 1];
        for (int i = 0; i < ring.length; i++)
            at[i + 1] = at[i]
                    + mesh.point(ring[i])
                            .minus(mesh.point(ring[(i + 1) % ring.length]))
                            .length();
        double all = at[ring.length];
        for (int i = 0; i <= ring.length; i++) at[i] = all > 0 ? at[i] / all : (double) i / ring.length;
        return at;
    }

    private Vec3 along(int[] ring, double[] at, double share) {
        int i = before(at, share);
        Vec3 p = mesh.point(ring[i]), q = mesh.point(ring[(i + 1) % ring.length]);
        double l = at[i + 1] - at[i];
        return p.plus(q.minus(p).times(l > 0 ? (share - at[i]) / l : 0));
    }

    /** The last vertex of a ring that does not lie behind a place. */
    private static int before(double[] at, double share) {
        int i = 0;
        while (i < at.length - 2 && at[i + 1] < share) i++;
        return i;
    }

    /** By how much the second ring is turned so that the rings lie nearest. */
    private int shift(int[] c) {
        int best = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int s = 0; s < c.length; s++) {
            double sum = 0;
            for (int i = 0; i < a.length; i++) {
                int j = Math.floorMod((int) Math.rint((double) i * c.length / a.length) + s, c.length);
                Vec3 d = mesh.point(a[i]).minus(mesh.point(c[j]));
                sum += d.dot(d);
                if (sum >= least) break;
            }
            // Ties go to the first, but not by rounding.
            if (sum < least * (1 - 1e-12)) {
                least = sum;
                best = s;
            }
        }
        return best;
    }
}
