package org.modeststack.steps.combine.arrange;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Joins fragments of one face to as few simple polygons as taking out one line after the other, the longest first, can
 * reach. A line stays where without it a polygon would meet itself, as round a hole.
 */
final class FaceMerge {
    /** A simple polygon: its points, and for each the fragment along the side that leaves it. */
    record Ring(IntArrayList points, IntArrayList fragments) {}

    private final Points points;
    private final List<Ring> rings = new ArrayList<>();
    private final int[] owner;

    FaceMerge(Points points, Fragments fragments, IntArrayList kept) {
        this.points = points;
        owner = new int[kept.size()];
        Long2IntOpenHashMap left = new Long2IntOpenHashMap();
        left.defaultReturnValue(-1);
        for (int i = 0; i < kept.size(); i++) {
            int f = kept.getInt(i);
            owner[i] = i;
            IntArrayList ring = new IntArrayList(3), from = new IntArrayList(3);
            for (int k = 0; k < 3; k++) {
                ring.add(fragments.corner(f, k));
                from.add(f);
                left.put(Edges.directed(fragments.corner(f, k), fragments.corner(f, (k + 1) % 3)), i);
            }
            rings.add(new Ring(ring, from));
        }
        if (kept.size() == 1) return;
        List<long[]> lines = new ArrayList<>();
        left.keySet().forEach(e -> {
            int p = Edges.from(e), q = Edges.to(e);
            if (p < q && left.get(Edges.directed(q, p)) >= 0) {
                lines.add(new long[] {
                    e, left.get(e), left.get(Edges.directed(q, p)), Double.doubleToLongBits(length(p, q))
                });
            }
        });
        lines.sort(Comparator.<long[]>comparingDouble(l -> -Double.longBitsToDouble(l[3]))
                .thenComparingLong(l -> l[0]));
        for (long[] l : lines) {
            int r = find((int) l[1]), s = find((int) l[2]);
            if (r != s) join(r, s, Edges.from(l[0]), Edges.to(l[0]));
        }
    }

    List<Ring> rings() {
        List<Ring> out = new ArrayList<>();
        for (int i = 0; i < owner.length; i++) if (owner[i] == i) out.add(rings.get(i));
        return out;
    }

    private int find(int i) {
        while (owner[i] != i) i = owner[i] = owner[owner[i]];
        return i;
    }

    private double length(int p, int q) {
        double s = 0;
        for (int k = 0; k < 3; k++) {
            double d = points.coordinate(p, k) - points.coordinate(q, k);
            s += d * d;
        }
        return s;
    }

    /** Joins ring s to ring r along the whole chain they share round p q, if they share nothing else. */
    private void join(int r, int s, int p, int q) {
        IntArrayList a = rings.get(r).points, b = rings.get(s).points;
        int n = a.size(), m = b.size();
        int i = a.indexOf(p), j = b.indexOf(q);
        // In a the chain runs on from p over q; in b it runs on from q over p, that is backwards.
        int start = i, back = (j + 1) % m, shared = 2;
        while (shared < n && shared < m && a.getInt((start + n - 1) % n) == b.getInt((back + 1) % m)) {
            start = (start + n - 1) % n;
            back = (back + 1) % m;
            shared++;
        }
        int end = (start + shared - 1) % n, front = ((back - shared + 1) % m + m) % m;
        while (shared < n && shared < m && a.getInt((end + 1) % n) == b.getInt((front + m - 1) % m)) {
            end = (end + 1) % n;
            front = (front + m - 1) % m;
            shared++;
        }
        IntOpenHashSet in = new IntOpenHashSet(a);
        int common = 0;
        for (int k = 0; k < m; k++) if (in.contains(b.getInt(k))) common++;
        if (common != shared || n + m - 2 * shared + 2 < 3) return;
        IntArrayList fa = rings.get(r).fragments, fb = rings.get(s).fragments;
        IntArrayList ring = new IntArrayList(n + m), from = new IntArrayList(n + m);
        for (int k = 0; k < n - shared + 1; k++) {
            int at = (end + k) % n;
            ring.add(a.getInt(at));
            from.add(fa.getInt(at));
        }
        // b goes on from the chain's start.
        ring.add(a.getInt(start));
        from.add(fb.getInt(back));
        for (int k = 1; k <= m - shared; k++) {
            int at = (back + k) % m;
            ring.add(b.getInt(at));
            from.add(fb.getInt(at));
        }
        rings.set(r, new Ring(ring, from));
        rings.set(s, null);
        owner[s] = r;
    }
}
