package org.modeststack.steps.rail;

import org.modeststack.steps.surface.SurfaceWalk;

/** Both sides of a chain: the walks along it, and where in them its vertices are. */
public final class BandSides {
    private final EdgeChain chain;
    private final Walks walks;
    private final Walks.Place forward;
    private final Walks.Place back;

    BandSides(EdgeChain chain, Walks walks) {
        this.chain = chain;
        this.walks = walks;
        forward = walks.place(chain.vertex(0), chain.vertex(1));
        back = walks.place(chain.vertex(1), chain.vertex(0));
    }

    /** Where the vertex i of the chain is in the walk along its left. */
    public Walks.Place leftAt(int i) {
        return forward.moved(i);
    }

    /** And along its right, which goes the other way. */
    public Walks.Place rightAt(int i) {
        return back.moved(1 - i);
    }

    /** By how much the chain turns at a vertex, on either side; 0 at its ends. */
    double turn(int i) {
        if (chain.isEnd(i)) return 0;
        Walks.Place l = leftAt(i), r = rightAt(i);
        return Math.max(Math.abs(l.walk().turn(l.index())), Math.abs(r.walk().turn(r.index())));
    }

    /** How far the rails on both sides get on from one vertex to another, the one that does less; see {@link WalkSide#progress}. */
    double progress(int from, Arm left, Arm right, int to, Arm leftTo, Arm rightTo) {
        Walks.Place l = leftAt(from), r = rightAt(to);
        return Math.min(
                l.walk().progress(l.index(), left, leftAt(to).index(), leftTo),
                r.walk().progress(r.index(), rightTo, rightAt(from).index(), right));
    }

    boolean hasSharp(int i) {
        Walks.Place l = leftAt(i), r = rightAt(i);
        return l.walk().hasSharp(l.index()) || r.walk().hasSharp(r.index());
    }

    public Arm left(int before, int i, int after, double width, boolean isFree, SurfaceWalk way) {
        Walks.Place p = leftAt(i);
        return p.walk().arm(leftAt(before).index(), p.index(), leftAt(after).index(), width, width, isFree, way);
    }

    public Arm right(int before, int i, int after, double width, boolean isFree, SurfaceWalk way) {
        Walks.Place p = rightAt(i);
        return p.walk().arm(rightAt(after).index(), p.index(), rightAt(before).index(), width, width, isFree, way);
    }

    /** The way at an end of the chain, which it may share with others. */
    public Arm endArm(int i, boolean onRight) {
        Walks.Place p = onRight ? rightAt(i) : leftAt(i);
        // At the first vertex the left walk goes out and the right one comes in, at the last it is the other way.
        return walks.arm(p, (i == 0) == onRight);
    }
}
