package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import org.modeststack.mesh.exact.Predicates;

/**
 * Tells for each fragment of one operand where it lies with regard to the other. Fragments that hang together without a
 * cut between them share the answer; it is read off at a cut edge from the other operand's triangles there, or, for
 * pieces that no cut reaches, by counting how often the other operand winds round one of their points.
 */
final class Classifier {
    static final byte OUTSIDE = 1;
    static final byte INSIDE = 2;
    /** On the other's surface, which faces the same way. */
    static final byte ON_SAME = 3;
    /** On the other's surface, which faces the opposite way. */
    static final byte ON_OPPOSITE = 4;

    private final Points points;
    private final Fragments mine;
    private final Fragments other;
    private final LongOpenHashSet cuts;

    Classifier(Points points, Fragments mine, Fragments other, LongOpenHashSet cuts) {
        this.points = points;
        this.mine = mine;
        this.other = other;
        this.cuts = cuts;
    }

    byte[] classify() {
        byte[] label = new byte[mine.count()];
        boolean[] seen = new boolean[mine.count()];
        IntArrayList component = new IntArrayList();
        for (int start = 0; start < mine.count(); start++) {
            if (seen[start]) continue;
            component.clear();
            component.add(start);
            seen[start] = true;
            int cutFragment = -1, cutSide = 0;
            for (int i = 0; i < component.size(); i++) {
                int f = component.getInt(i);
                for (int s = 0; s < 3; s++) {
                    int p = mine.corner(f, s), q = mine.corner(f, (s + 1) % 3);
                    if (cuts.contains(Edges.key(p, q))) {
                        cutFragment = f;
                        cutSide = s;
                        continue;
                    }
                    int g = mine.left(q, p);
                    if (g >= 0 && !seen[g]) {
                        seen[g] = true;
                        component.add(g);
                    }
                }
            }
            byte found = cutFragment >= 0 ? atCut(cutFragment, cutSide) : byWinding(component);
            for (int i = 0; i < component.size(); i++) label[component.getInt(i)] = found;
        }
        return label;
    }

    private byte atCut(int f, int s) {
        int p = mine.corner(f, s), q = mine.corner(f, (s + 1) % 3);
        int l = other.left(p, q), r = other.left(q, p);
        if (l < 0 || r < 0) throw new IllegalStateException("a cut is missing from the other operand");
        int t = mine.triangleOf(f), tl = other.triangleOf(l), tr = other.triangleOf(r);
        int v = cornerLeftOf(mine.operand, t, p, q);
        int sl = side(tl, mine.operand, v);
        if (tl == tr) {
            if (sl == 0) return on(t, tl);
            return sl > 0 ? OUTSIDE : INSIDE;
        }
        int sr = side(tr, mine.operand, v);
        int wl = cornerLeftOf(other.operand, tl, p, q), wr = cornerLeftOf(other.operand, tr, q, p);
        int bend = side(tl, other.operand, wr);
        if (sl == 0 && sameHalf(t, v, wl, p, q)) return on(t, tl);
        if (sr == 0 && sameHalf(t, v, wr, p, q)) return on(t, tr);
        // In one of the planes but beyond the edge (side 0) is outside at a ridge and inside in a valley.
        boolean inside = bend < 0 ? sl < 0 && sr < 0 : bend > 0 ? sl <= 0 || sr <= 0 : sl < 0;
        return inside ? INSIDE : OUTSIDE;
    }

    private int side(int tri, Operand o, int vertex) {
        Operand q = other.operand;
        int x = 3 * q.vertex(tri, 0), y = 3 * q.vertex(tri, 1), z = 3 * q.vertex(tri, 2);
        return Predicates.orient3d(q.xyz, x, q.xyz, y, q.xyz, z, o.xyz, 3 * vertex);
    }

    /** A corner of a triangle that lies strictly at the left of the line p q inside it. */
    private int cornerLeftOf(Operand o, int t, int p, int q) {
        int which = o == points.a ? 0 : 1;
        for (int i = 0; i < 3; i++) {
            int v = o.vertex(t, i);
            if (points.orient(p, q, points.ofVertex(which, v), o.axis(t)) * o.turn(t) > 0) return v;
        }
        throw new IllegalStateException("a fragment without area");
    }

    /** Whether two vertices, mine and the other's, in the plane of my triangle t lie on one side of the line p q. */
    private boolean sameHalf(int t, int v, int w, int p, int q) {
        int axis = mine.operand.axis(t);
        int a = points.orient(p, q, points.ofVertex(mine.which, v), axis);
        int b = points.orient(p, q, points.ofVertex(other.which, w), axis);
        return a * b > 0;
    }

    private byte on(int t, int s) {
        Operand o = other.operand;
        int k = mine.operand.axis(t), u = (k + 1) % 3, v = (k + 2) % 3;
        int a = 3 * o.vertex(s, 0), b = 3 * o.vertex(s, 1), c = 3 * o.vertex(s, 2);
        int turn =
                Predicates.orient2d(o.xyz[a + u], o.xyz[a + v], o.xyz[b + u], o.xyz[b + v], o.xyz[c + u], o.xyz[c + v]);
        return turn == mine.operand.turn(t) ? ON_SAME : ON_OPPOSITE;
    }

    private byte byWinding(IntArrayList component) {
        // The middle of a triangle: no cut reaches this piece, so at most its vertices touch the other.
        int f = component.getInt(0);
        double[] p = new double[3];
        for (int i = 0; i < 3; i++) for (int k = 0; k < 3; k++) p[k] += points.coordinate(mine.corner(f, i), k) / 3;
        return other.operand.winding(p[0], p[1], p[2]) > 0 ? INSIDE : OUTSIDE;
    }
}
