package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntArrays;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.Arrays;
import org.modeststack.mesh.exact.Predicates;

/**
 * Where triangles touch: the points that must be put into each triangle and onto each edge, and the segments that must
 * be edges afterwards. Every decision is an orientation of vertices that were given, so all of them are exact and agree
 * between neighbouring triangles.
 *
 * <p>A segment has a carrier: the other triangle whose plane cuts it out, or, where both triangles lie in one plane, an
 * edge, written as {@code ~edge}.
 */
final class Contacts {
    /** How many of a list are looked through for what is to be added; what stands twice does no harm. */
    private static final int FEW = 16;

    private final Soup soup;
    private final Points points;
    /** For each edge, the points inside it. */
    private final Int2ObjectOpenHashMap<IntArrayList> onEdge = new Int2ObjectOpenHashMap<>();
    /** For each triangle, the points inside it. */
    private final Int2ObjectOpenHashMap<IntArrayList> inTriangle = new Int2ObjectOpenHashMap<>();
    /** For each triangle, its segments: two points and the carrier. */
    private final Int2ObjectOpenHashMap<IntArrayList> segments = new Int2ObjectOpenHashMap<>();
    /** For each triangle, the others that lie in its plane and may cover it. */
    private final Int2ObjectOpenHashMap<IntArrayList> coplanar = new Int2ObjectOpenHashMap<>();

    private final int[] found = new int[16];
    private int foundCount;

    Contacts(Soup soup, Points points) {
        this.soup = soup;
        this.points = points;
    }

    IntArrayList onEdge(int edge) {
        return onEdge.get(edge);
    }

    IntArrayList inTriangle(int t) {
        return inTriangle.get(t);
    }

    IntArrayList segments(int t) {
        return segments.get(t);
    }

    IntArrayList coplanar(int t) {
        return coplanar.get(t);
    }

    boolean isEmpty() {
        return segments.isEmpty() && onEdge.isEmpty() && inTriangle.isEmpty();
    }

    /** The triangles that something touches in their inside or on an edge, ascending. */
    int[] touched() {
        IntOpenHashSet set = new IntOpenHashSet();
        set.addAll(segments.keySet());
        set.addAll(inTriangle.keySet());
        for (int e : onEdge.keySet()) trianglesAt(e, set);
        int[] all = set.toIntArray();
        IntArrays.radixSort(all);
        return all;
    }

    private void trianglesAt(int e, IntOpenHashSet set) {
        int o = soup.operandOfEdge(e);
        Solid s = soup.solids[o];
        int local = e - soup.edgeBase(o), base = soup.triangleBase(o);
        for (int side : s.sidesOfEdge(local)) set.add(side / 3 + base);
    }

    /**
     * Finds where two triangles touch.
     *
     * @return whether they do beyond a corner that they share
     */
    boolean intersect(int s, int t) {
        if (soup.turn(s) == 0 || soup.turn(t) == 0) {
            withoutArea(s, t);
            return false;
        }
        int[] ss = sides(t, s);
        if (ss[0] == ss[1] && ss[1] == ss[2] && ss[0] != 0) return false;
        int[] ts = sides(s, t);
        if (ts[0] == ts[1] && ts[1] == ts[2] && ts[0] != 0) return false;
        foundCount = 0;
        if (ss[0] == 0 && ss[1] == 0 && ss[2] == 0) coplanar(s, t);
        else crossing(s, t, ss, ts);
        return foundCount > 1 || foundCount == 1 && points.isNew(found[0]);
    }

    /**
     * A triangle without area bounds nothing and is left out; its corners must be known to the triangles they lie on, so
     * that these are cut where the ones on its other side are.
     */
    private void withoutArea(int s, int t) {
        foundCount = 0;
        for (int i = 0; i < 3; i++) {
            if (soup.turn(t) != 0 && soup.side(t, soup.vertex(s, i)) == 0) vertexOn(s, i, t);
            if (soup.turn(s) != 0 && soup.side(s, soup.vertex(t, i)) == 0) vertexOn(t, i, s);
        }
    }

    /** On which side of triangle t the corners of triangle s lie. */
    private int[] sides(int t, int s) {
        return new int[] {
            soup.side(t, soup.vertex(s, 0)), soup.side(t, soup.vertex(s, 1)), soup.side(t, soup.vertex(s, 2))
        };
    }

