package org.modeststack.steps.tidy;

import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.rail.Arm;
import org.modeststack.steps.rail.BandSides;
import org.modeststack.steps.rail.EdgeChain;
import org.modeststack.steps.rail.Walks;
import org.modeststack.steps.surface.SurfacePath;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * The rows of a collar on one side of a rim. At corners they go along the sharp edge that leaves there, or half way between
 * the edges before and after; towards corners the rows between lean more and more like the corner's, so that they do not
 * pass it and lie evenly. Where rows come together, or upon an edge, the collar is narrower, and widens again beside it.
 */
final class CollarArms {
    /** Towards an acute corner rows lean as far from it as this many times what its own leans; */
    private static final double LEANING = 2.5;

    /** towards others as this many times; */
    private static final double FANNING = 1.2;

    /** and at least so many widths. */
    private static final double NEAR = 1;

    /** A corner's row leans by no more than this many widths along the rim. */
    private static final double WEDGE = 1.2;

    /** Outside a corner a row is no longer than this many widths. */
    private static final double MITRE = 1.25;

    /** A row does not go farther than this share of the way to a sharp edge or a border, */
    private static final double TO_EDGE = 0.6;

    /** nor than this to a rim. */
    private static final double TO_RIM = 0.36;

    /** Rows that get on by less than this share of what the rim does are too near to each other. */
    private static final double CLOSE = 0.35;

    /** Where a collar is too wide it is narrowed by this each time, */
    private static final double NARROWER = 0.8;

    private static final int ROUNDS = 8;

    /** and for each unit along the rim it widens by no more than this. */
    private static final double SLOPE = 0.5;

    private final Mesh mesh;
    private final EdgeChain chain;
    private final BandSides sides;
    private final boolean isRight;
    private final BitSet corners;
    private final IntToDoubleFunction width;
    private final SurfaceWalk way;
    private double[] shares = {};
    /** Rows that were asked for, since most are again when only some become narrower; and what room they have. */
    private final Map<Row, Arm> known = new HashMap<>();

    private final IdentityHashMap<Arm, Double> rooms = new IdentityHashMap<>();

    /**
     * What a row follows from.
     *
     * @param before the place before it in the chain, and {@code after} the one after it
     * @param shift of a corner's not a number
     */
    private record Row(int before, int at, int after, double width, double shift) {}

    /**
     * @param isRight of the chain
     * @param corners vertices of the mesh
     * @param width at each vertex of the chain, mm
     */
    CollarArms(
            Mesh mesh,
            EdgeChain chain,
            BandSides sides,
            boolean isRight,
            BitSet corners,
            IntToDoubleFunction width,
            SurfaceWalk way) {
        this.mesh = mesh;
        this.chain = chain;
        this.sides = sides;
        this.isRight = isRight;
        this.corners = corners;
        this.width = width;
        this.way = way;
    }

    private Walks.Place place(int i) {
        return isRight ? sides.rightAt(i) : sides.leftAt(i);
    }

    boolean isCorner(int i) {
        return chain.isEnd(i) || corners.get(chain.vertex(i));
    }

    /** How much the rim turns at a place on this side, radians. */
    double turn(int i) {
        if (chain.isEnd(i)) return Math.PI;
        Walks.Place p = place(i);
        return Math.abs(p.walk().turn(p.index()));
    }

    /** How far the rail gets on from one place to another, as a share of what the rim does. */
    double progress(int from, Arm first, int to, Arm last) {
        Walks.Place a = place(from), b = place(to);
        return isRight
                ? a.walk().progress(b.index(), last, a.index(), first)
                : a.walk().progress(a.index(), first, b.index(), last);
    }

    /** What share of the width the rows that were last asked for have. */
    double[] shares() {
        return shares;
    }

    /** @param at places in the chain, ascending */
    Arm[] of(int[] at) {
        int m = at.length;
        double[] widths = new double[m];
        Arrays.setAll(widths, k -> width.applyAsDouble(at[k]));
        Arm[] arms = arms(at, widths);
        for (int round = 0; round < ROUNDS; round++) {
            Work.checkpoint();
            double[] narrower = widths.clone();
            for (int k = 0; k < m; k++)
                narrower[k] = Math.min(narrower[k], rooms.computeIfAbsent(arms[k], this::room) * widths[k]);
            for (int k = 0; k < pieces(m); k++) {
                int l = (k + 1) % m;
                double gets = progress(at[k], arms[k], at[l], arms[l]);
                // Where rows come together the outer line is shorter than the rim, and is not to be steeper for that.
                double wider = SLOPE * Math.max(CLOSE, gets) * gap(at, k, l);
                narrower[k] = Math.min(narrower[k], widths[l] + wider);
                narrower[l] = Math.min(narrower[l], widths[k] + wider);
                if (gets >= CLOSE) continue;
                narrower[k] = Math.min(narrower[k], NARROWER * widths[k]);
                narrower[l] = Math.min(narrower[l], NARROWER * widths[l]);
            }
            smooth(at, narrower);
            if (Arrays.equals(narrower, widths)) break;
            widths = narrower;
            arms = arms(at, widths);
        }
        shares = new double[m];
        for (int k = 0; k < m; k++) shares[k] = widths[k] / width.applyAsDouble(at[k]);
        return arms;
    }

    private int pieces(int m) {
        return chain.isClosed() ? m : m - 1;
    }

