package org.modeststack.bench.rounding;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Measure;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.round.StripTags;

/**
 * Cuts bodies at random poses, bevels the edges of the cut or all edges of the body, and measures how wide the strips have
 * become: how far the vertices of their rails are from the old edges, along the surface. Prints what share of the asked
 * width was reached, by kinds.
 */
public final class RoundingJudge {
    private static final int SEGMENTS = 3;

    /**
     * One case.
     *
     * @param least the least share of the width at any vertex of a rail; 0 where nothing was made
     * @param median of all of them
     * @param full how many of the vertices of rails have at least 95 % of the width, as a share
     */
    record Outcome(
            CutBodies.Case of,
            boolean room,
            double least,
            double median,
            double full,
            int open,
            Validity before,
            Validity shape,
            double aspect,
            double ms) {}

    public static void main(String[] args) throws StepException {
        List<String> words = new ArrayList<>(List.of(args));
        boolean whole = words.remove("whole");
        Extra extra = words.remove("taper") ? Extra.TAPER : words.remove("share") ? Extra.SHARE : Extra.NONE;
        Rails rails = words.remove("beside") ? Rails.BESIDE : Rails.OVER;
        CaseWords cases = CaseWords.of(words, 400);
        List<Outcome> all = new ArrayList<>();
        for (int i = cases.first(); i < cases.end(); i++) {
            Outcome o = judge(cases.make(i), rails, whole, extra);
            if (o == null) continue;
            all.add(o);
            if (cases.each()
                    && (o.room && o.least < 0.95
                            || o.median < 0.5
                            || o.open > 0
                            || !o.shape.isSound()
                            || o.aspect > 20))
                System.out.printf(
                        Locale.ROOT,
                        "%s width %.3f room %b: least %.3f median %.3f, open %d %s aspect %.1f%n",
                        o.of.name(),
                        o.of.width(),
                        o.room,
                        o.least,
                        o.median,
                        o.open,
                        o.shape,
                        o.aspect);
        }
        print(all);
    }

    /** What else is asked of the bevel; then the width is another at every place, and only what is wrong is worth looking at. */
    enum Extra {
        NONE,
        TAPER,
        SHARE
    }

    static Outcome judge(int number, int cutters, Rails rails, boolean whole) throws StepException {
        return judge(CutBodies.of(number, cutters), rails, whole, Extra.NONE);
    }

    /**
     * @param whole whether all edges are bevelled
     * @return null where nothing was cut
     */
    static Outcome judge(CutBodies.Case c, Rails rails, boolean whole, Extra extra) throws StepException {
        if (!CutBodies.isCut(c)) return null;
        RimGeometry rim = whole ? RimGeometry.whole(c) : RimGeometry.of(c);
        if (rim.isEmpty()) return null;
        Step bevel = NamedSteps.step(
                "bevel",
                "where",
                PickText.parse(whole ? "edges: all" : "edges: made \"" + c.rim() + "\""),
                "width",
                c.width(),
                "segments",
                SEGMENTS,
                "rails",
                rails,
                "taper",
                extra == Extra.TAPER ? 0.4 : 1.0,
                "measure",
                extra == Extra.SHARE ? Measure.SHARE : Measure.ALONG);
        // Another seed than the boolean's, as another step has.
        QuietContext context = new QuietContext(99);
        long before = System.nanoTime();
        Mesh out = bevel.apply(c.mesh(), context);
        double ms = (System.nanoTime() - before) / 1e6;
        double[] shares = shares(out, context.madeTag(), rim, c.width());
        Health h = Health.of(out);
        return new Outcome(
                c,
                rim.hasRoom(c.width()),
                shares.length == 0 ? 0 : shares[0],
                shares.length == 0 ? 0 : shares[shares.length / 2],
                shares.length == 0
                        ? 0
                        : Arrays.stream(shares).filter(x -> x >= 0.95).count() / (double) shares.length,
                h.isClosed() ? 0 : 1,
                Validity.of(c.mesh()),
                Validity.of(out),
                aspect(out, context.madeTag()),
                ms);
    }

