package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Memory;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.search.Bvh;
import org.modeststack.mesh.work.Work;

/**
 * One operand made ready: its triangles, the edges between them, a search tree, and whether it closes. All of this
 * depends on the mesh alone and is kept as long as the mesh is, so that an operand that has not changed costs nothing
 * when another is moved.
 */
final class Solid implements Memory.Counted {
    /** The least cosine between a fan's triangles and its mean direction that is trusted without exact reckoning. */
    private static final double STEEP = 0.05;

    /** After so many triangles or faces, less one, it is asked whether the solid is still wanted. */
    private static final int OFTEN = (1 << 13) - 1;

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
    final @Nullable Vec3 openAt;

    final @Nullable Vec3 unbalancedAt;
    private final int[] diagonalEnds;
    /** One of the two sides along each edge that only the triangulation drew. */
    private final int[] diagonalSide;
    /** The side of a triangle that leaves each corner of the mesh along its face's border. */
    private final int[] sideOfCorner;

    private @Nullable LongArrayList selfPairs;
    /** For each vertex, whether the triangles round it fan out so that none can meet another but where they join. */
    private boolean[] plainFan = {};

    static Solid of(Mesh mesh) {
        return mesh.derived(Solid.class, Solid::new);
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
        for (int t = 0; t < n; t++) {
            if ((t & OFTEN) == 0) Work.checkpoint();
            if (!look(t)) flat++;
        }
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
        Long2IntOpenHashMap many = new Long2IntOpenHashMap();
        many.defaultReturnValue(-1);
        int faces = 0;
        while (from < n) {
            if ((faces++ & OFTEN) == 0) Work.checkpoint();
            int to = from + 1;
            while (to < n && faceOf[to] == faceOf[from]) to++;
            boolean large = to - from > 16;
            if (large) many.clear();
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

    @Override
    public void count(Memory memory) {
        for (int[] array :
                new int[][] {triangles, corners, faceOf, sideEdge, neighbor, diagonalEnds, diagonalSide, sideOfCorner})
            memory.addArray(array);
        memory.addArray(axis);
        memory.addArray(turn);
        memory.addArray(plainFan);
        memory.add(tree);
        if (selfPairs != null) memory.addArray(selfPairs.elements());
    }

    boolean isClosed() {
        return open == 0 && unbalanced == 0;
    }

    int count() {
        return faceOf.length;
    }

    /** The same solid with its faces turned round; kept with the mesh like everything else that follows from it. */
    Solid insideOut() {
        return of(mesh.derived(Flipped.class, m -> new Flipped(m.flipped())).mesh());
    }

    private record Flipped(Mesh mesh) implements Memory.Counted {
        @Override
        public void count(Memory memory) {
            memory.add(mesh);
        }
    }

    /** Six times the volume, as a sum of tetrahedra; its sign tells whether the faces look outwards. */
    double signedVolume() {
        double sum = 0;
        double ox = xyz[0], oy = xyz[1], oz = xyz[2];
        for (int i = 0; i < triangles.length; i += 3) {
            int a = 3 * triangles[i], b = 3 * triangles[i + 1], c = 3 * triangles[i + 2];
            double ax = xyz[a] - ox, ay = xyz[a + 1] - oy, az = xyz[a + 2] - oz;
            double bx = xyz[b] - ox, by = xyz[b + 1] - oy, bz = xyz[b + 2] - oz;
            double cx = xyz[c] - ox, cy = xyz[c + 1] - oy, cz = xyz[c + 2] - oz;
            sum += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
        }
        return sum;
    }

    /**
     * Finds the axis to look along.
     *
     * @return whether the triangle has area
     */
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
        LongArrayList found = selfPairs;
        if (found == null) {
            LongArrayList pairs = found = new LongArrayList();
            plainFan = plainFans();
            if (!shellsAreConvexAndApart()) {
                tree.overlapsSelf((s, t) -> {
                    if (mayCross(s, t)) pairs.add(s < t ? (long) s << 32 | t : (long) t << 32 | s);
                });
            }
            plainFan = new boolean[0];
            selfPairs = found;
        }
        return found;
    }

    /**
     * Whether nothing can cross because every shell is convex and no two come near each other. A closed, connected
     * surface that is convex at each edge and goes once round each vertex bounds a convex body (local convexity theorem:
     * H. Tietze 1928; J. van Heijenoort, "On locally convex manifolds", 1952), and that has no self-crossings. This
     * spares most simple solids the search.
     */
    private boolean shellsAreConvexAndApart() {
        if (degenerate > 0 || count() == 0) return false;
        for (int v : triangles) if (!plainFan[v]) return false;
        for (int s = 0; s < neighbor.length; s++) {
            int n = neighbor[s];
            if (n < 0) return false;
            if (n < s / 3) continue;
            int a = triangles[s], b = triangles[nextSide(s)];
            for (int i = 3 * n; i < 3 * n + 3; i++) {
                if (triangles[i] != a && triangles[i] != b && side(s / 3, triangles[i]) > 0) return false;
            }
        }
        return shellsAreApart();
    }

    private boolean shellsAreApart() {
        int[] shell = new int[count()], queue = new int[count()];
        Arrays.fill(shell, -1);
        List<double[]> boxes = new ArrayList<>();
        for (int start = 0; start < shell.length; start++) {
            if (shell[start] >= 0) continue;
            double inf = Double.POSITIVE_INFINITY;
            double[] box = {inf, inf, inf, -inf, -inf, -inf};
            int head = 0, tail = 0;
            queue[tail++] = start;
            shell[start] = boxes.size();
            while (head < tail) {
                int t = queue[head++];
                for (int s = 3 * t; s < 3 * t + 3; s++) {
                    int v = 3 * triangles[s], n = neighbor[s];
                    for (int k = 0; k < 3; k++) {
                        box[k] = Math.min(box[k], xyz[v + k]);
                        box[k + 3] = Math.max(box[k + 3], xyz[v + k]);
                    }
                    if (shell[n] >= 0) continue;
                    shell[n] = boxes.size();
                    queue[tail++] = n;
                }
            }
            boxes.add(box);
        }
        if (boxes.size() == 1) return true;
        double[] all = new double[6 * boxes.size()];
        for (int i = 0; i < boxes.size(); i++) System.arraycopy(boxes.get(i), 0, all, 6 * i, 6);
        boolean[] meet = {false};
        new Bvh(all).overlapsSelf((i, j) -> meet[0] = true);
        return !meet[0];
    }

    /**
     * A closed ring of triangles round a vertex that all look up along some direction, and go round it once, cover the
     * plane square to it once and so cannot meet beyond what they share.
     */
    private boolean[] plainFans() {
        int n = mesh.vertexCount();
        double[] up = new double[3 * n];
        float[] normals = new float[3 * count()];
        for (int t = 0; t < count(); t++) {
            int a = 3 * triangles[3 * t], b = 3 * triangles[3 * t + 1], c = 3 * triangles[3 * t + 2];
            double ux = xyz[b] - xyz[a], uy = xyz[b + 1] - xyz[a + 1], uz = xyz[b + 2] - xyz[a + 2];
            double vx = xyz[c] - xyz[a], vy = xyz[c + 1] - xyz[a + 1], vz = xyz[c + 2] - xyz[a + 2];
            double x = uy * vz - uz * vy, y = uz * vx - ux * vz, z = ux * vy - uy * vx;
            double l = Math.sqrt(x * x + y * y + z * z);
            if (!(l > 0)) continue;
            normals[3 * t] = (float) (x /= l);
            normals[3 * t + 1] = (float) (y /= l);
            normals[3 * t + 2] = (float) (z /= l);
            for (int i = 0; i < 3; i++) {
                int v = 3 * triangles[3 * t + i];
                up[v] += x;
                up[v + 1] += y;
                up[v + 2] += z;
            }
        }
        boolean[] plain = new boolean[n], seen = new boolean[n], steep = new boolean[n];
        int[] degree = new int[n];
        for (int t = 0; t < count(); t++) {
            for (int i = 0; i < 3; i++) {
                int v = triangles[3 * t + i];
                degree[v]++;
                double l = Math.sqrt(
                        up[3 * v] * up[3 * v] + up[3 * v + 1] * up[3 * v + 1] + up[3 * v + 2] * up[3 * v + 2]);
                double dot = normals[3 * t] * up[3 * v]
                        + normals[3 * t + 1] * up[3 * v + 1]
                        + normals[3 * t + 2] * up[3 * v + 2];
                if (!(dot > STEEP * l)) steep[v] = true;
            }
        }
        for (int t = 0; t < count(); t++) {
            for (int i = 0; i < 3; i++) {
                int v = triangles[3 * t + i];
                if (seen[v] || steep[v]) continue;
                seen[v] = true;
                plain[v] = goesRoundOnce(t, i, up, degree[v]);
            }
        }
        return plain;
    }

    /** Walks round a vertex from corner i of triangle t; seen from above, no wedge but the first may hold its start. */
    private boolean goesRoundOnce(int t, int i, double[] up, int degree) {
        int v = triangles[3 * t + i], o = 3 * v;
        double ux = up[o], uy = up[o + 1], uz = up[o + 2];
        double vx = xyz[o], vy = xyz[o + 1], vz = xyz[o + 2];
        int s = 3 * t + i, p = 3 * triangles[nextSide(s)];
        double ax = xyz[p] - vx, ay = xyz[p + 1] - vy, az = xyz[p + 2] - vz;
        // Square to the start and to up: the way over the start counter-clockwise.
        double wx = uy * az - uz * ay, wy = uz * ax - ux * az, wz = ux * ay - uy * ax;
        double before = 0;
        for (int steps = 0; steps < degree; steps++) {
            int q = 3 * triangles[nextSide(nextSide(s))];
            double side = (xyz[q] - vx) * wx + (xyz[q + 1] - vy) * wy + (xyz[q + 2] - vz) * wz;
            // On to the triangle across the side that comes back to v.
            int back = nextSide(nextSide(s)), n = neighbor[back];
            if (n < 0) return false;
            int c = 3 * n;
            while (c < 3 * n + 3 && triangles[c] != v) c++;
            if (c == 3 * n + 3) return false;
            s = c;
            if (s == 3 * t + i) return steps + 1 == degree;
            // A wedge spans less than half a turn, so the start is passed only from its right side to its left.
            if (steps > 0 && before < 0 && side >= 0) return false;
            before = side;
        }
        return false;
    }

    private boolean mayCross(int s, int t) {
        if (turn[s] == 0 || turn[t] == 0) return true;
        int shared = 0, sFree = -1, tFree = 0;
        for (int i = 0; i < 3; i++) {
            int v = triangles[3 * s + i];
            boolean in = v == triangles[3 * t] || v == triangles[3 * t + 1] || v == triangles[3 * t + 2];
            if (in && plainFan[v]) return false;
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
        return !apart(s, t) && !apart(t, s);
    }

    /** Whether the corners of t that s does not have all lie on one side of the plane of s. */
    private boolean apart(int s, int t) {
        int a = triangles[3 * s], b = triangles[3 * s + 1], c = triangles[3 * s + 2], all = 0;
        for (int i = 0; i < 3; i++) {
            int v = triangles[3 * t + i];
            if (v == a || v == b || v == c) continue;
            int side = side(s, v);
            if (side == 0 || side == -all) return false;
            all = side;
        }
        return true;
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
