package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Map;
import java.util.WeakHashMap;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.search.Bvh;

/**
 * One operand made ready: its triangles, the edges between them, a search tree, and whether it closes. All of this
 * depends on the mesh alone and is kept as long as the mesh is, so that an operand that has not changed costs nothing
 * when another is moved.
 */
final class Solid {
    private static final Map<Mesh, Solid> KNOWN = Collections.synchronizedMap(new WeakHashMap<>());

    final Mesh mesh;
    final double[] xyz;
    /** Three vertices a triangle. */
    final int[] triangles;
    /** The corner of the mesh behind each triangle corner. */
    final int[] corners;

    final int[] faceOf;
    /** The edge along each side of each triangle; the mesh's own edges first, then those only drawn by triangulating. */
    final int[] sideEdge;
    /** The triangle across each side, or -1 where there is none or more than one. */
    final int[] neighbor;

    final int edgeCount;
    final Bvh tree;
    /** The axis each triangle is looked along, 0 to 2: where its normal is longest. */
    final byte[] axis;
    /** The sign of each triangle's turn seen along its axis; 0 for one without area. */
    final byte[] turn;

    final int degenerate;
    /** How many edges have one face, and how many have faces that do not balance in another way. */
    final int open;

    final int unbalanced;
    /** The middle of the first such edge, or null. */
    final Vec3 openAt;

    final Vec3 unbalancedAt;
    private final int[] diagonalEnds;
    /** One of the two sides along each edge that only the triangulation drew. */
    private final int[] diagonalSide;
    /** The side of a triangle that leaves each corner of the mesh along its face's border. */
    private final int[] sideOfCorner;

    private LongArrayList selfPairs;

    static Solid of(Mesh mesh) {
        Solid known = KNOWN.get(mesh);
        if (known == null) {
            known = new Solid(mesh);
            KNOWN.put(mesh, known);
        }
        return known;
    }

    private Solid(Mesh mesh) {
        this.mesh = mesh;
        xyz = mesh.xyz();
        corners = mesh.triangulation().triangleCorners();
        faceOf = mesh.triangulation().triangleFace();
        int n = faceOf.length;
        triangles = new int[corners.length];
        int[] meshCorners = mesh.corners();
        for (int i = 0; i < triangles.length; i++) triangles[i] = meshCorners[corners[i]];
        axis = new byte[n];
        turn = new byte[n];
        int flat = 0;
        for (int t = 0; t < n; t++) if (!look(t)) flat++;
        degenerate = flat;
        tree = new Bvh(Bvh.triangleBoxes(xyz, triangles));

        Adjacency adj = mesh.adjacency();
        int[] next = adj.cornerNext(), edge = adj.cornerEdge();
        sideEdge = new int[corners.length];
        neighbor = new int[corners.length];
        Arrays.fill(neighbor, -1);
        sideOfCorner = new int[meshCorners.length];
        int edges = adj.edgeCount();
        int[] ends = new int[16], drawn = new int[8];
        int diagonals = 0;
        int from = 0;
        Long2IntOpenHashMap many = null;
        while (from < n) {
            int to = from + 1;
            while (to < n && faceOf[to] == faceOf[from]) to++;
            boolean large = to - from > 16;
            if (large) {
                if (many == null) {
                    many = new Long2IntOpenHashMap();
                    many.defaultReturnValue(-1);
                }
                many.clear();
            }
            for (int s = 3 * from; s < 3 * to; s++) {
                int c = corners[s], d = corners[nextSide(s)];
                if (next[c] == d) {
                    sideEdge[s] = edge[c];
                    sideOfCorner[c] = s;
                    continue;
                }
                int twin = -1;
                if (large) {
                    twin = many.remove((long) d << 32 | c);
                    if (twin < 0) many.put((long) c << 32 | d, s);
                } else {
                    for (int x = 3 * from; x < s && twin < 0; x++) {
                        if (corners[x] == d && corners[nextSide(x)] == c) twin = x;
                    }
                }
                if (twin < 0) {
                    sideEdge[s] = edges + diagonals;
                    if (2 * diagonals + 2 > ends.length) {
                        ends = Arrays.copyOf(ends, 2 * ends.length);
                        drawn = Arrays.copyOf(drawn, 2 * drawn.length);
                    }
                    drawn[diagonals] = s;
                    ends[2 * diagonals] = triangles[s];
                    ends[2 * diagonals + 1] = triangles[nextSide(s)];
                    diagonals++;
                } else {
                    sideEdge[s] = sideEdge[twin];
                    neighbor[s] = twin / 3;
                    neighbor[twin] = s / 3;
                }
            }
            from = to;
        }
        diagonalEnds = ends;
        diagonalSide = drawn;
        edgeCount = edges + diagonals;
        int one = 0, odd = 0, firstOne = -1, firstOdd = -1;
        for (int e = 0; e < edges; e++) {
            int sides = adj.edgeSides(e);
            int a = adj.edgeCorner(e, 0);
            if (sides == 2) {
                int b = adj.edgeCorner(e, 1);
                if (meshCorners[a] != meshCorners[b]) {
                    int s = sideOfCorner[a], r = sideOfCorner[b];
                    neighbor[s] = r / 3;
                    neighbor[r] = s / 3;
                    continue;
                }
            }
            int sum = 0;
            for (int i = 0; i < sides; i++) sum += meshCorners[adj.edgeCorner(e, i)] == adj.edgeLow(e) ? 1 : -1;
            if (sum == 0) continue;
            if (sides == 1) {
                if (one++ == 0) firstOne = e;
            } else if (odd++ == 0) firstOdd = e;
        }
        open = one;
        unbalanced = odd;
        openAt = firstOne < 0 ? null : middle(firstOne);
        unbalancedAt = firstOdd < 0 ? null : middle(firstOdd);
    }