    /** How much of its distance a row has, so that something is left beyond it. */
    private double room(Arm arm) {
        // What comes from the other side meets it half way, so it matters what is farther than it goes.
        SurfacePath on = way.from(arm.corner(), arm.angle(), arm.distance() / TO_RIM);
        double length = on.length();
        return switch (on.end()) {
            case FREE -> 1;
            case RIM -> Math.min(1, TO_RIM * length / arm.distance());
            case EDGE -> Math.min(1, TO_EDGE * length / arm.distance());
        };
    }

    private void smooth(int[] at, double[] widths) {
        int m = at.length;
        for (int turn = 0; turn < 2; turn++) {
            for (int k = 0; k < pieces(m); k++) follow(at, k, (k + 1) % m, widths);
            for (int k = pieces(m) - 1; k >= 0; k--) follow(at, (k + 1) % m, k, widths);
        }
    }

    private void follow(int[] at, int from, int to, double[] widths) {
        widths[to] = Math.min(widths[to], widths[from] + SLOPE * gap(at, from, to));
    }

    private double gap(int[] at, int k, int l) {
        return mesh.point(chain.vertex(at[l]))
                .minus(mesh.point(chain.vertex(at[k])))
                .length();
    }

    private Arm[] arms(int[] at, double[] widths) {
        int m = at.length;
        Arm[] out = new Arm[m];
        double[] shift = new double[m];
        int first = -1;
        for (int k = 0; k < m; k++)
            if (isCorner(at[k])) {
                int place = k;
                out[k] =
                        known.computeIfAbsent(row(at, k, widths[k], Double.NaN), _ -> corner(at, place, widths[place]));
                if (first < 0) first = k;
            }
        for (int k = first; k >= 0 && k < (chain.isClosed() ? first + m : m - 1); ) {
            int l = k + 1;
            while (out[l % m] == null) l++;
            lean(at, k, l, out, widths, shift);
            k = l;
        }
        for (int k = 0; k < m; k++)
            if (out[k] == null) out[k] = known.computeIfAbsent(row(at, k, widths[k], shift[k]), this::leaning);
        return out;
    }

    private static Row row(int[] at, int k, double width, double shift) {
        int m = at.length;
        return new Row(at[(k + m - 1) % m], at[k], at[(k + 1) % m], width, shift);
    }

    private Arm leaning(Row row) {
        Walks.Place p = place(row.at);
        int from = place(row.before).index(), to = place(row.after).index();
        return p.walk().leaning(isRight ? to : from, p.index(), isRight ? from : to, row.width, row.shift, way);
    }

    private Arm corner(int[] at, int k, double w) {
        int m = at.length, i = at[k];
        if (chain.isEnd(i)) return sides.endArm(i, isRight);
        int before = at[(k + m - 1) % m], after = at[(k + 1) % m];
        Arm arm = corner(before, i, after, w);
        double acute = Math.min(angleTo(i, before, false, arm), angleTo(i, after, true, arm));
        // Towards a narrow wedge the collar is narrower, or its rows would lean far along it.
        double narrow = WEDGE * Math.tan(Math.min(acute, Math.PI / 4));
        if (narrow < 1) return corner(before, i, after, narrow * w);
        // Round the outside of a corner there is no need to go as far as to where both sides of the rail would meet.
        if (acute > Math.PI / 2 && arm.distance() > MITRE * w)
            return new Arm(arm.path(), MITRE * w, arm.corner(), arm.angle());
        return arm;
    }

    private Arm corner(int before, int i, int after, double w) {
        return isRight ? sides.right(before, i, after, w, false, way) : sides.left(before, i, after, w, false, way);
    }

    /** Sets how far on along the walk rails of places between two corners lie. */
    private void lean(int[] at, int from, int to, Arm[] arms, double[] widths, double[] shift) {
        int m = at.length;
        double[] gone = new double[to - from + 1];
        for (int k = from; k < to; k++) gone[k - from + 1] = gone[k - from] + along(at[k % m], at[(k + 1) % m]);
        double whole = gone[to - from];
        Arm first = arms[from % m], last = arms[to % m];
        double w = widths[from % m], v = widths[to % m];
        // Both as far into the stretch.
        double into = first.distance() * Math.cos(angleTo(at[from % m], at[(from + 1) % m], true, first));
        double out = last.distance() * Math.cos(angleTo(at[to % m], at[(to - 1) % m], false, last));
        double near = Math.min(whole, Math.max(NEAR * w, (into > 0 ? LEANING : -FANNING) * into));
        double far = Math.min(whole, Math.max(NEAR * v, (out > 0 ? LEANING : -FANNING) * out));
        for (int k = from + 1; k < to; k++) {
            double t = gone[k - from];
            // A row that is shorter leans as much for what it has.
            double own = widths[k % m];
            double here = Math.max(0, 1 - t / near) * into * Math.min(1, own / w)
                    - Math.max(0, 1 - (whole - t) / far) * out * Math.min(1, own / v);
            shift[k % m] = isRight ? -here : here;
        }
    }

    /**
     * The angle between a row and where another place lies, radians.
     *
     * @param onward whether that comes after along the chain, or before
     */
    private double angleTo(int at, int other, boolean onward, Arm arm) {
        Walks.Place p = place(at), q = place(other);
        return onward == isRight
                ? p.walk().angleBack(p.index(), q.index(), arm)
                : p.walk().angleOn(p.index(), q.index(), arm);
    }

    private double along(int from, int to) {
        int edges = chain.isClosed() ? Math.floorMod(to - from, chain.size()) : to - from;
        if (edges == 0) edges = chain.size();
        double sum = 0;
        for (int i = 0; i < edges; i++)
            sum += mesh.point(chain.vertex(from + i + 1))
                    .minus(mesh.point(chain.vertex(from + i)))
                    .length();
        return sum;
    }
}