    private void crossing(int s, int t, int[] ss, int[] ts) {
        for (int i = 0; i < 3; i++) {
            if (ss[i] == 0) vertexOn(s, i, t);
            if (ts[i] == 0) vertexOn(t, i, s);
            int j = (i + 1) % 3;
            if (ss[i] * ss[j] < 0) edgeThrough(s, i, t);
            if (ts[i] * ts[j] < 0) edgeThrough(t, i, s);
        }
        if (foundCount == 2) {
            segment(s, found[0], found[1], t);
            segment(t, found[0], found[1], s);
        }
    }

    /** Corner i of triangle s lies in the plane of triangle t. */
    private void vertexOn(int s, int i, int t) {
        int v = soup.vertex(s, i), k = soup.axis(t);
        int zero = -1, zeros = 0;
        for (int e = 0; e < 3; e++) {
            int side = soup.turn(soup.vertex(t, e), soup.vertex(t, (e + 1) % 3), v, k) * soup.turn(t);
            if (side < 0) return;
            if (side == 0) {
                zero = e;
                zeros++;
            }
        }
        int point = points.ofVertex(v);
        if (zeros == 2) {
            // At a corner of t: both vertices must be known before anything is said of their point.
            for (int e = 0; e < 3; e++) points.ofVertex(soup.vertex(t, e));
            point = points.ofVertex(v);
        }
        note(point);
        if (zeros == 0) put(inTriangle, t, point);
        else if (zeros == 1) put(onEdge, soup.edge(t, zero), point);
    }

    private int orient(int p, int q, int r, int s) {
        double[] x = soup.xyz;
        return Predicates.orient3d(x, 3 * p, x, 3 * q, x, 3 * r, x, 3 * s);
    }

    /** Side i of triangle s runs from one side of the plane of triangle t to the other. */
    private void edgeThrough(int s, int i, int t) {
        int x = soup.vertex(s, i), y = soup.vertex(s, (i + 1) % 3);
        int positive = 0, negative = 0, zero = -1, zeros = 0, other = -1;
        for (int e = 0; e < 3; e++) {
            int side = orient(x, y, soup.vertex(t, e), soup.vertex(t, (e + 1) % 3));
            if (side > 0) positive++;
            else if (side < 0) negative++;
            else {
                zero = e;
                zeros++;
            }
            if (side != 0) other = e;
        }
        if (positive > 0 && negative > 0) return;
        int edge = soup.edge(s, i);
        if (zeros == 0) {
            int point = points.edgePlane(edge, t);
            note(point);
            put(onEdge, edge, point);
            put(inTriangle, t, point);
        } else if (zeros == 1) {
            int point = points.edgePlane(edge, t);
            note(point);
            put(onEdge, edge, point);
            put(onEdge, soup.edge(t, zero), point);
        } else if (other >= 0) {
            // Through a corner of t: the one opposite the only side with a turn.
            int point = points.ofVertex(soup.vertex(t, (other + 2) % 3));
            note(point);
            put(onEdge, edge, point);
        }
    }

    private void coplanar(int s, int t) {
        int axis = soup.axis(s);
        for (int i = 0; i < 3; i++) {
            vertexOn(s, i, t);
            vertexOn(t, i, s);
        }
        for (int i = 0; i < 3; i++) {
            int s0 = soup.vertex(s, i), s1 = soup.vertex(s, (i + 1) % 3);
            for (int j = 0; j < 3; j++) {
                int t0 = soup.vertex(t, j), t1 = soup.vertex(t, (j + 1) % 3);
                if (soup.turn(s0, s1, t0, axis) * soup.turn(s0, s1, t1, axis) >= 0) continue;
                if (soup.turn(t0, t1, s0, axis) * soup.turn(t0, t1, s1, axis) >= 0) continue;
                int es = soup.edge(s, i), et = soup.edge(t, j);
                int point = points.edgeEdge(es, et, axis);
                note(point);
                put(onEdge, es, point);
                put(onEdge, et, point);
            }
        }
        if (foundCount < 2) return;
        for (int side = 0; side < 2; side++) {
            int r = side == 0 ? s : t;
            for (int i = 0; i < 3; i++) {
                int p = points.ofVertex(soup.vertex(r, i)), q = points.ofVertex(soup.vertex(r, (i + 1) % 3));
                int carrier = ~soup.edge(r, i);
                for (int x = 0; x < foundCount; x++) {
                    if (!along(found[x], p, q, axis)) continue;
                    for (int y = x + 1; y < foundCount; y++) {
                        if (!along(found[y], p, q, axis)) continue;
                        segment(s, found[x], found[y], carrier);
                        segment(t, found[x], found[y], carrier);
                    }
                }
            }
        }
        if (foundCount >= 3) {
            put(coplanar, s, t);
            put(coplanar, t, s);
        }
    }

    private boolean along(int point, int p, int q, int axis) {
        return point == p || point == q || points.orient(p, q, point, axis) == 0;
    }

