package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Cuts one triangle up so that given points are vertices and given segments are edges. Triangles and their neighbours
 * lie in flat arrays that are used again for the next one. Not for use by several threads at once.
 *
 * <p>Points are inserted one by one and the mesh is kept close to Delaunay, which keeps walks short and triangles round;
 * segments are forced by flipping the edges they cross. Source: S. W. Sloan, "A fast algorithm for generating
 * constrained Delaunay triangulations", Computers &amp; Structures 47(3), 1993. Turns are decided exactly; whether a
 * flip makes rounder triangles is not, since either answer is right.
 */
final class FacetTriangulation {
    private final Points points;
    private int axis;
    private int u;
    private int v;
    private int sign;
    /** Three points a triangle, counter-clockwise as the whole. */
    private int[] tri = new int[96];
    /** The triangle across the side from corner i to the next, or -1 at the border. */
    private int[] across = new int[96];

    private boolean[] fixed = new boolean[96];
    private int count;
    private int last;
    /** The points in use, and one triangle at each. */
    private int[] used = new int[32];

    private int[] at = new int[32];
    private int usedCount;
    private long[] stack = new long[32];
    private int[] crossing = new int[32];
    private @Nullable Int2IntOpenHashMap slots;

    FacetTriangulation(Points points) {
        this.points = points;
    }

    /**
     * Begins anew with one triangle.
     *
     * @param turn the sign of its turn seen along the axis
     */
    void start(int p, int q, int r, int newAxis, int turn) {
        axis = newAxis;
        u = (axis + 1) % 3;
        v = (axis + 2) % 3;
        sign = turn;
        count = 1;
        last = 0;
        usedCount = 0;
        slots = null;
        tri[0] = p;
        tri[1] = q;
        tri[2] = r;
        Arrays.fill(across, 0, 3, -1);
        Arrays.fill(fixed, 0, 3, false);
        use(p, 0);
        use(q, 0);
        use(r, 0);
    }

    int count() {
        return count;
    }

    int corner(int t, int i) {
        return tri[3 * t + i];
    }

    /** The triangle across a side, or -1 at the border. */
    int across(int t, int i) {
        return across[3 * t + i];
    }

    boolean isFixed(int t, int i) {
        return fixed[3 * t + i];
    }

    private int orient(int p, int q, int r) {
        return points.orient(p, q, r, axis) * sign;
    }

    private void use(int p, int t) {
        if (usedCount == used.length) {
            used = Arrays.copyOf(used, 2 * usedCount);
            at = Arrays.copyOf(at, 2 * usedCount);
        }
        if (usedCount == 24 && slots == null) {
            slots = new Int2IntOpenHashMap();
            slots.defaultReturnValue(-1);
            for (int i = 0; i < usedCount; i++) slots.put(used[i], i);
        }
        if (slots != null) slots.put(p, usedCount);
        used[usedCount] = p;
        at[usedCount++] = t;
    }

    private int slot(int p) {
        if (slots != null) return slots.get(p);
        for (int i = 0; i < usedCount; i++) if (used[i] == p) return i;
        return -1;
    }

    private int room() {
        if (3 * count + 3 > tri.length) {
            tri = Arrays.copyOf(tri, 2 * tri.length);
            across = Arrays.copyOf(across, 2 * across.length);
            fixed = Arrays.copyOf(fixed, 2 * fixed.length);
        }
        return count++;
    }

    private void set(int t, int p, int q, int r, int pq, int qr, int rp, boolean fpq, boolean fqr, boolean frp) {
        int i = 3 * t;
        tri[i] = p;
        tri[i + 1] = q;
        tri[i + 2] = r;
        across[i] = pq;
        across[i + 1] = qr;
        across[i + 2] = rp;
        fixed[i] = fpq;
        fixed[i + 1] = fqr;
        fixed[i + 2] = frp;
        at[slot(p)] = t;
        at[slot(q)] = t;
        at[slot(r)] = t;
    }

    /** Tells triangle t that what lay across as {@code old} is now {@code now}. */
    private void relink(int t, int old, int now) {
        if (t < 0) return;
        for (int i = 3 * t; i < 3 * t + 3; i++) {
            if (across[i] == old) {
                across[i] = now;
                return;
            }
        }
    }

