package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.BitSet;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.rail.Arm;
import org.modeststack.steps.rail.BandSides;
import org.modeststack.steps.rail.EdgeChain;
import org.modeststack.steps.rail.StationRule;
import org.modeststack.steps.surface.SurfaceWalk;

/**
 * Cuts a collar across where its rim was spaced, and leaves places out where rows would pass each other.
 *
 * @param places vertices of the mesh
 * @param corners those that are corners of the rim
 */
record CollarRows(BitSet places, BitSet corners) implements StationRule {
    /** A row that gets on by less than this share of what the rim does passes another. */
    private static final double PASSING = 0.2;

    private static final int ROUNDS = 24;

    @Override
    public boolean goesStraight() {
        return true;
    }

    @Override
    public Ends ends() {
        return Ends.ON_SURFACE;
    }

    @Override
    public boolean crossesCorners() {
        return false;
    }

    @Override
    public Chosen choose(Mesh mesh, EdgeChain chain, BandSides sides, IntToDoubleFunction width, SurfaceWalk walk) {
        int[] at = IntStream.range(0, chain.size())
                .filter(i -> chain.isEnd(i) || places.get(chain.vertex(i)))
                .toArray();
        int fewest = chain.isClosed() ? 3 : 2;
        // Round less than a triangle there is no inside.
        if (at.length < fewest) at = IntStream.range(0, chain.size()).toArray();
        CollarArms left = new CollarArms(mesh, chain, sides, false, corners, width, walk);
        CollarArms right = new CollarArms(mesh, chain, sides, true, corners, width, walk);
        for (int round = 0; ; round++) {
            Work.checkpoint();
            Arm[] onLeft = left.of(at), onRight = right.of(at);
            int[] fewer = round < ROUNDS ? without(at, chain, left, onLeft, right, onRight) : at;
            if (fewer.length == at.length || fewer.length < fewest) {
                double[] shares = left.shares();
                for (int k = 0; k < shares.length; k++) shares[k] = Math.min(shares[k], right.shares()[k]);
                return new Chosen(at, onLeft, onRight, shares);
            }
            at = fewer;
        }
    }

    /** Leaves out of each two whose rows pass each other the one that is less of a corner, no two beside each other. */
    private static int[] without(
            int[] at, EdgeChain chain, CollarArms left, Arm[] onLeft, CollarArms right, Arm[] onRight) {
        int m = at.length;
        BitSet out = new BitSet();
        for (int k = 0; k < (chain.isClosed() ? m : m - 1); k++) {
            int l = (k + 1) % m;
            if (out.get(k) || out.get(l)) continue;
            double gets = Math.min(
                    left.progress(at[k], onLeft[k], at[l], onLeft[l]),
                    right.progress(at[k], onRight[k], at[l], onRight[l]));
            if (gets > PASSING) continue;
            // Two corners stay, however near they are to each other.
            if (left.isCorner(at[k]) && left.isCorner(at[l])) continue;
            boolean first = left.isCorner(at[l])
                    || !left.isCorner(at[k])
                            && left.turn(at[k]) + right.turn(at[k]) < left.turn(at[l]) + right.turn(at[l]);
            out.set(first ? k : l);
        }
        IntArrayList fewer = new IntArrayList();
        for (int k = 0; k < m; k++) if (!out.get(k)) fewer.add(at[k]);
        return fewer.toIntArray();
    }
}
