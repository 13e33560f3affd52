package org.modeststack.steps.tidy;

import java.util.function.IntToDoubleFunction;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.rail.Arm;
import org.modeststack.steps.rail.BandSides;
import org.modeststack.steps.rail.EdgeChain;
import org.modeststack.steps.rail.WalkSide;
import org.modeststack.steps.rail.Walks;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * The rows of a collar on one side of a rim. At corners they go along the sharp edge that leaves there, or half way between
 * the edges before and after; towards corners the rows between lean more and more like the corner's, so that they do not
 * pass it and lie evenly.
 */
final class CollarArms {
    /** A turn on the surface that is a corner, radians. */
    private static final double CORNER = Math.toRadians(28);

    /** Rows lean as far from a corner as this many times what its own leans, */
    private static final double LEANING = 2.5;

    /** and at least so many widths. */
    private static final double NEAR = 1;

    private final Mesh mesh;
    private final EdgeChain chain;
    private final BandSides sides;
    private final boolean isRight;
    private final IntToDoubleFunction width;
    private final SurfaceWalk way;

    /** @param isRight of the chain */
    CollarArms(
            Mesh mesh,
            EdgeChain chain,
            BandSides sides,
            boolean isRight,
            IntToDoubleFunction width,
            SurfaceWalk way) {
        this.mesh = mesh;
        this.chain = chain;
        this.sides = sides;
        this.isRight = isRight;
        this.width = width;
        this.way = way;
    }

    private Walks.Place place(int i) {
        return isRight ? sides.rightAt(i) : sides.leftAt(i);
    }

    private boolean isCorner(int i) {
        if (chain.isEnd(i)) return true;
        Walks.Place p = place(i);
        return p.walk().hasSharp(p.index()) || Math.abs(p.walk().turn(p.index())) > CORNER;
    }

    /** How much a place is needed: more than half of a turn where a sharp edge leaves it or the chain ends. */
    double weight(int i) {
        if (chain.isEnd(i)) return 4 * Math.PI;
        Walks.Place p = place(i);
        double turn = Math.abs(p.walk().turn(p.index()));
        return turn > CORNER || p.walk().hasSharp(p.index()) ? turn + Math.PI : turn;
    }

    /** How far the rail gets on from one place to another, as a share of what the rim does. */
    double progress(int from, Arm first, int to, Arm last) {
        Walks.Place a = place(from), b = place(to);
        return isRight
                ? a.walk().progress(b.index(), last, a.index(), first)
                : a.walk().progress(a.index(), first, b.index(), last);
    }

    /** @param at places in the chain, ascending */
    Arm[] of(int[] at) {
        int m = at.length;
        Arm[] out = new Arm[m];
        double[] shift = new double[m];
        int first = -1;
        for (int k = 0; k < m; k++)
            if (isCorner(at[k])) {
                out[k] = corner(at, k);
                if (first < 0) first = k;
            }
        for (int k = first; k >= 0 && k < (chain.isClosed() ? first + m : m - 1); ) {
            int l = k + 1;
            while (out[l % m] == null) l++;
            lean(at, k, l, out[k % m], out[l % m], shift);
            k = l;
        }
        for (int k = 0; k < m; k++)
            if (out[k] == null) {
                int before = at[(k + (isRight ? 1 : m - 1)) % m], after = at[(k + (isRight ? m - 1 : 1)) % m];
                Walks.Place p = place(at[k]);
                out[k] = p.walk()
                        .leaning(
                                place(before).index(),
                                p.index(),
                                place(after).index(),
                                width.applyAsDouble(at[k]),
                                shift[k],
                                way);
            }
        return out;
    }

    private Arm corner(int[] at, int k) {
        int m = at.length, i = at[k];
        if (chain.isEnd(i)) return sides.endArm(i, isRight);
        int before = at[(k + m - 1) % m], after = at[(k + 1) % m];
        double w = width.applyAsDouble(i);
        return isRight
                ? sides.right(before, i, after, w, false, way)
                : sides.left(before, i, after, w, false, way);
    }

    /** Sets how far on along the walk rails of places between two corners lie. */
    private void lean(int[] at, int from, int to, Arm first, Arm last, double[] shift) {
        int m = at.length;
        double[] gone = new double[to - from + 1];
        for (int k = from; k < to; k++) gone[k - from + 1] = gone[k - from] + along(at[k % m], at[(k + 1) % m]);
        double whole = gone[to - from];
        Walks.Place a = place(at[from % m]), b = place(at[to % m]);
        double w = width.applyAsDouble(at[from % m]), v = width.applyAsDouble(at[to % m]);
        // Both as far into the stretch.
        double into = w * (isRight ? back(a, first) : on(first));
        double out = v * (isRight ? on(last) : back(b, last));
        double near = Math.min(whole, Math.max(NEAR * w, LEANING * Math.abs(into)));
        double far = Math.min(whole, Math.max(NEAR * v, LEANING * Math.abs(out)));
        for (int k = from + 1; k < to; k++) {
            double t = gone[k - from];
            double here = Math.max(0, 1 - t / near) * into - Math.max(0, 1 - (whole - t) / far) * out;
            shift[k % m] = isRight ? -here : here;
        }
    }

    private static double on(Arm arm) {
        return WalkSide.leansOn(arm);
    }

    private static double back(Walks.Place at, Arm arm) {
        return at.walk().leansBack(at.index(), arm);
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