    private void note(int point) {
        for (int i = 0; i < foundCount; i++) if (found[i] == point) return;
        found[foundCount++] = point;
    }

    private void segment(int t, int p, int q, int carrier) {
        IntArrayList list = segments.get(t);
        if (list == null) segments.put(t, list = new IntArrayList(6));
        int lo = Math.min(p, q), hi = Math.max(p, q);
        int[] e = list.elements();
        int known = Math.min(list.size(), 3 * FEW);
        for (int i = 0; i < known; i += 3) if (e[i] == lo && e[i + 1] == hi) return;
        list.add(lo);
        list.add(hi);
        list.add(carrier);
    }

    private static void put(Int2ObjectOpenHashMap<IntArrayList> lists, int i, int point) {
        IntArrayList list = lists.get(i);
        if (list == null) lists.put(i, list = new IntArrayList(4));
        int[] e = list.elements();
        for (int k = Math.min(list.size(), FEW) - 1; k >= 0; k--) if (e[k] == point) return;
        list.add(point);
    }

    /**
     * Looks for segments of one triangle that cross each other inside it, and makes the points where they do. Each of
     * the three triangles that meet there finds the same point.
     */
    void crossSegments(int t) {
        IntArrayList list = segments.get(t);
        if (list == null || list.size() < 6) return;
        int n = list.size() / 3, axis = soup.axis(t), u = (axis + 1) % 3, v = (axis + 2) % 3;
        int[] e = list.elements();
        double[] low = new double[n], high = new double[n];
        Integer[] order = new Integer[n];
        boolean mixed = false;
        int first = source(e[2]);
        for (int i = 0; i < n; i++) {
            order[i] = i;
            double a = points.coordinate(e[3 * i], u), b = points.coordinate(e[3 * i + 1], u);
            double slack = 2 * (points.error(e[3 * i]) + points.error(e[3 * i + 1]));
            low[i] = Math.min(a, b) - slack;
            high[i] = Math.max(a, b) + slack;
            mixed |= source(e[3 * i + 2]) != first || soup.solids[first].crossesItself();
        }
        // Segments from one operand that does not cross itself meet at their ends only.
        if (!mixed) return;
        Arrays.sort(order, (a, b) -> Double.compare(low[a], low[b]));
        for (int a = 0; a < n; a++) {
            int i = order[a];
            for (int b = a + 1; b < n && low[order[b]] <= high[i]; b++) {
                cross(t, axis, v, e, i, order[b]);
            }
        }
    }

    private int source(int carrier) {
        return carrier >= 0 ? soup.operandOfTriangle(carrier) : soup.operandOfEdge(~carrier);
    }

    private void cross(int t, int axis, int v, int[] e, int i, int j) {
        int p = points.find(e[3 * i]), q = points.find(e[3 * i + 1]);
        int r = points.find(e[3 * j]), s = points.find(e[3 * j + 1]);
        if (p == q || r == s || p == r || p == s || q == r || q == s) return;
        double slack = 2 * (points.error(p) + points.error(q) + points.error(r) + points.error(s));
        double pv = points.coordinate(p, v), qv = points.coordinate(q, v);
        double rv = points.coordinate(r, v), sv = points.coordinate(s, v);
        if (Math.max(pv, qv) + slack < Math.min(rv, sv) || Math.max(rv, sv) + slack < Math.min(pv, qv)) return;
        if (points.orient(p, q, r, axis) * points.orient(p, q, s, axis) >= 0) return;
        if (points.orient(r, s, p, axis) * points.orient(r, s, q, axis) >= 0) return;
        int c = e[3 * i + 2], d = e[3 * j + 2];
        int point;
        if (c >= 0 && d >= 0) point = points.planes(t, c, d);
        else if (c >= 0) point = points.edgePlane(~d, c);
        else if (d >= 0) point = points.edgePlane(~c, d);
        else point = points.edgeEdge(~c, ~d, axis);
        put(inTriangle, t, point);
    }

    /** Tells all lists which points turned out to be others. */
    void settle() {
        for (IntArrayList list : onEdge.values()) settle(list);
        for (IntArrayList list : inTriangle.values()) settle(list);
        for (IntArrayList list : segments.values()) {
            int[] e = list.elements();
            for (int i = 0; i < list.size(); i += 3) {
                e[i] = points.find(e[i]);
                e[i + 1] = points.find(e[i + 1]);
            }
        }
    }

    private void settle(IntArrayList list) {
        int[] e = list.elements();
        for (int i = 0; i < list.size(); i++) e[i] = points.find(e[i]);
    }
}
