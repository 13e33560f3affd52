package org.modeststack.steps.rail;

import it.unimi.dsi.fastutil.ints.Int2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * Chooses at which vertices of a chain its strip is cut across. A rim that a boolean has cut has vertices wherever it
 * crosses an edge, much nearer to each other than the width: those are taken that its shape needs (D. Douglas, T. Peucker,
 * "Algorithms for the reduction of the number of points required to represent a digitized line", Cartographica 10, 1973),
 * and of those whose rails would pass each other one is left out, which is how the rail inside a tight turn comes to a
 * point.
 */
public final class BandStations {
    /** How far a chain may be from the line between stations, as a share of the width. */
    private static final double STRAY = 0.001;

    /** A turn on the surface that is a corner and has a station, radians. */
    private static final double CORNER = Math.toRadians(30);

    /** A rail that gets on by less than this share of what the chain does is passing another. */
    private static final double PASSING = 0.05;

    /** How far a rail may be from the line between stations, as a share of the width. */
    private static final double BENT = 0.02;

    private static final int REFINED = 6;

    /** Stations nearer to each other than this, as a share of the width, are one, but for those at sharp edges. */
    private static final double NEAR = 0.05;

    /** And those that are this near on one of the rails, even at sharp edges. */
    private static final double TOGETHER = 0.03;

    /** The same where the rail goes back from the one to the other. */
    private static final double TOGETHER_BACK = 0.15;

    /** And where the chain turns by more than {@link #TURNING} in one of them. */
    private static final double NEAR_TURNING = 0.3;

    private static final double TURNING = Math.toRadians(12);

    /** So many widths along a chain two parts of it belong to one corner. */
    private static final double HAIRPIN = 6;

    /** No rail beside a straight chain is so many widths from it. */
    private static final double BEYOND = 1.2;

    private static final int ROUNDS = 24;

    private final Mesh mesh;
    private final EdgeChain chain;
    private final int n;
    private final BandSides sides;
    private final SurfaceWalk walk;
    /** At each vertex of the chain. */
    private final IntToDoubleFunction width;

    private final BitSet more;
    private final int fewest;
    private final double[] turns;
    /** Stations that need not be cut across along the sharp edges that leave them, which would make rails pass each other. */
    private final BitSet free = new BitSet();
    /** For each edge of the chain the place of the vertex before it. */
    private final Int2IntOpenHashMap place = new Int2IntOpenHashMap();

    /**
     * @param width at each vertex of the chain, mm along the surface
     * @param more vertices that are stations too, where rails do not pass each other
     */
    BandStations(
            Mesh mesh, EdgeChain chain, BandSides sides, IntToDoubleFunction width, BitSet more, SurfaceWalk walk) {
        this.more = more;
        this.mesh = mesh;
        this.chain = chain;
        this.sides = sides;
        this.width = width;
        this.walk = walk;
        n = chain.size();
        fewest = chain.isClosed() ? 3 : 2;
        place.defaultReturnValue(-1);
        for (int i = 0; i < chain.edges(); i++) place.put(chain.edge(mesh, i), i);
        turns = new double[n];
        Arrays.setAll(turns, sides::turn);
    }

    /** A station in the making: the place of a vertex in the chain, and the ways to both rails. */
    private record Cut(int at, Arm left, Arm right) {}

    /**
     * The rule of strips with a profile: what the shape of a chain needs.
     *
     * @param more vertices that are stations too, where rails do not pass each other
     */
    public static StationRule byShape(StationRule.Ends ends, BitSet more) {
        return new ByShape(ends, more);
    }

    private record ByShape(Ends ends, BitSet more) implements StationRule {
        @Override
        public Chosen choose(Mesh mesh, EdgeChain chain, BandSides sides, IntToDoubleFunction width, SurfaceWalk walk) {
            BandStations s = new BandStations(mesh, chain, sides, width, more, walk);
            // An edge alone has its ends, and nothing to choose.
            List<Cut> cuts = s.cuts(chain.isClosed() || chain.size() > 2 ? s.find() : List.of(0, 1));
            double[] whole = new double[cuts.size()];
            Arrays.fill(whole, 1);
            return new Chosen(
                    cuts.stream().mapToInt(Cut::at).toArray(),
                    cuts.stream().map(Cut::left).toArray(Arm[]::new),
                    cuts.stream().map(Cut::right).toArray(Arm[]::new),
                    whole);
        }

        @Override
        public boolean goesStraight() {
            return false;
        }

        @Override
        public boolean crossesCorners() {
            return true;
        }
    }

