package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.util.Arrays;

/**
 * Cuts one triangle up so that given points are vertices and given segments are edges. Held as a map from each directed
 * edge to the third point of the triangle at its left.
 *
 * <p>Points are inserted one by one; segments are forced by flipping the edges they cross. Source: S. W. Sloan, "A fast
 * algorithm for generating constrained Delaunay triangulations", Computers &amp; Structures 47(3), 1993, without the
 * Delaunay part.
 */
final class FacetTriangulation {
    private final Points points;
    private final int axis;
    private final int sign;
    private final Long2IntOpenHashMap apex = new Long2IntOpenHashMap();
    private final LongOpenHashSet fixed = new LongOpenHashSet();
    private final int[] corner;
    /** A segment crosses another away from any point: the operand crosses itself. */
    private boolean crossed;

    /** @param turn the sign of the triangle's turn seen along the axis */
    FacetTriangulation(Points points, int p, int q, int r, int axis, int turn) {
        this.points = points;
        this.axis = axis;
        sign = turn;
        corner = new int[] {p, q, r};
        apex.defaultReturnValue(-1);
        triangle(p, q, r);
    }

    boolean crossed() {
        return crossed;
    }

    LongOpenHashSet fixed() {
        return fixed;
    }

    /** Three points a triangle, counter-clockwise as the whole. */
    IntArrayList triangles() {
        IntArrayList out = new IntArrayList();
        long[] keys = apex.keySet().toLongArray();
        Arrays.sort(keys);
        for (long k : keys) {
            int p = Edges.from(k), q = Edges.to(k), r = apex.get(k);
            if (p < q && p < r) {
                out.add(p);
                out.add(q);
                out.add(r);
            }
        }
        return out;
    }

    private int orient(int p, int q, int r) {
        return points.orient(p, q, r, axis) * sign;
    }

    private void triangle(int p, int q, int r) {
        apex.put(Edges.directed(p, q), r);
        apex.put(Edges.directed(q, r), p);
        apex.put(Edges.directed(r, p), q);
    }

    private void remove(int p, int q, int r) {
        apex.remove(Edges.directed(p, q));
        apex.remove(Edges.directed(q, r));
        apex.remove(Edges.directed(r, p));
    }

    private int apex(int p, int q) {
        return apex.get(Edges.directed(p, q));
    }

    void insert(int point) {
        if (point == corner[0] || point == corner[1] || point == corner[2]) return;
        int[] t = locate(point);
        int p = t[0], q = t[1], r = t[2];
        if (point == p || point == q || point == r) return;
        for (int i = 0; i < 3; i++) {
            if (orient(p, q, point) == 0) {
                split(p, q, point);
                return;
            }
            int s = p;
            p = q;
            q = r;
            r = s;
        }
        remove(p, q, r);
        triangle(p, q, point);
        triangle(q, r, point);
        triangle(r, p, point);
    }

    /** Puts a point onto edge p q. */
    private void split(int p, int q, int point) {
        int r = apex(p, q), s = apex(q, p);
        if (r >= 0) {
            remove(p, q, r);
            triangle(p, point, r);
            triangle(point, q, r);
        }
        if (s >= 0) {
            remove(q, p, s);
            triangle(q, point, s);
            triangle(point, p, s);
        }
        if (fixed.remove(Edges.key(p, q))) {
            fixed.add(Edges.key(p, point));
            fixed.add(Edges.key(point, q));
        }
    }

    /** A triangle that holds a point, by walking towards it; by looking at all of them where the walk goes in circles. */
    private int[] locate(int point) {
        long any = apex.keySet().iterator().nextLong();
        int p = Edges.from(any), q = Edges.to(any), r = apex.get(any);
        for (int steps = apex.size(); steps > 0; steps--) {
            int s;
            if (orient(p, q, point) < 0) s = apex(q, p);
            else if (orient(q, r, point) < 0) {
                int t = p;
                p = q;
                q = r;
                r = t;
                s = apex(q, p);
            } else if (orient(r, p, point) < 0) {
                int t = q;
                q = p;
                p = r;
                r = t;
                s = apex(q, p);
            } else {
                return new int[] {p, q, r};
            }
            if (s < 0) break;
            int t = p;
            p = q;
            q = t;
            r = s;
        }
        for (var e : apex.long2IntEntrySet()) {
            p = Edges.from(e.getLongKey());
            q = Edges.to(e.getLongKey());
            r = e.getIntValue();
            if (orient(p, q, point) >= 0 && orient(q, r, point) >= 0 && orient(r, p, point) >= 0)
                return new int[] {p, q, r};
        }
        throw new IllegalStateException("a point lies outside its triangle");
    }

    /** Makes the segment from p to q a chain of edges. Both are vertices already. */
    void force(int p, int q) {
        int at = p;
        while (at != q) at = forceTowards(at, q);
    }

    private int forceTowards(int p, int q) {
        if (apex(p, q) >= 0 || apex(q, p) >= 0) {
            fixed.add(Edges.key(p, q));
            return q;
        }
        // The first crossed edge, or a point on the way.
        int u = -1, v = -1;
        for (var e : apex.long2IntEntrySet()) {
            if (e.getIntValue() != p) continue;
            int x = Edges.from(e.getLongKey()), y = Edges.to(e.getLongKey());
            int ox = orient(p, q, x), oy = orient(p, q, y);
            if (ox == 0 && oy > 0) return fix(p, x);
            if (oy == 0 && ox < 0) return fix(p, y);
            if (ox < 0 && oy > 0) {
                u = x;
                v = y;
                break;
            }
        }
        if (u < 0) throw new IllegalStateException("a segment leaves its triangle");
        LongArrayList crossing = new LongArrayList();
        int end = q;
        while (true) {
            crossing.add(Edges.directed(u, v));
            if (fixed.contains(Edges.key(u, v))) crossed = true;
            int w = apex(v, u);
            if (w == q) break;
            int o = orient(p, q, w);
            if (o == 0) {
                end = w;
                break;
            }
            if (o < 0) u = w;
            else v = w;
        }
        if (crossed) return q;
        flipAway(p, end, crossing);
        return fix(p, end);
    }

    private int fix(int p, int q) {
        fixed.add(Edges.key(p, q));
        return q;
    }

    private void flipAway(int p, int q, LongArrayList crossing) {
        int head = 0;
        while (head < crossing.size()) {
            long e = crossing.getLong(head++);
            int u = Edges.from(e), v = Edges.to(e);
            int r = apex(u, v), s = apex(v, u);
            boolean convex = orient(s, r, u) * orient(s, r, v) < 0;
            if (!convex) {
                crossing.add(e);
                continue;
            }
            remove(u, v, r);
            remove(v, u, s);
            triangle(s, v, r);
            triangle(r, u, s);
            boolean still = r != p && r != q && s != p && s != q && orient(p, q, r) * orient(p, q, s) < 0;
            if (still) crossing.add(orient(p, q, r) < 0 ? Edges.directed(r, s) : Edges.directed(s, r));
            if (head > 4096 && head * 2 > crossing.size()) {
                crossing.removeElements(0, head);
                head = 0;
            }
        }
    }
}
