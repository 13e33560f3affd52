package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import org.modeststack.mesh.exact.Predicates;

/**
 * Where the triangles of two operands touch: the points that must be put into each triangle and onto each edge, and the
 * segments that must be edges afterwards. Every decision is an orientation of vertices that were given, so all of them
 * are exact and agree between neighbouring triangles.
 */
final class Contacts {
    private final Points points;
    private final Operand[] operand;
    /** For each operand and edge, the points inside it; null where there are none. */
    private final IntArrayList[][] onEdge;
    /** For each operand and triangle, the points inside it; null where there are none. */
    private final IntArrayList[][] inTriangle;
    /** For each operand and triangle, pairs of points to be joined; null where there are none. */
    private final LongArrayList[][] segments;

    private final int[] found = new int[16];
    private int foundCount;

    Contacts(Points points) {
        this.points = points;
        operand = new Operand[] {points.a, points.b};
        onEdge = new IntArrayList[][] {
            new IntArrayList[points.a.edges.edgeCount()], new IntArrayList[points.b.edges.edgeCount()]
        };
        inTriangle = new IntArrayList[][] {new IntArrayList[points.a.count()], new IntArrayList[points.b.count()]};
        segments = new LongArrayList[][] {new LongArrayList[points.a.count()], new LongArrayList[points.b.count()]};
    }

    IntArrayList onEdge(int which, int edge) {
        return onEdge[which][edge];
    }

    IntArrayList inTriangle(int which, int t) {
        return inTriangle[which][t];
    }

    LongArrayList segments(int which, int t) {
        return segments[which][t];
    }

    /** Whether anything touches a triangle's inside or one of its edges' insides. */
    boolean touched(int which, int t) {
        if (segments[which][t] != null || inTriangle[which][t] != null) return true;
        for (int i = 0; i < 3; i++) if (onEdge[which][operand[which].edge(t, i)] != null) return true;
        return false;
    }

    /** Vertices at the very same place must be known as one before any segment is laid. */
    void coincidences(int ta, int tb) {
        Operand a = points.a, b = points.b;
        for (int i = 0; i < 3; i++) {
            int va = a.vertex(ta, i);
            for (int j = 0; j < 3; j++) {
                int vb = b.vertex(tb, j);
                if (a.xyz[3 * va] == b.xyz[3 * vb]
                        && a.xyz[3 * va + 1] == b.xyz[3 * vb + 1]
                        && a.xyz[3 * va + 2] == b.xyz[3 * vb + 2]) {
                    points.coincide(va, vb);
                }
            }
        }
    }

    /** Finds where triangle ta of A and tb of B touch. */
    void intersect(int ta, int tb) {
        int[] sa = sides(1, tb, 0, ta);
        if (sa[0] == sa[1] && sa[1] == sa[2] && sa[0] != 0) return;
        int[] sb = sides(0, ta, 1, tb);
        if (sb[0] == sb[1] && sb[1] == sb[2] && sb[0] != 0) return;
        foundCount = 0;
        if (sa[0] == 0 && sa[1] == 0 && sa[2] == 0) coplanar(ta, tb);
        else crossing(ta, tb, sa, sb);
    }

    /** On which side of triangle t of one operand the corners of triangle s of the other lie. */
    private int[] sides(int which, int t, int other, int s) {
        Operand o = operand[which], p = operand[other];
        int[] r = new int[3];
        int x = 3 * o.vertex(t, 0), y = 3 * o.vertex(t, 1), z = 3 * o.vertex(t, 2);
        for (int i = 0; i < 3; i++) r[i] = Predicates.orient3d(o.xyz, x, o.xyz, y, o.xyz, z, p.xyz, 3 * p.vertex(s, i));
        return r;
    }

    private void crossing(int ta, int tb, int[] sa, int[] sb) {
        for (int i = 0; i < 3; i++) {
            if (sa[i] == 0) vertexOn(0, ta, i, 1, tb);
            if (sb[i] == 0) vertexOn(1, tb, i, 0, ta);
            int j = (i + 1) % 3;
            if (sa[i] * sa[j] < 0) edgeThrough(0, ta, i, 1, tb);
            if (sb[i] * sb[j] < 0) edgeThrough(1, tb, i, 0, ta);
        }
        if (foundCount == 2) segment(ta, tb, found[0], found[1]);
    }

    /** Corner i of triangle t lies in the plane of triangle s of the other operand. */
    private void vertexOn(int which, int t, int i, int other, int s) {
        Operand o = operand[which], p = operand[other];
        int v = 3 * o.vertex(t, i), k = p.axis(s);
        int zero = -1, zeros = 0;
        for (int e = 0; e < 3; e++) {
            int side = turn(p.xyz, 3 * p.vertex(s, e), p.xyz, 3 * p.vertex(s, (e + 1) % 3), o.xyz, v, k) * p.turn(s);
            if (side < 0) return;
            if (side == 0) {
                zero = e;
                zeros++;
            }
        }
        int point = points.ofVertex(which, o.vertex(t, i));
        note(point);
        if (zeros == 0) put(inTriangle[other], s, point);
        else if (zeros == 1) put(onEdge[other], p.edge(s, zero), point);
    }

