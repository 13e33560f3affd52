package org.modeststack.bench.rounding;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.rounding.PartialRims.Part;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;
import org.modeststack.steps.bevel.Meeting;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.profile.ProfileCurve;

/**
 * Bevels some of the sharp edges of cut bodies, picked as {@link PartialRims} has it, and measures how wide the
 * strips have become where nothing else is near, whether edges there were left out, whether rails are far from the edges
 * anywhere, whether about as much was taken off or filled as there should be, and what is wrong with the outcome.
 */
public final class PartialRimJudge {
    /** Of the widths: rails round a right angle outside meet 1.4 from it, and 2.6 from one of 45 degrees. */
    private static final double FAR = 3;

    /** A volume that is off by more is told, as a share of what is meant. */
    private static final double STRAY = 0.5;

    private static final int SEGMENTS = 3;

    private PartialRimJudge() {}

    /**
     * One case.
     *
     * @param alone edges that nothing else is near
     * @param left how many of these are still there
     * @param least the least share of the width at vertices of rails beside these; 1 where there are none
     * @param most and the most
     * @param farthest how far the vertex of a rail is from the picked edges that is farthest off, wherever it is, as a
     *     multiple of the width
     * @param strayVolume by how much the change of the volume differs from what the cross-sections of the picked edges make
     *     of their lengths, as a share of that and of a width more for each edge that something is at the end of
     */
    record Outcome(
            CutBodies.Case of,
            Part part,
            int picked,
            int alone,
            int left,
            double least,
            double most,
            double farthest,
            double strayVolume,
            int open,
            Validity before,
            Validity shape,
            int remarks) {
        boolean isWide() {
            return left == 0 && least >= 0.95;
        }
    }

    public static void main(String[] args) throws StepException {
        List<String> words = new ArrayList<>(List.of(args));
        Part part = null;
        for (Part p : Part.values()) if (words.remove(p.name().toLowerCase(Locale.ROOT))) part = p;
        CaseWords cases = CaseWords.of(words, 400);
        List<Outcome> all = new ArrayList<>();
        for (int i = cases.first(); i < cases.end(); i++) {
            Outcome o = judge(cases.make(i), part == null ? Part.byHand(i) : part, i);
            if (o == null) continue;
            all.add(o);
            if (cases.each()
                    && (!o.isWide()
                            || o.most > 1.1
                            || o.farthest > FAR
                            || o.strayVolume > STRAY
                            || o.open > 0
                            || !o.shape.isSound()
                            || o.shape.folded() > o.before.folded()))
                System.out.printf(
                        Locale.ROOT,
                        "%s %s width %.3f: %d picked, %d alone, %d left, least %.3f most %.3f farthest %.1f stray volume %.2f, open %d %s, %d said%n",
                        o.of.name(),
                        o.part,
                        o.of.width(),
                        o.picked,
                        o.alone,
                        o.left,
                        o.least,
                        o.most,
                        o.farthest,
                        o.strayVolume,
                        o.open,
                        o.shape,
                        o.remarks);
        }
        print(all);
    }

    /** Null where nothing was cut, or nothing is sharp. */
    static @Nullable Outcome judge(CutBodies.Case c, Part part, int number) throws StepException {
        if (!CutBodies.isCut(c)) return null;
        PartialRims.Some some = PartialRims.of(c, part, number);
        if (some == null) return null;
        Mesh in = c.mesh();
        QuietContext context = new QuietContext(99);
        Mesh out = NamedSteps.step(
                        "bevel",
                        "where",
                        Pick.hand(in, some.edges()),
                        "width",
                        c.width(),
                        "segments",
                        SEGMENTS,
                        "meeting",
                        Meeting.values()[number % Meeting.values().length])
                .apply(in, context);
        BitSet rails = RoundingJudge.rails(out, context.madeTag());
        List<Nearest> nearest = nearest(in, some, rails, out);
        double[] shares = shares(in, some, nearest, out, c.width());
        return new Outcome(
                c,
                some.part(),
                some.edges().elements().cardinality(),
                some.alone().cardinality(),
                left(in, some.alone(), out),
                shares.length == 0 ? 1 : shares[0],
                shares.length == 0 ? 1 : shares[shares.length - 1],
                nearest.stream().mapToDouble(Nearest::distance).max().orElse(0) / c.width(),
                strayVolume(in, some, out, c.width()),
                Health.of(out).isClosed() ? 0 : 1,
                Validity.of(in),
                Validity.of(out),
                context.remarks());
    }

    /** The picked edge that a vertex of a rail is nearest to, and how near, mm. */
    private record Nearest(int vertex, int edge, double distance) {}