    void insert(int point) {
        if (slot(point) >= 0) return;
        int t = locate(point);
        int p = tri[3 * t], q = tri[3 * t + 1], r = tri[3 * t + 2];
        for (int i = 0; i < 3; i++) {
            if (orient(tri[3 * t + i], tri[3 * t + (i + 1) % 3], point) == 0) {
                split(t, i, point);
                return;
            }
        }
        int a = across[3 * t], b = across[3 * t + 1], c = across[3 * t + 2];
        boolean fa = fixed[3 * t], fb = fixed[3 * t + 1], fc = fixed[3 * t + 2];
        int s = room(), w = room();
        use(point, t);
        set(t, p, q, point, a, s, w, fa, false, false);
        set(s, q, r, point, b, w, t, fb, false, false);
        set(w, r, p, point, c, t, s, fc, false, false);
        relink(b, t, s);
        relink(c, t, w);
        last = t;
        legalize(point, t, s, w, -1);
    }

    /** Puts a point onto side i of triangle t. */
    private void split(int t, int i, int point) {
        int p = tri[3 * t + i], q = tri[3 * t + (i + 1) % 3], r = tri[3 * t + (i + 2) % 3];
        int qr = across[3 * t + (i + 1) % 3], rp = across[3 * t + (i + 2) % 3], o = across[3 * t + i];
        boolean f = fixed[3 * t + i], fqr = fixed[3 * t + (i + 1) % 3], frp = fixed[3 * t + (i + 2) % 3];
        int t2 = room();
        use(point, t);
        int o2 = -1;
        if (o >= 0) {
            int j = 0;
            while (across[3 * o + j] != t || tri[3 * o + j] != q) j++;
            int s = tri[3 * o + (j + 2) % 3];
            int ps = across[3 * o + (j + 1) % 3], sq = across[3 * o + (j + 2) % 3];
            boolean fps = fixed[3 * o + (j + 1) % 3], fsq = fixed[3 * o + (j + 2) % 3];
            o2 = room();
            // o was q p s; it becomes point p s, and o2 takes q point s.
            set(o, point, p, s, t, ps, o2, f, fps, false);
            set(o2, q, point, s, t2, o, sq, f, false, fsq);
            relink(sq, o, o2);
        }
        set(t, p, point, r, o, t2, rp, f, false, frp);
        set(t2, point, q, r, o2, qr, t, f, fqr, false);
        relink(qr, t, t2);
        last = t;
        legalize(point, t, t2, o, o2);
    }

    /** A triangle that holds a point, by walking towards it; by looking at all where the walk goes in circles. */
    private int locate(int point) {
        int t = last;
        for (int steps = 4 * count + 8; steps > 0; steps--) {
            int out = -1;
            for (int i = 0; i < 3 && out < 0; i++) {
                int side = (i + steps) % 3;
                if (orient(tri[3 * t + side], tri[3 * t + (side + 1) % 3], point) < 0) out = side;
            }
            if (out < 0) return t;
            t = across[3 * t + out];
            if (t < 0) break;
        }
        for (t = 0; t < count; t++) {
            int p = tri[3 * t], q = tri[3 * t + 1], r = tri[3 * t + 2];
            if (orient(p, q, point) >= 0 && orient(q, r, point) >= 0 && orient(r, p, point) >= 0) return t;
        }
        throw new IllegalStateException("a point lies outside its triangle");
    }

    private int sideOpposite(int t, int point) {
        for (int i = 0; i < 3; i++) if (tri[3 * t + i] == point) return (i + 1) % 3;
        return -1;
    }

    private void legalize(int point, int a, int b, int c, int d) {
        int top = 0;
        for (int k = 0; k < 4; k++) {
            int t = k == 0 ? a : k == 1 ? b : k == 2 ? c : d;
            if (t >= 0) top = push(top, t);
        }
        int budget = 64 * count;
        while (top > 0 && budget-- > 0) {
            int t = (int) stack[--top];
            int i = sideOpposite(t, point);
            if (i < 0) continue;
            int o = across[3 * t + i];
            if (o < 0 || fixed[3 * t + i]) continue;
            int p = tri[3 * t + i], q = tri[3 * t + (i + 1) % 3];
            int j = 0;
            while (across[3 * o + j] != t || tri[3 * o + j] != q) j++;
            int s = tri[3 * o + (j + 2) % 3];
            if (!inCircle(p, q, point, s) || orient(point, p, s) <= 0 || orient(s, q, point) <= 0) continue;
            flip(t, i);
            top = push(top, t);
            top = push(top, o);
        }
    }