    static int nextSide(int side) {
        return side % 3 == 2 ? side - 2 : side + 1;
    }

    private Vec3 middle(int e) {
        return mesh.point(edgeLow(e)).plus(mesh.point(edgeHigh(e))).times(0.5);
    }

    int edgeLow(int e) {
        int m = mesh.adjacency().edgeCount();
        return e < m ? mesh.adjacency().edgeLow(e) : diagonalEnds[2 * (e - m)];
    }

    int edgeHigh(int e) {
        int m = mesh.adjacency().edgeCount();
        return e < m ? mesh.adjacency().edgeHigh(e) : diagonalEnds[2 * (e - m) + 1];
    }

    /** Whether an edge was drawn by the triangulation only, inside a face. */
    boolean isDiagonal(int e) {
        return e >= mesh.adjacency().edgeCount();
    }

    /** The sides of triangles along an edge. */
    int[] sidesOfEdge(int e) {
        Adjacency adj = mesh.adjacency();
        if (!isDiagonal(e)) {
            int[] sides = new int[adj.edgeSides(e)];
            for (int i = 0; i < sides.length; i++) sides[i] = sideOfCorner[adj.edgeCorner(e, i)];
            return sides;
        }
        int s = diagonalSide[e - adj.edgeCount()], n = neighbor[s];
        for (int r = 3 * n; n >= 0 && r < 3 * n + 3; r++) if (sideEdge[r] == e) return new int[] {s, r};
        return new int[] {s};
    }

    /** The side of a triangle that leaves a corner of the mesh along its face's border. */
    int sideAtCorner(int corner) {
        return sideOfCorner[corner];
    }

    /** Whether any of its triangles may cross, touch or cover another beyond what they share. */
    boolean crossesItself() {
        return !selfPairs().isEmpty();
    }

    boolean isClosed() {
        return open == 0 && unbalanced == 0;
    }

    int count() {
        return faceOf.length;
    }

