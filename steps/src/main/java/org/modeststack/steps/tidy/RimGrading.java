package org.modeststack.steps.tidy;

import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.Int2DoubleOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
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

    /** Into so many parts a way between two places is cut to add up spacings. */
    private static final int PARTS = 8;

    /**
     * Places along a chain in order.
     *
     * @param arcs how far along it they are, mm
     */
    record Line(IntArrayList vertices, DoubleArrayList arcs, double length, boolean isClosed) {}

    private final List<double[]> arcs;
    private final List<double[]> factors;

    private RimGrading(List<double[]> arcs, List<double[]> factors) {
        this.arcs = arcs;
        this.factors = factors;
    }

    /**
     * @param lines of each chain of the rim
     * @param nets the collars that came out
     * @param ring how deep a ring is where there is room, mm
     * @return null where there is room everywhere
     */
    static @Nullable RimGrading of(List<Line> lines, List<BandNet> nets, double spacing, double ring) {
        Int2DoubleOpenHashMap reached = new Int2DoubleOpenHashMap();
        reached.defaultReturnValue(Double.NaN);
        for (BandNet net : nets)
            for (Band band : net.bands()) for (Station s : band.stations()) reached.put(s.vertex(), s.reached());
        double least = 1;
        List<double[]> arcs = new ArrayList<>(), factors = new ArrayList<>();
        for (Line line : lines) {
            DoubleArrayList at = new DoubleArrayList(), factor = new DoubleArrayList();
            for (int i = 0; i < line.vertices.size(); i++) {
                double share = reached.get(line.vertices.getInt(i));
                if (Double.isNaN(share)) continue;
                at.add(line.arcs.getDouble(i));
                factor.add(Math.clamp(LONGEST * ring * share / spacing, NEAREST, 1));
            }
            if (at.isEmpty()) {
                at.add(0);
                factor.add(1);
            }
            if (line.isClosed) {
                at.add(at.getDouble(0) + line.length);
                factor.add(factor.getDouble(0));
            }
            double[] a = at.toDoubleArray(), f = factor.toDoubleArray();
            for (int turn = 0; turn < 2; turn++) smooth(a, f, spacing, line.isClosed);
            for (double x : f) least = Math.min(least, x);
            arcs.add(a);
            factors.add(f);
        }
        return least < WORTH ? new RimGrading(arcs, factors) : null;
    }

    private static void smooth(double[] at, double[] f, double spacing, boolean isClosed) {
        int n = f.length;
        for (int i = 1; i < n; i++) f[i] = Math.min(f[i], f[i - 1] + GROWTH * (at[i] - at[i - 1]) / spacing);
        for (int i = n - 2; i >= 0; i--) f[i] = Math.min(f[i], f[i + 1] + GROWTH * (at[i + 1] - at[i]) / spacing);
        if (isClosed) f[0] = f[n - 1] = Math.min(f[0], f[n - 1]);
    }

    /** What the spacing is multiplied by so far along a chain, mm. */
    private double factor(int chain, double arc) {
        double[] at = arcs.get(chain), f = factors.get(chain);
        int n = at.length;
        // A closed chain is told from its first place on, round to that again.
        double x = arc;
        double length = at[n - 1] - at[0];
        if (n > 1 && x < at[0]) x += length;
        if (n > 1 && x > at[n - 1]) x -= length;
        int i = Arrays.binarySearch(at, x);
        if (i >= 0) return f[i];
        i = -i - 1;
        if (i == 0) return f[0];
        if (i == n) return f[n - 1];
        double share = (x - at[i - 1]) / (at[i] - at[i - 1]);
        return f[i - 1] + share * (f[i] - f[i - 1]);
    }

    /**
     * Ways from one place of a chain at which places are to be on the way to another, both not included.
     *
     * @param least into how many pieces it is cut at least
     */
    double[] between(int chain, double from, double to, double spacing, int least) {
        int n = (int) Math.ceil((to - from) / (NEAREST * spacing)) * PARTS / 4 + PARTS;
        double[] sum = new double[n + 1];
        double step = (to - from) / n;
        for (int i = 0; i < n; i++) sum[i + 1] = sum[i] + step / (spacing * factor(chain, from + (i + 0.5) * step));
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