    private int push(int top, int t) {
        if (top == stack.length) stack = Arrays.copyOf(stack, 2 * top);
        stack[top] = t;
        return top + 1;
    }

    /** Whether s lies in the circle through p, q, r, in the projection; a guess near the circle. */
    private boolean inCircle(int p, int q, int r, int s) {
        double sx = points.coordinate(s, u), sy = points.coordinate(s, v);
        double ax = points.coordinate(p, u) - sx, ay = points.coordinate(p, v) - sy;
        double bx = points.coordinate(q, u) - sx, by = points.coordinate(q, v) - sy;
        double cx = points.coordinate(r, u) - sx, cy = points.coordinate(r, v) - sy;
        double a2 = ax * ax + ay * ay, b2 = bx * bx + by * by, c2 = cx * cx + cy * cy;
        double x = a2 * (bx * cy - by * cx), y = b2 * (cx * ay - cy * ax), z = c2 * (ax * by - ay * bx);
        return (x + y + z) * sign > 1e-12 * (Math.abs(x) + Math.abs(y) + Math.abs(z));
    }

    /** Turns the edge at side i of triangle t round in the quadrangle about it. */
    private void flip(int t, int i) {
        int o = across[3 * t + i];
        int p = tri[3 * t + i], q = tri[3 * t + (i + 1) % 3], r = tri[3 * t + (i + 2) % 3];
        int j = 0;
        while (across[3 * o + j] != t || tri[3 * o + j] != q) j++;
        int s = tri[3 * o + (j + 2) % 3];
        int qr = across[3 * t + (i + 1) % 3], rp = across[3 * t + (i + 2) % 3];
        int ps = across[3 * o + (j + 1) % 3], sq = across[3 * o + (j + 2) % 3];
        boolean fqr = fixed[3 * t + (i + 1) % 3], frp = fixed[3 * t + (i + 2) % 3];
        boolean fps = fixed[3 * o + (j + 1) % 3], fsq = fixed[3 * o + (j + 2) % 3];
        set(t, r, p, s, rp, ps, o, frp, fps, false);
        set(o, s, q, r, sq, qr, t, fsq, fqr, false);
        relink(ps, o, t);
        relink(qr, t, o);
    }

    /** Makes the segment from p to q a chain of edges. Both are vertices already. */
    void force(int p, int q) {
        int here = p;
        while (here != q) here = forceTowards(here, q);
    }