    private List<Integer> find() {
        List<Integer> at = chosen();
        List<Cut> cuts = cuts(at);
        for (int round = 0; round < REFINED; round++) {
            List<Integer> more = refined(cuts);
            if (more.size() == at.size()) break;
            at = more;
            cuts = cuts(at);
        }
        for (int round = 0; round < ROUNDS && at.size() > fewest; round++) {
            int freed = free.cardinality();
            BitSet out = passing(cuts);
            // Those that have come free may not pass each other any more.
            if (free.cardinality() > freed) {
                cuts = cuts(at);
                continue;
            }
            if (out.isEmpty()) break;
            List<Integer> fewer = new ArrayList<>();
            for (int k = 0; k < at.size(); k++)
                if (!out.get(k) || at.size() - out.cardinality() < fewest) fewer.add(at.get(k));
            if (fewer.size() == at.size()) break;
            at = fewer;
            cuts = cuts(at);
        }
        return beside(cuts);
    }

    /** Without those of the further ones whose way goes far beyond the rail, as inside a corner. */
    private List<Integer> beside(List<Cut> cuts) {
        List<Integer> out = new ArrayList<>();
        int left = cuts.size();
        for (Cut c : cuts) {
            double most = BEYOND * width.applyAsDouble(c.at);
            boolean isBeside = c.left.distance() < most && c.right.distance() < most;
            if (isBeside || left <= fewest || !more.get(chain.vertex(c.at)) || isNeeded(c.at) || turns[c.at] > TURNING)
                out.add(c.at);
            else left--;
        }
        return out;
    }

    /** How many pieces lie between so many stations. */
    private int pieces(int stations) {
        return chain.isClosed() ? stations : stations - 1;
    }

    /** With the middle vertex between two stations too, where the rail there is off the line between theirs. */
    private List<Integer> refined(List<Cut> cuts) {
        List<Integer> out = new ArrayList<>();
        int m = cuts.size();
        cuts.forEach(c -> out.add(c.at));
        for (int k = 0; k < pieces(m); k++) {
            Cut a = cuts.get(k), b = cuts.get((k + 1) % m);
            int apart = chain.isClosed() ? Math.floorMod(b.at - a.at, n) : b.at - a.at;
            if (apart < 2) continue;
            int middle = nearestMiddle(a.at, apart);
            Cut c = cut(a.at, middle, b.at);
            double limit = BENT * width.applyAsDouble(middle);
            if (off(a.left, c.left, b.left) > limit || off(a.right, c.right, b.right) > limit) out.add(middle);
        }
        out.sort(null);
        return out;
    }

    /** The vertex that halves the way from one to another best. */
    private int nearestMiddle(int from, int apart) {
        Vec3 a = point(from), b = point(from + apart);
        int best = from + 1;
        double least = Double.POSITIVE_INFINITY;
        for (int i = from + 1; i < from + apart; i++) {
            double uneven =
                    Math.abs(point(i).minus(a).length() - point(i).minus(b).length());
            if (uneven >= least) continue;
            least = uneven;
            best = i;
        }
        return best % n;
    }

    /** How far a rail is from the straight line between those of two others. */
    private static double off(Arm before, Arm arm, Arm after) {
        return arm.rail(1).at().distanceTo(before.rail(1).at(), after.rail(1).at());
    }

    /** Of each two whose rails pass each other the one where the chain turns less, no two beside each other. */
    private BitSet passing(List<Cut> cuts) {
        BitSet out = new BitSet();
        int m = cuts.size();
        for (int k = 0; k < m; k++) {
            Cut a = cuts.get(k);
            int l = (k + 1) % m;
            if (out.get(k) || out.get(l)) continue;
            boolean isBack = turnsBack(a.at, a.left) || turnsBack(a.at, a.right);
            if (isBack && !isNeeded(a.at) && !out.get((k + m - 1) % m)) {
                out.set(k);
                continue;
            }
            if (k == pieces(m)) break;
            Cut b = cuts.get(l);
            Vec3 on = point(b.at).minus(point(a.at));
            boolean turns = Math.max(this.turns[a.at], this.turns[b.at]) > TURNING;
            double wide = width.applyAsDouble(a.at), apart = on.length();
            double progress = sides.progress(a.at, a.left, a.right, b.at, b.left, b.right);
            boolean isTogether = areTogether(a, b);
            boolean isNear = isTogether || apart < (turns ? NEAR_TURNING : NEAR) * wide;
            boolean passes = progress < PASSING || isTogether || isNear && !(isNeeded(a.at) && isNeeded(b.at));
            if (!passes || chain.isEnd(a.at) && chain.isEnd(b.at)) continue;
            if (!isNear && (frees(a.at) || frees(b.at))) continue;
            out.set(weight(a.at) < weight(b.at) ? k : l);
        }
        return out;
    }

