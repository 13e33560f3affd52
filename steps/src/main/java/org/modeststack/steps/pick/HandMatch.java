package org.modeststack.steps.pick;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.Bounds;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;

/**
 * Finds elements picked by hand again: by key; where the key is gone, by what the steps below have made of the element
 * ({@link Descent}); where that is not known, by place and direction. Whether places are compared as they are or in
 * proportion to the mesh's bounds is told by what is still known by its key; where neither fits it, nothing is looked
 * for. An element counts as found only where exactly one that nobody else claims lies within half its size and looks the
 * same way: a pick that cannot be sure is lost and said so, rather than silently wrong.
 */
final class HandMatch {
    /** How far directions may differ, as a cosine: 25 degrees. */
    private static final double SAME_WAY = Math.cos(Math.toRadians(25));

    /** A mesh whose known vertices are farther than this share of its size from where they should be went elsewhere. */
    private static final double ASTRAY = 0.02;

    private HandMatch() {}

    static Picked of(Mesh mesh, ElementKind kind, Rule.Hand hand) {
        BitSet out = new BitSet();
        KeyIndex index = KeyIndex.of(mesh);
        List<Anchor> missing = new ArrayList<>();
        BitSet done = wholes(mesh, kind, hand, out);
        stretches(mesh, kind, hand, done, out);
        // A whole or a stretch may have been cut in two, or framed: then what its elements have become is more than it.
        List<Anchor> changed = new ArrayList<>();
        for (int i = 0; i < hand.anchors().size(); i++) {
            Anchor a = hand.anchors().get(i);
            int at = index.find(kind, a.key());
            if (at >= 0 && a.hasEnds(mesh, kind, at)) out.set(at);
            else (done.get(i) ? changed : missing).add(a);
        }
        if (!changed.isEmpty()) follow(mesh, kind, changed, out);
        if (!missing.isEmpty()) follow(mesh, kind, missing, out);
        int found = missing.isEmpty() || mesh.isEmpty() ? 0 : byPlace(mesh, kind, hand, missing, out);
        return new Picked(new Selection(kind, out), hand.anchors().size(), found, missing.size() - found);
    }

    /**
     * Adds what was picked as a whole.
     *
     * @return which elements need not be looked for any more
     */
    private static BitSet wholes(Mesh mesh, ElementKind kind, Rule.Hand hand, BitSet out) {
        BitSet done = new BitSet();
        for (Whole w : hand.wholes()) {
            BitSet now = w.on(mesh, kind, hand.anchors());
            if (now == null) continue;
            out.or(now);
            done.or(w.members());
        }
        return done;
    }

    /** The same for what hangs together, where not all of its elements are as they were. */
    private static void stretches(Mesh mesh, ElementKind kind, Rule.Hand hand, BitSet done, BitSet out) {
        for (Stretch s : hand.stretches()) {
            if (s.members().stream()
                    .allMatch(i -> isThere(mesh, kind, hand.anchors().get(i)))) continue;
            BitSet now = s.on(mesh, kind);
            if (now == null) continue;
            out.or(now);
            done.or(s.members());
        }
    }

    private static boolean isThere(Mesh mesh, ElementKind kind, Anchor a) {
        int at = KeyIndex.of(mesh).find(kind, a.key());
        return at >= 0 && a.hasEnds(mesh, kind, at);
    }

    /** The same pick by elements that the mesh has, where what was picked has been divided; lost ones stay as they are. */
    static Rule.Hand settled(Mesh mesh, ElementKind kind, Rule.Hand hand) {
        List<Anchor> anchors = hand.anchors();
        Picked now = hand.wholes().isEmpty() ? null : of(mesh, kind, hand);
        if (now != null && now.lost() == 0) return Rule.Hand.of(mesh, now.selection());
        IntArrayList[] heirs = Descent.of(mesh, kind, anchors);
        KeyIndex index = KeyIndex.of(mesh);
        Set<Anchor> out = new LinkedHashSet<>();
        boolean same = true;
        for (int i = 0; i < heirs.length; i++) {
            int at = index.find(kind, anchors.get(i).key());
            same &= heirs[i].isEmpty() || at >= 0 && heirs[i].equals(IntArrayList.of(at));
            if (heirs[i].isEmpty()) out.add(anchors.get(i));
            heirs[i].forEach(e -> out.add(Anchor.of(mesh, kind, e)));
        }
        return same ? hand : new Rule.Hand(List.copyOf(out), mesh.bounds(), Witness.of(mesh));
    }