    /**
     * Fixes the next piece of the way from p to q.
     *
     * @return where it ends
     */
    private int forceTowards(int p, int q) {
        // Round the triangles at p, first one way, then the other if a border comes between.
        int start = at[slot(p)], t = start;
        boolean back = false;
        int foundT = -1, foundI = -1;
        while (true) {
            int i = 0;
            while (tri[3 * t + i] != p) i++;
            int x = tri[3 * t + (i + 1) % 3], y = tri[3 * t + (i + 2) % 3];
            if (x == q) return fix(t, i, q);
            if (y == q) return fix(t, (i + 2) % 3, q);
            int ox = orient(p, q, x), oy = orient(p, q, y);
            if (ox == 0 && oy > 0) return fix(t, i, x);
            if (oy == 0 && ox < 0) return fix(t, (i + 2) % 3, y);
            if (ox < 0 && oy > 0) {
                foundT = t;
                foundI = (i + 1) % 3;
                break;
            }
            int next = back ? across[3 * t + i] : across[3 * t + (i + 2) % 3];
            if (next < 0 && !back) {
                back = true;
                next = otherWay(start, p);
            }
            if (next < 0 || next == start) break;
            t = next;
        }
        if (foundT < 0) throw new IllegalStateException("a segment leaves its triangle");
        // Walk along the segment, keeping the crossed edges by their ends.
        int n = 0;
        int u0 = tri[3 * foundT + foundI], v0 = tri[3 * foundT + (foundI + 1) % 3];
        int s = foundT, i = foundI;
        int end;
        while (true) {
            if (fixed[3 * s + i]) throw new IllegalStateException("two segments cross away from any point");
            if (2 * n + 2 > crossing.length) crossing = Arrays.copyOf(crossing, 2 * crossing.length);
            crossing[2 * n] = u0;
            crossing[2 * n + 1] = v0;
            n++;
            int o = across[3 * s + i];
            int j = 0;
            while (across[3 * o + j] != s || tri[3 * o + j] != v0) j++;
            int w = tri[3 * o + (j + 2) % 3];
            if (w == q) {
                end = q;
                break;
            }
            int ow = orient(p, q, w);
            if (ow == 0) {
                end = w;
                break;
            }
            s = o;
            if (ow < 0) {
                u0 = w;
                i = (j + 2) % 3;
                // The next crossed side runs from w to v0 as seen from o: it is side w → v0.
            } else {
                v0 = w;
                i = (j + 1) % 3;
            }
        }
        flipAway(p, end, n);
        int tt = triangleWith(p, end);
        int k = 0;
        while (tri[3 * tt + k] != p || tri[3 * tt + (k + 1) % 3] != end) k++;
        return fix(tt, k, end);
    }

    /** Where a walk round p goes on when it has come to the border: from its start the other way. */
    private int otherWay(int start, int p) {
        int s = 0;
        while (tri[3 * start + s] != p) s++;
        return across[3 * start + s];
    }

    private int fix(int t, int i, int end) {
        fixed[3 * t + i] = true;
        int o = across[3 * t + i];
        if (o >= 0) {
            int q = tri[3 * t + (i + 1) % 3];
            int j = 0;
            while (across[3 * o + j] != t || tri[3 * o + j] != q) j++;
            fixed[3 * o + j] = true;
        }
        return end;
    }

    /** A triangle with the side from p to q. */
    private int triangleWith(int p, int q) {
        int start = at[slot(p)], t = start;
        boolean back = false;
        while (true) {
            int i = 0;
            while (tri[3 * t + i] != p) i++;
            if (tri[3 * t + (i + 1) % 3] == q) return t;
            int next = back ? across[3 * t + i] : across[3 * t + (i + 2) % 3];
            if (next < 0 && !back) {
                back = true;
                next = otherWay(start, p);
            }
            if (next < 0 || next == start) return -1;
            t = next;
        }
    }

    private void flipAway(int p, int q, int n) {
        int head = 0, tail = n;
        int budget = 64 * (n + 8) * (n + 8);
        while (head < tail) {
            if (budget-- < 0) throw new IllegalStateException("a segment cannot be laid");
            int a = crossing[2 * head], b = crossing[2 * head + 1];
            head++;
            int t = triangleWith(a, b);
            int i = 0;
            while (tri[3 * t + i] != a || tri[3 * t + (i + 1) % 3] != b) i++;
            int r = tri[3 * t + (i + 2) % 3];
            int o = across[3 * t + i], j = 0;
            while (across[3 * o + j] != t || tri[3 * o + j] != b) j++;
            int s = tri[3 * o + (j + 2) % 3];
            boolean convex = orient(s, r, a) * orient(s, r, b) < 0;
            boolean again = !convex;
            int x = a, y = b;
            if (convex) {
                flip(t, i);
                again = r != p && r != q && s != p && s != q && orient(p, q, r) * orient(p, q, s) < 0;
                boolean rRight = again && orient(p, q, r) < 0;
                x = rRight ? r : s;
                y = rRight ? s : r;
            }
            if (again) {
                if (2 * tail + 2 > crossing.length) {
                    if (head > tail / 2) {
                        System.arraycopy(crossing, 2 * head, crossing, 0, 2 * (tail - head));
                        tail -= head;
                        head = 0;
                    } else crossing = Arrays.copyOf(crossing, 2 * crossing.length);
                }
                crossing[2 * tail] = x;
                crossing[2 * tail + 1] = y;
                tail++;
            }
        }
    }
}
