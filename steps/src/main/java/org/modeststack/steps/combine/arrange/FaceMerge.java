package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntUnaryOperator;
import org.modeststack.mesh.Edges;

/**
 * Joins fragments of one face to as few simple polygons as taking out one line after the other, the longest first, can
 * reach. A line stays where without it a polygon would meet itself, as round a hole.
 *
 * <p>Polygons are rings of directed sides; taking a line out splices two rings together. Whether two polygons meet
 * elsewhere is asked of the points of the smaller one, so that the whole takes about n log n steps.
 */
final class FaceMerge {
    /** A simple polygon: its points, and for each the fragment along the side that leaves it. */
    record Ring(IntArrayList points, IntArrayList fragments) {}

    private final IntArrayList kept;
    private final Points points;
    private final boolean planesOnly;
    /** By side, three a fragment: the point it leaves, its neighbours in its ring, the side that runs back along it. */
    private final int[] from;

    private final int[] next;
    private final int[] prev;
    private final int[] twin;
    private final boolean[] gone;
    /** Sides that leave the same point, chained; each ring has at most one. */
    private final int[] first;

    private final int[] chain;
    private final int[] owner;
    private final int[] size;
    private final int[] entry;

    /** For each fragment what must be the same for it to be joined. */
    private final int[] plane;

    /**
     * @param planesOnly whether fragments are joined only if they lie in one plane exactly, as their points are rounded
     * @param planeOf fragments are joined only if this is the same for their triangles
     */
    FaceMerge(Points points, Fragments fragments, IntArrayList kept, boolean planesOnly, IntUnaryOperator planeOf) {
        this.kept = kept;
        this.points = points;
        this.planesOnly = planesOnly;
        int n = 3 * kept.size();
        from = new int[n];
        next = new int[n];
        prev = new int[n];
        twin = new int[n];
        gone = new boolean[n];
        chain = new int[n];
        owner = new int[kept.size()];
        size = new int[kept.size()];
        entry = new int[kept.size()];
        plane = new int[kept.size()];
        Arrays.setAll(plane, i -> planeOf.applyAsInt(fragments.triangleOf(kept.getInt(i))));
        int[] place = new int[n];
        Int2IntOpenHashMap places = new Int2IntOpenHashMap();
        places.defaultReturnValue(-1);
        Long2IntOpenHashMap sides = new Long2IntOpenHashMap(2 * n);
        sides.defaultReturnValue(-1);
        for (int h = 0; h < n; h++) {
            int p = fragments.corner(kept.getInt(h / 3), h % 3);
            int at = places.putIfAbsent(p, places.size());
            place[h] = at < 0 ? places.size() - 1 : at;
            next[h] = h % 3 == 2 ? h - 2 : h + 1;
            prev[h] = h % 3 == 0 ? h + 2 : h - 1;
            twin[h] = -1;
            from[h] = p;
        }
        for (int i = 0; i < owner.length; i++) {
            owner[i] = i;
            size[i] = 3;
            entry[i] = 3 * i;
        }
        first = new int[places.size()];
        Arrays.fill(first, -1);
        long[] lines = new long[n];
        int count = 0;
        for (int h = 0; h < n; h++) {
            chain[h] = first[place[h]];
            first[place[h]] = h;
            int back = sides.get(Edges.directed(from[next[h]], from[h]));
            if (back >= 0) {
                twin[h] = back;
                twin[back] = h;
                float length = (float) length(points, from[h], from[next[h]]);
                lines[count++] = (long) Float.floatToIntBits(length) << 32 | h;
            }
            sides.put(Edges.directed(from[h], from[next[h]]), h);
        }
        Arrays.sort(lines, 0, count);
        for (int i = count - 1; i >= 0; i--) takeOut((int) lines[i], place);
    }

    private static double length(Points points, int p, int q) {
        double s = 0;
        for (int k = 0; k < 3; k++) {
            double d = points.coordinate(p, k) - points.coordinate(q, k);
            s += d * d;
        }
        return s;
    }

    List<Ring> rings() {
        List<Ring> out = new ArrayList<>();
        for (int i = 0; i < owner.length; i++) {
            if (owner[i] != i) continue;
            IntArrayList ring = new IntArrayList(size[i]), along = new IntArrayList(size[i]);
            int h = entry[i];
            do {
                ring.add(from[h]);
                along.add(kept.getInt(h / 3));
                h = next[h];
            } while (h != entry[i]);
            out.add(new Ring(ring, along));
        }
        return out;
    }

    private int ringOf(int h) {
        int i = h / 3;
        while (owner[i] != i) i = owner[i] = owner[owner[i]];
        return i;
    }

    /** Joins the two rings at a side along the whole chain they share there, if they share nothing else. */
    private void takeOut(int h, int[] place) {
        if (gone[h]) return;
        int r = ringOf(h), s = ringOf(twin[h]);
        if (r == s || plane[r] != plane[s]) return;
        int smaller = Math.min(size[r], size[s]), shared = 1;
        int last = h, first2 = twin[h];
        while (shared < smaller && twin[next[last]] == prev[first2] && twin[next[last]] >= 0) {
            last = next[last];
            first2 = prev[first2];
            shared++;
        }
        int start = h, last2 = twin[h];
        while (shared < smaller && twin[prev[start]] == next[last2] && twin[prev[start]] >= 0) {
            start = prev[start];
            last2 = next[last2];
            shared++;
        }
        int left = size[r] + size[s] - 2 * shared;
        if (left < 3 || shared >= smaller) return;
        int few = size[r] < size[s] ? r : s, many = few == r ? s : r, common = 0;
        int g = entry[few];
        do {
            if (isIn(many, place[g])) common++;
            g = next[g];
        } while (g != entry[few]);
        if (common != shared + 1) return;
        if (planesOnly && !(liesInPlane(r, s) && liesInPlane(s, r))) return;
        int before = prev[start], after = next[last], before2 = prev[first2], after2 = next[last2];
        for (int x = start; ; x = next[x]) {
            gone[x] = true;
            gone[twin[x]] = true;
            if (x == last) break;
        }
        link(before, after2);
        link(before2, after);
        owner[few] = many;
        size[many] = left;
        entry[many] = after;
    }

    /** Whether the points of a ring lie in the plane of the fragment that another ring began with. */
    private boolean liesInPlane(int ring, int plane) {
        int p = from[3 * plane], q = from[3 * plane + 1], r = from[3 * plane + 2], h = entry[ring];
        do {
            if (points.roundedSide(p, q, r, from[h]) != 0) return false;
            h = next[h];
        } while (h != entry[ring]);
        return true;
    }

    private void link(int a, int b) {
        next[a] = b;
        prev[b] = a;
    }

    /** Whether a ring passes a point; sides that are gone are forgotten on the way. */
    private boolean isIn(int ring, int at) {
        int before = -1;
        for (int h = first[at]; h >= 0; h = chain[h]) {
            if (gone[h]) {
                if (before < 0) first[at] = chain[h];
                else chain[before] = chain[h];
                continue;
            }
            if (ringOf(h) == ring) return true;
            before = h;
        }
        return false;
    }
}