    private static List<Nearest> nearest(Mesh in, PartialRims.Some some, BitSet rails, Mesh out) {
        Adjacency adj = in.adjacency();
        int[] picked = some.edges().elements().stream().toArray();
        List<Nearest> all = new ArrayList<>();
        rails.stream().forEach(v -> {
            Vec3 p = out.point(v);
            Nearest best = new Nearest(v, -1, Double.MAX_VALUE);
            for (int e : picked) {
                double d = p.distanceTo(in.point(adj.edgeLow(e)), in.point(adj.edgeHigh(e)));
                if (d < best.distance) best = new Nearest(v, e, d);
            }
            all.add(best);
        });
        return all;
    }

    /** For each vertex of a rail to which no other picked edge is nearer than one alone, its share of the width, ascending. */
    private static double[] shares(Mesh in, PartialRims.Some some, List<Nearest> rails, Mesh out, double width) {
        RimGeometry rim = new RimGeometry(in, some.edges());
        return rails.stream()
                .filter(v -> some.alone().get(v.edge))
                .mapToDouble(v -> rim.distance(out.point(v.vertex), 4 * width) / width)
                .sorted()
                .toArray();
    }

    /** @see Outcome#strayVolume */
    private static double strayVolume(Mesh in, PartialRims.Some some, Mesh out, double width) {
        Adjacency adj = in.adjacency();
        FaceFrames frames = FaceFrames.of(in);
        double meant = 0, all = 0;
        double[] ab = new double[2 * (SEGMENTS + 1)];
        BitSet picked = some.edges().elements();
        for (int e = picked.nextSetBit(0); e >= 0; e = picked.nextSetBit(e + 1)) {
            double bend = EdgeBend.of(in, frames, e), turn = Math.abs(bend), length = adj.edgeLength(e, in);
            new ProfileCurve(1, SEGMENTS).at(turn, ab);
            double area = 0;
            for (int i = 0; i < 2 * SEGMENTS; i += 2) area += (ab[i] * ab[i + 3] - ab[i + 1] * ab[i + 2]) / 2;
            area *= width * width * Math.sin(turn);
            boolean goesOn = some.alone().get(e);
            meant -= Math.signum(bend) * area * length;
            all += area * (length + (goesOn ? 0 : width));
        }
        return Math.abs(Measures.of(out).volume() - Measures.of(in).volume() - meant) / all;
    }

    /** How many edges are still there, by the places of their ends. */
    private static int left(Mesh in, BitSet edges, Mesh out) {
        Set<Set<Vec3>> there = new HashSet<>();
        Adjacency now = out.adjacency(), before = in.adjacency();
        for (int e = 0; e < now.edgeCount(); e++)
            there.add(Set.of(out.point(now.edgeLow(e)), out.point(now.edgeHigh(e))));
        return (int) edges.stream()
                .filter(e -> there.contains(Set.of(in.point(before.edgeLow(e)), in.point(before.edgeHigh(e)))))
                .count();
    }

    private static void print(List<Outcome> all) {
        System.out.println(
                "| bodies | cases | with edges alone | of these ≥ 95 % wide and none left | least: median, tenth | more than 1.1 wide | farther than 3 widths somewhere | volume off by half | open | "
                        + CaseGroups.SHAPE + " |");
        System.out.println("|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|");
        CaseGroups.byKind(all, Outcome::of).forEach(PartialRimJudge::print);
        for (Part part : Part.values()) {
            List<Outcome> list = all.stream().filter(o -> o.part == part).toList();
            if (!list.isEmpty()) print(part.name().toLowerCase(Locale.ROOT), list);
        }
    }

    private static void print(String name, List<Outcome> list) {
        List<Outcome> alone = list.stream().filter(o -> o.alone > 0).toList();
        double[] least = alone.stream()
                .mapToDouble(o -> o.left > 0 ? 0 : o.least)
                .sorted()
                .toArray();
        System.out.printf(
                Locale.ROOT,
                "| %s | %d | %d | %d | %.2f, %.2f | %d | %d | %d | %d | %s |%n",
                name,
                list.size(),
                least.length,
                alone.stream().filter(Outcome::isWide).count(),
                least.length == 0 ? 0 : least[least.length / 2],
                least.length == 0 ? 0 : least[least.length / 10],
                alone.stream().filter(o -> o.most > 1.1).count(),
                list.stream().filter(o -> o.farthest > FAR).count(),
                list.stream().filter(o -> o.strayVolume > STRAY).count(),
                list.stream().mapToInt(Outcome::open).sum(),
                CaseGroups.worse(list, Outcome::before, Outcome::shape));
    }
}