    /** Whether two stations are one place on a rail, as good as, or near each other and the later one comes first. */
    private boolean areTogether(Cut a, Cut b) {
        Vec3 on = point(b.at).minus(point(a.at));
        double wide = width.applyAsDouble(a.at);
        return areTogether(a.left, b.left, on, wide) || areTogether(a.right, b.right, on, wide);
    }

    private static boolean areTogether(Arm a, Arm b, Vec3 on, double wide) {
        Vec3 rail = b.rail(1).at().minus(a.rail(1).at());
        return rail.length() < (rail.dot(on) < 0 ? TOGETHER_BACK : TOGETHER) * wide;
    }

    /** Frees a station from the sharp edges that leave it, if it has any and is not free yet. */
    private boolean frees(int i) {
        if (chain.isEnd(i) || !sides.hasSharp(i) || free.get(i)) return false;
        free.set(i);
        return true;
    }

    /** Whether a way comes upon the same chain not far along it: at a sharp corner, whose own way leads on. */
    private boolean turnsBack(int i, Arm arm) {
        int a = place.get(arm.path().end() == SurfacePath.End.RIM ? arm.path().edge() : -1);
        if (a < 0 || arm.room() > 1 - PASSING) return false;
        double far = HAIRPIN * width.applyAsDouble(i);
        if (!chain.isClosed()) return along(Math.min(i, a), Math.abs(i - a)) < far;
        return Math.min(along(i, Math.floorMod(a - i, n)), along(a, Math.floorMod(i - a, n))) < far;
    }

    private double along(int from, int edges) {
        double gone = 0;
        for (int k = 0; k < edges; k++)
            gone += point(from + k + 1).minus(point(from + k)).length();
        return gone;
    }

    /** How much a station is needed. */
    private double weight(int i) {
        return turns[i] + (isNeeded(i) ? Math.PI : 0) + (chain.isEnd(i) ? 3 * Math.PI : 0);
    }

    private boolean isNeeded(int i) {
        return chain.isEnd(i) || sides.hasSharp(i);
    }

    private List<Integer> chosen() {
        BitSet keep = new BitSet();
        for (int i = 0; i < n; i++) if (isNeeded(i) || turns[i] > CORNER || more.get(chain.vertex(i))) keep.set(i);
        if (keep.isEmpty()) keep.set(0);
        if (keep.cardinality() == 1) keep.set(farthest(keep.nextSetBit(0)));
        List<Integer> anchors = new ArrayList<>();
        keep.stream().forEach(anchors::add);
        for (int k = 0; k < pieces(anchors.size()); k++) {
            int from = anchors.get(k), to = anchors.get((k + 1) % anchors.size());
            between(from, to <= from ? to + n : to, keep);
        }
        List<Integer> out = new ArrayList<>();
        keep.stream().forEach(out::add);
        // A strip round less than a triangle has no inside.
        for (int i = 0; out.size() < fewest && i < n; i++) if (!out.contains(i)) out.add(i);
        out.sort(null);
        return out;
    }

    private Vec3 point(int i) {
        return mesh.point(chain.vertex(i));
    }

    private int farthest(int from) {
        int best = (from + 1) % n;
        for (int i = 0; i < n; i++)
            if (point(i).minus(point(from)).length()
                    > point(best).minus(point(from)).length()) best = i;
        return best;
    }

    /** Keeps of the vertices between two as many as the line through them needs. */
    private void between(int from, int to, BitSet keep) {
        Vec3 a = point(from), b = point(to);
        int worst = -1;
        double first = width.applyAsDouble(from % n), last = width.applyAsDouble(to % n), gone = 0;
        double most = STRAY * first, whole = along(from, to - from);
        for (int i = from + 1; i < to; i++) {
            gone += point(i).minus(point(i - 1)).length();
            // Where the width does not change evenly a station is needed too.
            double even = first + (last - first) * gone / whole;
            double far = Math.max(point(i).distanceTo(a, b), Math.abs(width.applyAsDouble(i % n) - even));
            if (far <= most) continue;
            most = far;
            worst = i;
        }
        if (worst < 0) return;
        keep.set(worst % n);
        between(from, worst, keep);
        between(worst, to, keep);
    }

    private List<Cut> cuts(List<Integer> at) {
        int m = at.size();
        List<Cut> out = new ArrayList<>(m);
        for (int k = 0; k < m; k++) out.add(cut(at.get((k + m - 1) % m), at.get(k), at.get((k + 1) % m)));
        return out;
    }

    private Cut cut(int before, int i, int after) {
        if (chain.isEnd(i)) return new Cut(i, sides.endArm(i, false), sides.endArm(i, true));
        double far = width.applyAsDouble(i);
        return new Cut(
                i,
                sides.left(before, i, after, far, free.get(i), walk),
                sides.right(before, i, after, far, free.get(i), walk));
    }
}
