package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Edges;
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
    private volatile double signedVolume = Double.NaN;
    private @Nullable Boolean bentByFiles;

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
            Work.checkpoint(t);
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
            Work.checkpoint(faces++);
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
                    twin = many.remove(Edges.directed(d, c));
                    if (twin < 0) many.put(Edges.directed(c, d), s);
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
        if (Double.isNaN(signedVolume)) signedVolume = volumeOfTetrahedra();
        return signedVolume;
    }

    private double volumeOfTetrahedra() {
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

    /** Whether it is {@linkplain Bends#areMostByFiles bent by files} only, where it is bent by little. */
    synchronized boolean isBentByFiles() {
        Boolean known = bentByFiles;
        if (known == null) bentByFiles = known = Bends.areMostByFiles(this);
        return known;
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
        if (found == null) selfPairs = found = new SelfCrossings(this).pairs();
        return found;
    }
}
