package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.Int2DoubleOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.modeststack.mesh.work.Work;
import org.modeststack.steps.rail.Arm;
import org.modeststack.steps.rail.Band;
import org.modeststack.steps.rail.BandNet;
import org.modeststack.steps.rail.Station;

/**
 * How near to each other places of a rim are to be where a collar has little room, so that its quads are no longer along the
 * rim than they are deep by much. What room there is has been found by a collar with places spaced alike; from there
 * spacings grow slowly, as sizes of elements do in a graded mesh.
 */
final class RimGrading {
    /** Quads are at most so many times as long along the rim as rings are deep. */
    private static final double LONGEST = 4;

    /** Places come together to this share of the spacing at the nearest. */
    private static final double NEAREST = 1.0 / 16;

    /** By what share of the way between them spacings grow. */
    private static final double GROWTH = 0.25;

    /** Where all spacings are at least this share of what they were, it is not worth another collar. */
    private static final double WORTH = 0.7;

    /** Spacings are added up in so many steps for each of the nearest, and in so many more. */
    private static final int STEPS = 2, MORE_STEPS = 8;

    /**
     * Places along a chain in order.
     *
     * @param arcs how far along it they are, mm
     * @param spacing about how far they are from each other, mm
     */
    record Line(IntArrayList vertices, DoubleArrayList arcs, double length, boolean isClosed, double spacing) {
        void add(int vertex, double arc) {
            vertices.add(vertex);
            arcs.add(arc);
        }
    }

    private final List<Sizes> chains;

    private RimGrading(List<Sizes> chains) {
        this.chains = chains;
    }

    /**
     * @param lines of each chain of the rim
     * @param nets the collars that came out
     * @param ring how deep a ring is where there is room, mm
     * @return null where there is room everywhere
     */
    static @Nullable RimGrading of(List<Line> lines, List<BandNet> nets, double ring) {
        Int2DoubleOpenHashMap gaps = new Int2DoubleOpenHashMap();
        for (BandNet net : nets)
            for (Band band : net.bands()) {
                Work.checkpoint();
                for (int k = 0; k < band.size(); k++)
                    gaps.mergeDouble(band.station(k).vertex(), ring * gap(band, k), Math::min);
            }
        List<Sizes> chains = lines.stream().map(l -> Sizes.of(l, gaps)).toList();
        boolean isWorth = chains.stream().anyMatch(s -> s.least() < WORTH);
        return isWorth ? new RimGrading(chains) : null;
    }

    /**
     * How far the places at a station may be from each other, in rings: as far as suits the narrower side; where the other is much
     * wider, so far that quads there are no more often as deep as long than those here are as long as deep.
     */
    private static double gap(Band band, int k) {
        Station s = band.station(k);
        double left = length(band.left()[k], s), right = length(band.right()[k], s);
        double wide = Math.max(left, right), narrow = Math.min(left, right);
        return s.reached() * (narrow > 0 ? Math.max(LONGEST, Math.sqrt(wide / narrow)) : LONGEST);
    }

    private static double length(Arm arm, Station s) {
        return arm.rail(s.scale()).at().minus(s.place()).length();
    }

    /**
     * What the spacing of a chain is multiplied by, linear between places.
     *
     * @param at how far along the chain, rising, mm; of a closed chain from its first place round to that again
     */
    private record Sizes(double[] at, double[] factor, boolean isClosed) {
        /** @param gaps how far from each other places may be at vertices, mm */
        static Sizes of(Line line, Int2DoubleOpenHashMap gaps) {
            Work.checkpoint();
            DoubleArrayList at = new DoubleArrayList(), factor = new DoubleArrayList();
            for (int i = 0; i < line.vertices.size(); i++) {
                int v = line.vertices.getInt(i);
                // Rows that would have passed others were left out.
                if (!gaps.containsKey(v)) continue;
                at.add(line.arcs.getDouble(i));
                factor.add(Math.clamp(gaps.get(v) / line.spacing, NEAREST, 1));
            }
            if (at.isEmpty()) return new Sizes(new double[] {0}, new double[] {1}, false);
            if (line.isClosed) {
                at.add(at.getDouble(0) + line.length);
                factor.add(factor.getDouble(0));
            }
            Sizes out = new Sizes(at.toDoubleArray(), factor.toDoubleArray(), line.isClosed);
            for (int turn = 0; turn < 2; turn++) out.smooth(line.spacing);
            return out;
        }

        private void smooth(double spacing) {
            int last = at.length - 1;
            for (int i = 1; i <= last; i++) limit(i, i - 1, spacing);
            for (int i = last - 1; i >= 0; i--) limit(i, i + 1, spacing);
            if (isClosed) factor[0] = factor[last] = Math.min(factor[0], factor[last]);
        }

        private void limit(int i, int beside, double spacing) {
            factor[i] = Math.min(factor[i], factor[beside] + GROWTH * Math.abs(at[i] - at[beside]) / spacing);
        }

        double least() {
            return Arrays.stream(factor).min().orElse(1);
        }

        double factor(double arc) {
            int last = at.length - 1;
            double length = at[last] - at[0], x = arc;
            if (isClosed && x < at[0]) x += length;
            else if (isClosed && x > at[last]) x -= length;
            int i = Arrays.binarySearch(at, x);
            if (i >= 0) return factor[i];
            i = -i - 1;
            if (i == 0) return factor[0];
            if (i > last) return factor[last];
            double share = (x - at[i - 1]) / (at[i] - at[i - 1]);
            return factor[i - 1] + share * (factor[i] - factor[i - 1]);
        }
    }

    /**
     * Ways from one place of a chain at which places are to be on the way to another, both not included.
     *
     * @param least into how many pieces it is cut at least
     */
    double[] between(int chain, double from, double to, double spacing, int least) {
        int n = STEPS * (int) Math.ceil((to - from) / (NEAREST * spacing)) + MORE_STEPS;
        Sizes sizes = chains.get(chain);
        double[] sum = new double[n + 1];
        double step = (to - from) / n;
        for (int i = 0; i < n; i++) sum[i + 1] = sum[i] + step / (spacing * sizes.factor(from + (i + 0.5) * step));
        if (!(sum[n] > 0)) return new double[0];
        int pieces = Math.max(least, (int) Math.rint(sum[n]));
        double[] out = new double[pieces - 1];
        int i = 0;
        for (int k = 1; k < pieces; k++) {
            double wanted = sum[n] * k / pieces;
            while (sum[i + 1] < wanted) i++;
            out[k - 1] = from + step * (i + (wanted - sum[i]) / (sum[i + 1] - sum[i]));
        }
        return out;
    }
}
