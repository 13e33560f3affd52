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
 * Finds elements picked by hand again: what they are the whole of ({@link Whole}) or a stretch of ({@link Stretch}) as
 * that; others by key; where the key is gone, by what the steps below have made of the element ({@link Descent}); where
 * that is not known, by place and direction, if what is still known by its key tells that the mesh is where it was. An
 * element counts as found only
 * where exactly one that nobody else claims lies within half its size and looks the same way, and elements that were picked
 * together must be about as much of their surface as they were: a pick that cannot be sure is lost and said so, rather than
 * silently wrong.
 */
final class HandMatch {
    /** How far from where it was an element may be that is found by its place, as a share of its size. */
    private static final double NEAR = 0.5;

    /** The same for elements that were one thing of which nothing else is left. */
    private static final double NEARLY = 0.1;

    /** How far directions may differ, as a cosine: 25 degrees. */
    private static final double SAME_WAY = Math.cos(Math.toRadians(25));

    /** How much smaller a share of a surface may become without a word; it may grow as much. */
    private static final double LESS = 0.7;

    /** How much it may differ where elements are followed by keys that others may have by now. */
    private static final double UNSURE = 0.1;

    /** A mesh whose known vertices are farther than this share of its size from where they should be went elsewhere. */
    private static final double ASTRAY = 0.02;

    /** @param loops whether what is meant are the loops of what was picked, so that another edge of the same line will do */
    static Picked of(Mesh mesh, ElementKind kind, Rule.Hand hand, boolean loops) {
        HandMatch match = new HandMatch(mesh, kind, hand);
        match.follow(loops);
        return new Picked(
                new Selection(kind, match.out), hand.anchors().size(), match.found, match.lost, match.ghosts());
    }

    private final Mesh mesh;
    private final ElementKind kind;
    private final Rule.Hand hand;
    private final BitSet out = new BitSet();
    /** For each picked element what it is now, none where it is gone; and whether it is just what it was. */
    private final IntArrayList[] become;

    private final BitSet unchanged = new BitSet();
    /** Those that are followed by their key alone, which others may have by now. */
    private final BitSet unsure = new BitSet();
    /** The elements that are accounted for. */
    private final BitSet done = new BitSet();

    /** The elements that something was found for by its place. */
    private final BitSet replaced = new BitSet();

    private int found;
    /** How many are gone, or no longer all of what they were. */
    private int lost;

    private HandMatch(Mesh mesh, ElementKind kind, Rule.Hand hand) {
        this.mesh = mesh;
        this.kind = kind;
        this.hand = hand;
        become = new IntArrayList[hand.anchors().size()];
    }

    /** Follows wholes and stretches as such, others one by one. */
    private void follow(boolean loops) {
        becomeOf();
        if (loops) parts();
        List<Whole> wholes =
                hand.wholes().stream().filter(w -> w.extent().isWhole()).toList();
        // Between vertices that are all there others may lie by now.
        List<Stretch> stretches = hand.stretches().stream()
                .filter(s -> kind == ElementKind.VERTEX || !unchanged(s.members()))
                .toList();
        // What is found as a whole is, though it may be a part of another that is not.
        List<Whole> lostWholes = new ArrayList<>();
        List<Stretch> lostStretches = new ArrayList<>();
        for (Whole w : wholes) if (!take(w.members(), w.on(mesh, kind, hand.anchors()))) lostWholes.add(w);
        for (Stretch s : stretches) if (!take(s.members(), asMuch(s, s.on(mesh, kind)))) lostStretches.add(s);
        for (Whole w : lostWholes) follow(w.members(), 1);
        for (Stretch s : lostStretches) if (!open(s.members()).isEmpty()) follow(s.members(), s.share());
        BitSet all = new BitSet();
        all.set(0, become.length);
        BitSet rest = open(all);
        BitSet gone = gone(rest);
        out.or(become(rest));
        BitSet again = byPlace(gone, out, NEAR);
        replaced.or(again);
        found += again.cardinality();
        lost += gone.cardinality() - again.cardinality();
    }

    /** What lies within an outline or along a row if it is about as much as it was; else some of its vertices were others. */
    private @Nullable BitSet asMuch(Stretch s, @Nullable BitSet now) {
        return now == null || isAsMuch(Stretch.share(mesh, kind, now) / s.share()) ? now : null;
    }