    /** Finds the axis to look along. @return whether the triangle has area */
    private boolean look(int t) {
        int a = 3 * triangles[3 * t], b = 3 * triangles[3 * t + 1], c = 3 * triangles[3 * t + 2];
        double ux = xyz[b] - xyz[a], uy = xyz[b + 1] - xyz[a + 1], uz = xyz[b + 2] - xyz[a + 2];
        double vx = xyz[c] - xyz[a], vy = xyz[c + 1] - xyz[a + 1], vz = xyz[c + 2] - xyz[a + 2];
        double nx = Math.abs(uy * vz - uz * vy), ny = Math.abs(uz * vx - ux * vz), nz = Math.abs(ux * vy - uy * vx);
        int k = nx >= ny && nx >= nz ? 0 : ny >= nz ? 1 : 2;
        for (int tries = 0; tries < 3; tries++, k = (k + 1) % 3) {
            int u = (k + 1) % 3, v = (k + 2) % 3;
            int s = Predicates.orient2d(xyz[a + u], xyz[a + v], xyz[b + u], xyz[b + v], xyz[c + u], xyz[c + v]);
            if (s != 0) {
                axis[t] = (byte) k;
                turn[t] = (byte) s;
                return true;
            }
        }
        return false;
    }

    /** Pairs of its own triangles that may cross or lie on each other, as {@code low << 32 | high}. */
    synchronized LongArrayList selfPairs() {
        if (selfPairs == null) {
            LongArrayList found = new LongArrayList();
            tree.overlapsSelf((s, t) -> {
                if (mayCross(s, t)) found.add(s < t ? (long) s << 32 | t : (long) t << 32 | s);
            });
            selfPairs = found;
        }
        return selfPairs;
    }

    private boolean mayCross(int s, int t) {
        if (turn[s] == 0 || turn[t] == 0) return true;
        int shared = 0, sFree = -1, tFree = 0;
        for (int i = 0; i < 3; i++) {
            int v = triangles[3 * s + i];
            boolean in = v == triangles[3 * t] || v == triangles[3 * t + 1] || v == triangles[3 * t + 2];
            if (in) shared++;
            else sFree = i;
        }
        if (shared >= 2) {
            if (shared == 3) return true;
            for (int i = 0; i < 3; i++) {
                int v = triangles[3 * t + i];
                if (v != triangles[3 * s] && v != triangles[3 * s + 1] && v != triangles[3 * s + 2]) tFree = i;
            }
            // Two that share an edge meet elsewhere only if one is folded flat onto the other.
            if (side(s, triangles[3 * t + tFree]) != 0) return false;
            int k = axis[s], u = (k + 1) % 3, w = (k + 2) % 3;
            int p = 3 * triangles[3 * s + (sFree + 1) % 3], q = 3 * triangles[3 * s + (sFree + 2) % 3];
            int r = 3 * triangles[3 * t + tFree];
            return Predicates.orient2d(xyz[p + u], xyz[p + w], xyz[q + u], xyz[q + w], xyz[r + u], xyz[r + w])
                    == turn[s];
        }
        int a = side(s, triangles[3 * t]), b = side(s, triangles[3 * t + 1]), c = side(s, triangles[3 * t + 2]);
        if (apart(a, b, c, shared)) return false;
        a = side(t, triangles[3 * s]);
        b = side(t, triangles[3 * s + 1]);
        c = side(t, triangles[3 * s + 2]);
        return !apart(a, b, c, shared);
    }

    /** All on one side; where a corner is shared that one is on the plane and the two others count. */
    private static boolean apart(int a, int b, int c, int shared) {
        if (shared == 0) return a == b && b == c && a != 0;
        int positive = (a > 0 ? 1 : 0) + (b > 0 ? 1 : 0) + (c > 0 ? 1 : 0);
        int negative = (a < 0 ? 1 : 0) + (b < 0 ? 1 : 0) + (c < 0 ? 1 : 0);
        return positive == 2 || negative == 2;
    }

    private int side(int t, int vertex) {
        return Predicates.orient3d(
                xyz,
                3 * triangles[3 * t],
                xyz,
                3 * triangles[3 * t + 1],
                xyz,
                3 * triangles[3 * t + 2],
                xyz,
                3 * vertex);
    }
}