    /** Adds what has taken the place of missing elements to {@code out}; leaves those that have no heirs. */
    private static void follow(Mesh mesh, ElementKind kind, List<Anchor> missing, BitSet out) {
        IntArrayList[] heirs = Descent.of(mesh, kind, missing);
        List<Anchor> left = new ArrayList<>();
        for (int i = 0; i < heirs.length; i++) {
            heirs[i].forEach(out::set);
            if (heirs[i].isEmpty()) left.add(missing.get(i));
        }
        missing.clear();
        missing.addAll(left);
    }

    /**
     * Adds what is found to {@code out}.
     *
     * @return how many
     */
    private static int byPlace(Mesh mesh, ElementKind kind, Rule.Hand hand, List<Anchor> missing, BitSet out) {
        Bounds from = from(mesh, kind, hand);
        if (from == null) return 0;
        PlaceIndex places = PlaceIndex.of(mesh, kind);
        BitSet kept = (BitSet) out.clone();
        int found = 0;
        IntArrayList near = new IntArrayList();
        for (Anchor a : missing) {
            Vec3 place = proportion(a.place(), from, mesh.bounds());
            double stretch = stretch(from, mesh.bounds());
            double reach = 0.5 * a.size() * stretch + 1e-9;
            places.near(place, reach, near);
            int best = -1;
            double bestFar = Double.POSITIVE_INFINITY, secondFar = Double.POSITIVE_INFINITY;
            for (int i = 0; i < near.size(); i++) {
                int e = near.getInt(i);
                if (kept.get(e) || out.get(e) || !sameWay(mesh, kind, e, a.way())) continue;
                double far = Anchor.place(mesh, kind, e).minus(place).length();
                if (far < bestFar) {
                    secondFar = bestFar;
                    bestFar = far;
                    best = e;
                } else {
                    secondFar = Math.min(secondFar, far);
                }
            }
            // Two that are about as near: nobody can say which was meant.
            if (best < 0 || bestFar > 0.5 * secondFar) continue;
            out.set(best);
            found++;
        }
        return found;
    }

    /**
     * The bounds from which places are taken over in proportion: the old ones where the mesh has grown as a whole, the
     * present ones where it is where it was; null where what is known fits neither.
     */
    private static @Nullable Bounds from(Mesh mesh, ElementKind kind, Rule.Hand hand) {
        List<Vec3> was = new ArrayList<>(), is = new ArrayList<>();
        KeyIndex index = KeyIndex.of(mesh);
        for (Witness w : hand.witnesses()) {
            int v = index.find(ElementKind.VERTEX, w.key());
            if (v < 0) continue;
            was.add(w.place());
            is.add(mesh.point(v));
        }
        for (Anchor a : hand.anchors()) {
            int e = index.find(kind, a.key());
            if (e < 0) continue;
            was.add(a.place());
            is.add(Anchor.place(mesh, kind, e));
        }
        Bounds now = mesh.bounds();
        if (was.isEmpty()) return hand.box();
        double stayed = error(was, is, now, now), grown = error(was, is, hand.box(), now);
        if (Math.min(stayed, grown) > ASTRAY * now.diagonal()) return null;
        return stayed <= grown ? now : hand.box();
    }

    /** The median distance from where known elements should be. */
    private static double error(List<Vec3> was, List<Vec3> is, Bounds from, Bounds to) {
        double[] d = new double[was.size()];
        for (int i = 0; i < d.length; i++)
            d[i] = proportion(was.get(i), from, to).minus(is.get(i)).length();
        Arrays.sort(d);
        return d[d.length / 2];
    }

    private static boolean sameWay(Mesh mesh, ElementKind kind, int e, Vec3 way) {
        double dot = Anchor.way(mesh, kind, e).dot(way);
        // An edge has no front.
        return (kind == ElementKind.EDGE ? Math.abs(dot) : dot) >= SAME_WAY || way.equals(Vec3.ZERO);
    }

    /** The place in the new bounds that is what it was in the old ones. */
    private static Vec3 proportion(Vec3 p, Bounds from, Bounds to) {
        return new Vec3(
                scaled(p.x(), from.minX(), from.maxX(), to.minX(), to.maxX()),
                scaled(p.y(), from.minY(), from.maxY(), to.minY(), to.maxY()),
                scaled(p.z(), from.minZ(), from.maxZ(), to.minZ(), to.maxZ()));
    }

    private static double scaled(double x, double a, double b, double c, double d) {
        return b - a > 0 ? c + (x - a) / (b - a) * (d - c) : x - a + c;
    }

    private static double stretch(Bounds from, Bounds to) {
        double a = from.diagonal();
        return a > 0 ? to.diagonal() / a : 1;
    }
}