    /** What was lost as it was: elements of which nothing is picked now. */
    private List<Anchor> ghosts() {
        if (lost == 0) return List.of();
        List<Anchor> all = new ArrayList<>();
        for (int i = 0; i < become.length; i++)
            if (!replaced.get(i) && !become[i].intStream().anyMatch(out::get))
                all.add(hand.anchors().get(i));
        return all;
    }

    /**
     * Takes the line that an edge was picked for where its loop was just that: how faces are divided beside it does not
     * matter then. Else the nearest edge of the same line where the edge itself is not there any more.
     */
    private void parts() {
        for (Whole w : hand.wholes()) {
            int i = w.members().nextSetBit(0);
            boolean loop = w.extent() == Whole.Extent.LOOP;
            if (w.extent().isWhole() || unchanged.get(i) && !loop) continue;
            BitSet line = w.on(mesh, kind, hand.anchors());
            if (line == null) continue;
            done.set(i);
            if (loop) {
                become[i] = new IntArrayList(line.stream().toArray());
                out.or(line);
                continue;
            }
            Vec3 place = hand.anchors().get(i).place();
            int best = -1;
            double least = Double.POSITIVE_INFINITY;
            for (int e = line.nextSetBit(0); e >= 0; e = line.nextSetBit(e + 1)) {
                double far = Anchor.place(mesh, kind, e).minus(place).length();
                if (far >= least) continue;
                least = far;
                best = e;
            }
            become[i] = IntArrayList.of(best);
            out.set(best);
        }
    }

    /** Takes what elements that were picked together are now; false where that is not known. */
    private boolean take(BitSet members, @Nullable BitSet now) {
        if (now == null) return false;
        // It may have been cut in two, or framed: then what its elements have become, as far as that is sure, is more
        // than it.
        BitSet sure = (BitSet) members.clone();
        sure.andNot(unsure);
        out.or(become(sure));
        out.or(now);
        done.or(members);
        return true;
    }

    /** Finds what each element is now by its key, or by what the steps below have made of it. */
    private void becomeOf() {
        List<Anchor> changed = new ArrayList<>();
        IntArrayList which = new IntArrayList();
        for (int i = 0; i < become.length; i++) {
            Anchor a = hand.anchors().get(i);
            int at = KeyIndex.of(mesh).find(kind, a.key());
            if (at >= 0 && a.hasEnds(mesh, kind, at)) {
                become[i] = IntArrayList.of(at);
                unchanged.set(i);
            } else {
                changed.add(a);
                which.add(i);
            }
        }
        if (changed.isEmpty()) return;
        BitSet alike = new BitSet();
        IntArrayList[] heirs = Descent.of(mesh, kind, changed, alike);
        for (int i = 0; i < heirs.length; i++) become[which.getInt(i)] = heirs[i];
        alike.stream().forEach(i -> unsure.set(which.getInt(i)));
    }

    private boolean unchanged(BitSet members) {
        return members.stream().allMatch(unchanged::get);
    }

    /** Those that are not accounted for yet. */
    private BitSet open(BitSet members) {
        BitSet left = (BitSet) members.clone();
        left.andNot(done);
        return left;
    }

    private BitSet become(BitSet members) {
        BitSet all = new BitSet();
        members.stream().forEach(i -> become[i].forEach(all::set));
        return all;
    }

    private BitSet gone(BitSet members) {
        BitSet all = new BitSet();
        members.stream().filter(i -> become[i].isEmpty()).forEach(all::set);
        return all;
    }

