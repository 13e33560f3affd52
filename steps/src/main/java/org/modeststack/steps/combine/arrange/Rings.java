package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.List;
import org.modeststack.mesh.DisjointSets;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.work.Work;

/**
 * The polygons near the cuts, corner by corner, and how they hang together: which side meets which, and which corners at
 * one place share a vertex. Where more than two polygons meet at an edge they are paired round it so that each pair has
 * solid between, and corners that no chain of pairs joins get vertices of their own. So every edge has two faces, also
 * where the result touches itself.
 */
final class Rings {
    /** A polygon: its face of its operand, and its points and the fragments along its sides, as they will be written. */
    record Ring(int operand, int face, boolean turned, int firstCorner, int sides) {}

    private final Fragments fragments;
    private final Soup soup;
    private final Points points;
    final List<Ring> all = new ArrayList<>();
    private final IntArrayList pointOf = new IntArrayList();
    private final IntArrayList fragmentOf = new IntArrayList();
    private final IntArrayList ringOf = new IntArrayList();
    /** The corner whose side runs back along this corner's side, or -1. */
    @SuppressWarnings("NullAway.Init")
    private int[] mate;
    /** Corners that share a vertex. */
    @SuppressWarnings("NullAway.Init")
    private DisjointSets vertices;

    Rings(Fragments fragments) {
        this.fragments = fragments;
        soup = fragments.soup;
        points = fragments.points;
    }

    /** @param ring counter-clockwise as the operand has it; turned round here if it is wanted so */
    void add(int operand, int face, boolean turned, int[] ring, int[] fragment) {
        int n = ring.length;
        all.add(new Ring(operand, face, turned, pointOf.size(), n));
        for (int i = 0; i < n; i++) {
            pointOf.add(ring[turned ? (n - i) % n : i]);
            // Turned round, the side that leaves corner i is the one that came to it.
            fragmentOf.add(fragment[turned ? (2 * n - i - 1) % n : i]);
            ringOf.add(all.size() - 1);
        }
    }

    int corners() {
        return pointOf.size();
    }

    int point(int corner) {
        return pointOf.getInt(corner);
    }

    int fragment(int corner) {
        return fragmentOf.getInt(corner);
    }

    Ring ring(int corner) {
        return all.get(ringOf.getInt(corner));
    }

    int next(int corner) {
        Ring r = ring(corner);
        return corner + 1 == r.firstCorner + r.sides ? r.firstCorner : corner + 1;
    }

    int before(int corner) {
        Ring r = ring(corner);
        return corner == r.firstCorner ? r.firstCorner + r.sides - 1 : corner - 1;
    }

    int mate(int corner) {
        return mate[corner];
    }

    /** A corner that stands for all that share its vertex. */
    int vertexOf(int corner) {
        return vertices.find(corner);
    }

    /** Finds out how the rings hang together. */
    void connect() {
        int n = corners();
        mate = new int[n];
        vertices = new DisjointSets(n);
        int[] chain = new int[n];
        Long2IntOpenHashMap heads = new Long2IntOpenHashMap(2 * n);
        heads.defaultReturnValue(-1);
        for (int c = 0; c < n; c++) {
            Work.checkpoint(c);
            mate[c] = -1;
            chain[c] = heads.put(Edges.directed(point(c), point(next(c))), c);
        }
        for (int c = 0; c < n; c++) {
            int p = point(c), q = point(next(c));
            if (mate[c] >= 0) continue;
            int out = heads.get(Edges.directed(p, q)), in = heads.get(Edges.directed(q, p));
            if (in < 0) continue;
            if (chain[out] < 0 && chain[in] < 0) pair(out, in);
            else if (c == out) pairRound(p, q, out, in, chain);
        }
    }

    private void pair(int c, int d) {
        mate[c] = d;
        mate[d] = c;
        vertices.join(c, next(d));
        vertices.join(next(c), d);
    }

    /** Sorts the sheets round the edge p q and pairs those that have solid between them. */
    private void pairRound(int p, int q, int out, int in, int[] chain) {
        IntArrayList sheets = new IntArrayList();
        for (int c = out; c >= 0; c = chain[c]) sheets.add(c);
        int outs = sheets.size();
        for (int c = in; c >= 0; c = chain[c]) sheets.add(c);
        if (sheets.size() != 2 * outs) {
            pairAsTheyCome(sheets, outs);
            return;
        }
        int n = sheets.size();
        int[] triangle = new int[n], apex = new int[n];
        for (int i = 0; i < n; i++) {
            int c = sheets.getInt(i), t = fragments.triangleOf(fragment(c));
            triangle[i] = t;
            // As the operand has it the sheet lies at the left of its own direction.
            boolean along = (i < outs) != ring(c).turned;
            apex[i] = along ? fragments.apexLeftOf(t, p, q) : fragments.apexLeftOf(t, q, p);
        }
        Integer[] order = new Integer[n];
        for (int i = 0; i < n; i++) order[i] = i;
        int[] quarter = new int[n];
        for (int i = 1; i < n; i++) quarter[i] = quarter(p, q, triangle[0], apex[0], apex[i]);
        java.util.Arrays.sort(order, (a, b) -> {
            if (quarter[a] != quarter[b]) return quarter[a] - quarter[b];
            if (quarter[a] == 0 || quarter[a] == 2) return 0;
            return -turn(p, q, triangle[a], apex[a], apex[b]);
        });
        // Seen along p → q the order runs clockwise or not; solid lies behind a sheet that runs from p to q on one
        // side.
        boolean[] done = new boolean[n];
        for (int i = 0; i < n; i++) {
            int a = order[i];
            if (a >= outs || done[a]) continue;
            for (int k = 1; k < n; k++) {
                int b = order[((i - k) % n + n) % n];
                if (b < outs || done[b]) continue;
                pair(sheets.getInt(a), sheets.getInt(b));
                done[a] = done[b] = true;
                break;
            }
        }
    }

    /** Where open sheets end, not as many run one way as the other, and no solid lies between them. */
    private void pairAsTheyCome(IntArrayList sheets, int outs) {
        for (int i = 0; i < outs && outs + i < sheets.size(); i++) pair(sheets.getInt(i), sheets.getInt(outs + i));
    }

    /** On which side of the half plane of (t, apex) at the edge p q another apex lies: positive ahead, 0 in its plane. */
    private int turn(int p, int q, int t, int apex, int other) {
        int along = points.orient(p, q, points.find(apex), soup.axis(t)) * soup.turn(t) > 0 ? 1 : -1;
        return soup.side(t, other) * along;
    }

    /** 0 in the same half plane, 1 ahead by less than half a turn, 2 opposite, 3 beyond. */
    private int quarter(int p, int q, int t, int apex, int other) {
        int s = turn(p, q, t, apex, other);
        if (s != 0) return s > 0 ? 1 : 3;
        int k = soup.axis(t);
        int a = points.orient(p, q, points.find(apex), k), b = points.orient(p, q, points.find(other), k);
        return a == b ? 0 : 2;
    }
}