    private static int turn(double[] p, int a, double[] q, int b, double[] r, int c, int axis) {
        int u = (axis + 1) % 3, v = (axis + 2) % 3;
        return Predicates.orient2d(p[a + u], p[a + v], q[b + u], q[b + v], r[c + u], r[c + v]);
    }

    /** Side i of triangle t runs from one side of the plane of triangle s to the other. */
    private void edgeThrough(int which, int t, int i, int other, int s) {
        Operand o = operand[which], p = operand[other];
        int x = 3 * o.vertex(t, i), y = 3 * o.vertex(t, (i + 1) % 3);
        int positive = 0, negative = 0, zero = -1, zeros = 0;
        for (int e = 0; e < 3; e++) {
            int side = Predicates.orient3d(
                    o.xyz, x, o.xyz, y, p.xyz, 3 * p.vertex(s, e), p.xyz, 3 * p.vertex(s, (e + 1) % 3));
            if (side > 0) positive++;
            else if (side < 0) negative++;
            else {
                zero = e;
                zeros++;
            }
        }
        if (positive > 0 && negative > 0) return;
        int edge = o.edge(t, i);
        if (zeros == 0) {
            int point = points.edgeInTriangle(which, edge, s);
            note(point);
            put(onEdge[which], edge, point);
            put(inTriangle[other], s, point);
        } else if (zeros == 1) {
            int otherEdge = p.edge(s, zero);
            int point = which == 0
                    ? points.edgeOnEdge(edge, otherEdge, 0, s, -1)
                    : points.edgeOnEdge(otherEdge, edge, 1, s, -1);
            note(point);
            put(onEdge[which], edge, point);
            put(onEdge[other], otherEdge, point);
        } else {
            // Through a corner of s: the one that both sides without a turn share.
            int corner = (positive + negative == 0) ? -1 : commonCorner(o.xyz, x, y, p, s);
            if (corner < 0) return;
            int point = points.ofVertex(other, p.vertex(s, corner));
            note(point);
            put(onEdge[which], edge, point);
        }
    }

    private static int commonCorner(double[] xyz, int x, int y, Operand p, int s) {
        for (int e = 0; e < 3; e++) {
            int side =
                    Predicates.orient3d(xyz, x, xyz, y, p.xyz, 3 * p.vertex(s, e), p.xyz, 3 * p.vertex(s, (e + 1) % 3));
            if (side != 0) return (e + 2) % 3;
        }
        return -1;
    }

    private void coplanar(int ta, int tb) {
        Operand a = points.a, b = points.b;
        int axis = a.axis(ta);
        for (int i = 0; i < 3; i++) {
            vertexOn(0, ta, i, 1, tb);
            vertexOn(1, tb, i, 0, ta);
        }
        for (int i = 0; i < 3; i++) {
            int a0 = 3 * a.vertex(ta, i), a1 = 3 * a.vertex(ta, (i + 1) % 3);
            for (int j = 0; j < 3; j++) {
                int b0 = 3 * b.vertex(tb, j), b1 = 3 * b.vertex(tb, (j + 1) % 3);
                if (turn(a.xyz, a0, a.xyz, a1, b.xyz, b0, axis) * turn(a.xyz, a0, a.xyz, a1, b.xyz, b1, axis) >= 0)
                    continue;
                if (turn(b.xyz, b0, b.xyz, b1, a.xyz, a0, axis) * turn(b.xyz, b0, b.xyz, b1, a.xyz, a1, axis) >= 0)
                    continue;
                int ea = a.edge(ta, i), eb = b.edge(tb, j);
                int point = points.edgeOnEdge(ea, eb, 0, -1, axis);
                note(point);
                put(onEdge[0], ea, point);
                put(onEdge[1], eb, point);
            }
        }
        for (int which = 0; which < 2; which++) {
            Operand o = operand[which];
            int t = which == 0 ? ta : tb;
            for (int i = 0; i < 3; i++) {
                int p = points.ofVertex(which, o.vertex(t, i)), q = points.ofVertex(which, o.vertex(t, (i + 1) % 3));
                for (int x = 0; x < foundCount; x++) {
                    if (!along(found[x], p, q, axis)) continue;
                    for (int y = x + 1; y < foundCount; y++) {
                        if (along(found[y], p, q, axis)) segment(ta, tb, found[x], found[y]);
                    }
                }
            }
        }
    }

    private boolean along(int point, int p, int q, int axis) {
        return point == p || point == q || points.orient(p, q, point, axis) == 0;
    }

    private void note(int point) {
        for (int i = 0; i < foundCount; i++) if (found[i] == point) return;
        found[foundCount++] = point;
    }

    private void segment(int ta, int tb, int p, int q) {
        long pair = Edges.key(p, q);
        add(segments[0], ta, pair);
        add(segments[1], tb, pair);
    }

    private static void add(LongArrayList[] lists, int i, long pair) {
        if (lists[i] == null) lists[i] = new LongArrayList(4);
        if (!lists[i].contains(pair)) lists[i].add(pair);
    }

    private static void put(IntArrayList[] lists, int i, int point) {
        if (lists[i] == null) lists[i] = new IntArrayList(4);
        if (!lists[i].contains(point)) lists[i].add(point);
    }
}