    /**
     * Follows elements that were picked together one by one, since what they are together is not known.
     *
     * @param share how much of a surface or a line they were
     */
    private void follow(BitSet members, double share) {
        BitSet each = become(members), open = open(members);
        done.or(members);
        BitSet gone = gone(open);
        BitSet more = (BitSet) each.clone();
        // Vertices have no size by which to tell whether it is all of them.
        // Where none of them is there any more, others lie near where they were by chance.
        double reach = each.isEmpty() ? NEARLY : NEAR;
        BitSet again = kind == ElementKind.VERTEX ? new BitSet() : byPlace(gone, more, reach);
        double part = !again.isEmpty() ? Stretch.share(mesh, kind, more) / share : 0;
        // What is found by its place is only believed where it is as much of the same kind of thing.
        if (part > 0 && isAsMuch(part)) {
            out.or(more);
            replaced.or(again);
            found += again.cardinality();
            lost += gone.cardinality() - again.cardinality();
            return;
        }
        lost += gone.cardinality();
        if (each.isEmpty()) return;
        boolean sure = !members.intersects(unsure);
        part = sure ? 1 : Stretch.share(mesh, kind, each) / share;
        int left = open.cardinality() - gone.cardinality();
        if (Math.abs(1 - part) < UNSURE) {
            out.or(each);
        } else if (gone(members).isEmpty()) {
            // All have their keys, and are yet a part of what they were together, or far more: they are named alike.
            lost += left;
        } else {
            out.or(each);
            lost += part > 1 || part < 0 ? left : (int) Math.round(left * (1 - part));
        }
    }

    /**
     * Whether it is about as much as it was.
     *
     * @param part how much it is now over how much it was; below 0 where a line was and is none now, or the other way
     *     round, which says nothing
     */
    private static boolean isAsMuch(double part) {
        return part < 0 || part > LESS && part < 1 / LESS;
    }

    /** The same pick by elements that the mesh has, where what was picked has been divided; lost ones stay as they are. */
    static Rule.Hand settled(Mesh mesh, ElementKind kind, Rule.Hand hand) {
        List<Anchor> anchors = hand.anchors();
        // Vertices may be meant in their order.
        Picked now = hand.wholes().isEmpty() || kind == ElementKind.VERTEX ? null : of(mesh, kind, hand, false);
        if (now != null && now.lost() == 0) return Rule.Hand.of(mesh, now.selection());
        IntArrayList[] heirs = Descent.of(mesh, kind, anchors, new BitSet());
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

    /**
     * Adds what is found to {@code out}.
     *
     * @param reach how far it may be from where it was, as a share of its size
     * @return for which of the elements
     */
    private BitSet byPlace(BitSet missing, BitSet out, double reach) {
        BitSet found = new BitSet();
        if (missing.isEmpty() || mesh.isEmpty()) return found;
        if (!hasStayed(mesh, kind, hand)) return found;
        PlaceIndex places = PlaceIndex.of(mesh, kind);
        BitSet kept = (BitSet) out.clone();
        IntArrayList near = new IntArrayList();
        for (int i = missing.nextSetBit(0); i >= 0; i = missing.nextSetBit(i + 1)) {
            Anchor a = hand.anchors().get(i);
            places.near(a.place(), reach * a.size() + 1e-9, near);
            int best = -1;
            double bestFar = Double.POSITIVE_INFINITY, secondFar = Double.POSITIVE_INFINITY;
            for (int n = 0; n < near.size(); n++) {
                int e = near.getInt(n);
                if (kept.get(e) || out.get(e) || !sameWay(mesh, kind, e, a.way())) continue;
                double far = Anchor.place(mesh, kind, e).minus(a.place()).length();
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
            found.set(i);
        }
        return found;
    }

    /**
     * Whether a mesh is where it was, by what is still known of it: then places can be compared. In one that has grown,
     * things lie in proportion only where all has grown alike, which nobody can tell; and of another mesh altogether,
     * what lies at the same place is something else.
     */
    private static boolean hasStayed(Mesh mesh, ElementKind kind, Rule.Hand hand) {
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
        if (was.isEmpty()) return false;
        double stayed = error(was, is, now, now);
        return stayed <= error(was, is, hand.box(), now) && stayed <= ASTRAY * now.diagonal();
    }

    /** The median distance from where known elements should be. */
    private static double error(List<Vec3> was, List<Vec3> is, Bounds from, Bounds to) {
        double[] d = new double[was.size()];
        for (int i = 0; i < d.length; i++)
            d[i] = from.inProportion(was.get(i), to).minus(is.get(i)).length();
        Arrays.sort(d);
        return d[d.length / 2];
    }

    private static boolean sameWay(Mesh mesh, ElementKind kind, int e, Vec3 way) {
        double dot = Anchor.way(mesh, kind, e).dot(way);
        // An edge has no front.
        return (kind == ElementKind.EDGE ? Math.abs(dot) : dot) >= SAME_WAY || way.equals(Vec3.ZERO);
    }
}