    /** For each vertex between a strip and what is beside it, its distance from the old rim over the width, ascending. */
    static double[] shares(Mesh out, String made, RimGeometry rim, double width) {
        return rails(out, made).stream()
                .mapToDouble(v -> rim.distance(out.point(v), 4 * width) / width)
                .sorted()
                .toArray();
    }

    /** The vertices between a strip and what is beside it, but not those between it and the face that closes its end. */
    static BitSet rails(Mesh out, String made) {
        BitSet strip = faces(out, made), ends = faces(out, made + StripTags.ENDS);
        Adjacency adj = out.adjacency();
        BitSet rails = new BitSet();
        for (int e = 0; e < adj.edgeCount(); e++) {
            int in = 0, atEnd = 0;
            for (int i = 0; i < adj.edgeSides(e); i++) {
                int f = adj.cornerFace()[adj.edgeCorner(e, i)];
                if (strip.get(f)) in++;
                if (ends.get(f)) atEnd++;
            }
            if (in == 0 || in + atEnd == adj.edgeSides(e)) continue;
            rails.set(adj.edgeLow(e));
            rails.set(adj.edgeHigh(e));
        }
        return rails;
    }

    private static BitSet faces(Mesh m, String name) {
        Tag t = m.tag(name);
        return t == null ? new BitSet() : Selection.of(m, t).elements();
    }

    /**
     * The longest side of a quad of a strip over the shorter one of those along the strip, of the worst quad. What is short
     * across is so by the number of segments and the angle of the edge, beside the length of the edges, which nobody has
     * divided.
     */
    private static double aspect(Mesh m, String made) {
        double worst = 0;
        BitSet strip = faces(m, made);
        for (int f = strip.nextSetBit(0); f >= 0; f = strip.nextSetBit(f + 1)) {
            if (m.sides(f) != 4) continue;
            int first = m.offsets()[f];
            double longest = 0;
            for (int c = first; c < first + 4; c++) longest = Math.max(longest, side(m, c));
            // A strip's faces begin with a side along it.
            worst = Math.max(worst, longest / Math.min(side(m, first), side(m, first + 2)));
        }
        return worst;
    }

    private static double side(Mesh m, int corner) {
        int next = m.adjacency().cornerNext()[corner];
        return m.point(m.corners()[corner]).minus(m.point(m.corners()[next])).length();
    }

    private static void print(List<Outcome> all) {
        System.out.println(
                "| bodies | cut | with room | of these ≥ 95 % wide | least share: median, tenth | rails ≥ 95 % wide | mostly too narrow | open | "
                        + CaseGroups.SHAPE + " | quads > 20 times as long as along the strip | ms, median, most |");
        System.out.println("|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|");
        CaseGroups.byKind(all, Outcome::of).forEach((name, list) -> {
            double[] least = list.stream()
                    .filter(Outcome::room)
                    .mapToDouble(Outcome::least)
                    .sorted()
                    .toArray();
            long wide = list.stream().filter(o -> o.room && o.least >= 0.95).count();
            double[] ms = list.stream().mapToDouble(Outcome::ms).sorted().toArray();
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %d | %d | %d (%.0f %%) | %.2f, %.2f | %.1f %% | %d | %d | %s | %d | %.0f, %.0f |%n",
                    name,
                    list.size(),
                    least.length,
                    wide,
                    100.0 * wide / Math.max(1, least.length),
                    least.length == 0 ? 0 : least[least.length / 2],
                    least.length == 0 ? 0 : least[least.length / 10],
                    100 * list.stream().mapToDouble(Outcome::full).average().orElse(0),
                    list.stream().filter(o -> o.median < 0.5).count(),
                    list.stream().mapToInt(Outcome::open).sum(),
                    CaseGroups.worse(list, Outcome::before, Outcome::shape),
                    list.stream().filter(o -> o.aspect > 20).count(),
                    ms[ms.length / 2],
                    ms[ms.length - 1]);
        });
    }
}
