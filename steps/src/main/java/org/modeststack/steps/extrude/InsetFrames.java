package org.modeststack.steps.extrude;

import java.util.Arrays;
import java.util.BitSet;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.Numbers;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepContext;

/** The frames of an inset, each as wide as asked or held back, and what is to be said of that. */
final class InsetFrames {
    /** What still crosses is made narrower by this, so many times. */
    private static final double NARROWER = 0.6;

    private static final int TRIALS = 8;
    /** Where more faces are inset it is not tried, so that dragging stays quick. */
    private static final int MANY = 5_000;

    private final Inset inset;
    private final Raising raising;
    private final StepContext context;
    private final InsetRule rule;
    /** Those that have an outline. */
    private final BitSet groups = new BitSet();

    private final double[] widths;

    InsetFrames(Inset inset, Raising raising, StepContext context) {
        this.inset = inset;
        this.raising = raising;
        this.context = context;
        rule = new InsetRule(raising);
        widths = new double[raising.groups];
        for (int g = 0; g < raising.groups; g++) {
            if (!rule.hasRim(g)) continue;
            groups.set(g);
            widths[g] = inset.guard() ? rule.widest(g, inset.thickness()) : inset.thickness();
        }
    }

    Mesh build() {
        double[] places = raising.places();
        for (int g = groups.nextSetBit(0); g >= 0; g = groups.nextSetBit(g + 1)) rule.move(g, widths[g], places);
        // The depth goes along the normals of the faces as they were.
        if (inset.depth() != 0)
            for (int g = groups.nextSetBit(0); g >= 0; g = groups.nextSetBit(g + 1))
                EvenOffset.move(raising, g, -inset.depth(), places);
        return raising.build(places, groups, false, context.seed(), context.madeTag());
    }

    /** The same with groups narrower whose faces cross, or as it was where no width mends that. */
    Mesh heldBack(NewCrossings crossings, Mesh asked) {
        if (raising.faces.length > MANY) return asked;
        double[] before = widths.clone();
        NewCrossings left = crossings;
        Mesh out = asked;
        for (int trial = 0; trial < TRIALS && !left.isEmpty(); trial++) {
            context.progress((double) trial / TRIALS);
            BitSet atFault = groupsOf(left, out);
            if (atFault.isEmpty()) break;
            atFault.stream().forEach(g -> widths[g] *= NARROWER);
            out = build();
            left = NewCrossings.between(raising.mesh, out);
        }
        boolean helped = left.count() < crossings.count();
        BitSet lost = helped ? groupsOf(left, out) : groups;
        lost.stream().forEach(g -> widths[g] = before[g]);
        return !helped ? asked : lost.isEmpty() ? out : build();
    }

    private BitSet groupsOf(NewCrossings crossings, Mesh out) {
        int[] group = raising.groupOfMade(out, groups);
        BitSet found = new BitSet();
        crossings.forEachFace(f -> {
            if (group[f] >= 0) found.set(group[f]);
        });
        return found;
    }

    void remark() {
        double[] held = groups.stream()
                .mapToDouble(g -> widths[g])
                .filter(w -> w != inset.thickness())
                .map(Math::abs)
                .toArray();
        if (held.length > 0) {
            double least = Arrays.stream(held).min().orElseThrow() * Math.signum(inset.thickness());
            context.remark(
                    Remark.Level.REMARK,
                    "The frame was held back on " + held.length + " of " + raising.groups + " "
                            + (inset.frames() == Inset.Frames.EACH ? "faces" : "groups") + ", at the least to "
                            + Numbers.show(Math.rint(least * 1000) / 1000) + " mm, so that the inside does not cross"
                            + " itself.");
        }
        int rimless = raising.groups - groups.cardinality();
        if (rimless > 0)
            context.remark(
                    Remark.Level.REMARK,
                    "Faces that go all round a body have no outline to inset; "
                            + (rimless == 1 ? "one group was" : rimless + " groups were") + " left as they are.");
    }
}
