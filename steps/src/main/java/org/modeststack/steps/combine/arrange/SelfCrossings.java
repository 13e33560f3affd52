package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.modeststack.mesh.exact.Predicates;
import org.modeststack.mesh.search.Bvh;

/**
 * Finds the triangles of one solid that may cross or lie on each other. Most solids have none, and most of the search is
 * spared where that follows from their shape: nothing meets in a fan of triangles that all look up, and nothing at all in
 * convex shells that stand apart.
 */
final class SelfCrossings {
    /** The least cosine between a fan's triangles and its mean direction that is trusted without exact reckoning. */
    private static final double STEEP = 0.05;

    private final Solid solid;
    private final double[] xyz;
    private final int[] triangles;
    private final int[] neighbor;
    private final byte[] axis;
    private final byte[] turn;
    private final int count;
    /** For each vertex, whether the triangles round it fan out so that none can meet another but where they join. */
    private final boolean[] plainFan;

    SelfCrossings(Solid solid) {
        this.solid = solid;
        xyz = solid.xyz;
        triangles = solid.triangles;
        neighbor = solid.neighbor;
        axis = solid.axis;
        turn = solid.turn;
        count = solid.count();
        plainFan = plainFans();
    }

    /** Pairs of triangles, as {@code low << 32 | high}. */
    LongArrayList pairs() {
        LongArrayList pairs = new LongArrayList();
        if (!shellsAreConvexAndApart()) {
            solid.tree.overlapsSelf((s, t) -> {
                if (mayCross(s, t)) pairs.add(s < t ? (long) s << 32 | t : (long) t << 32 | s);
            });
        }
        return pairs;
    }

    /**
     * Whether nothing can cross because every shell is convex and no two come near each other. A closed, connected
     * surface that is convex at each edge and goes once round each vertex bounds a convex body (local convexity theorem:
     * H. Tietze 1928; J. van Heijenoort, "On locally convex manifolds", 1952), and that has no self-crossings. This
     * spares most simple solids the search.
     */
    private boolean shellsAreConvexAndApart() {
        if (solid.degenerate > 0 || count == 0) return false;
        for (int v : triangles) if (!plainFan[v]) return false;
        for (int s = 0; s < neighbor.length; s++) {
            int n = neighbor[s];
            if (n < 0) return false;
            if (n < s / 3) continue;
            int a = triangles[s], b = triangles[Solid.nextSide(s)];
            for (int i = 3 * n; i < 3 * n + 3; i++) {
                if (triangles[i] != a && triangles[i] != b && side(s / 3, triangles[i]) > 0) return false;
            }
        }
        return shellsAreApart();
    }

    private boolean shellsAreApart() {
        int[] shell = new int[count], queue = new int[count];
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
        int n = solid.mesh.vertexCount();
        double[] up = new double[3 * n];
        float[] normals = new float[3 * count];
        for (int t = 0; t < count; t++) {
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
        for (int t = 0; t < count; t++) {
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
        for (int t = 0; t < count; t++) {
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
        int s = 3 * t + i, p = 3 * triangles[Solid.nextSide(s)];
        double ax = xyz[p] - vx, ay = xyz[p + 1] - vy, az = xyz[p + 2] - vz;
        // Square to the start and to up: the way over the start counter-clockwise.
        double wx = uy * az - uz * ay, wy = uz * ax - ux * az, wz = ux * ay - uy * ax;
        double before = 0;
        for (int steps = 0; steps < degree; steps++) {
            int q = 3 * triangles[Solid.nextSide(Solid.nextSide(s))];
            double side = (xyz[q] - vx) * wx + (xyz[q + 1] - vy) * wy + (xyz[q + 2] - vz) * wz;
            // On to the triangle across the side that comes back to v.
            int back = Solid.nextSide(Solid.nextSide(s)), n = neighbor[back];
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
            // Where more than two share an edge they are sorted out like what meets there by chance.
            if (neighbor[3 * s + (sFree + 1) % 3] < 0) return true;
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
        return Soup.side(xyz, triangles, t, vertex);
    }
}
