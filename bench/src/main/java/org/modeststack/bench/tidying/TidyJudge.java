package org.modeststack.bench.tidying;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.rounding.CaseGroups;
import org.modeststack.bench.rounding.CaseWords;
import org.modeststack.bench.rounding.CutBodies;
import org.modeststack.bench.rounding.RimGeometry;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.tidy.Tidy;

/**
 * Cuts bodies at random poses, tidies the rim of the cut and measures what people look at: whether a collar came out and how
 * wide, how many of its faces are quads, the smallest angle and the worst aspect in each, how far it is from the surface that
 * was there, and what is around it. Prints the distribution, by kinds.
 */
public final class TidyJudge {
    private static final int RINGS = 2;

    /** Angles of the aim, degrees, and what leaves room for these. */
    private static final double ANGLE = 20, WEDGE = 25;

    /**
     * One case.
     *
     * @param hasRoom whether the shape has room for a collar as wide as asked
     * @param wedge the smallest angle that a quad beside the rim cannot but have, degrees
     * @param collar its faces
     * @param around faces beside it that were made anew or changed
     * @param said whether the step said anything
     * @param off how far a place of the collar is from the surface before at most, as a share of what its own bend explains
     */
    record Outcome(
            CutBodies.Case of,
            boolean hasRoom,
            double wedge,
            FaceFigures collar,
            FaceFigures around,
            double reached,
            double off,
            int open,
            Validity before,
            Validity shape,
            boolean said,
            double ms) {
        /** Whether there is room, and no wedge that is too narrow for a good quad. */
        boolean fits() {
            return hasRoom && wedge >= WEDGE;
        }

        boolean isOut() {
            return collar.count() > 0;
        }
    }

    private TidyJudge() {}

    public static void main(String[] args) throws StepException {
        List<String> words = new ArrayList<>(List.of(args));
        Tidy.Vertices vertices = words.remove("kept") ? Tidy.Vertices.KEPT : Tidy.Vertices.EVEN;
        CaseWords cases = CaseWords.of(words, 500);
        List<Outcome> all = new ArrayList<>();
        for (int i = cases.first(); i < cases.end(); i++) {
            Outcome o = judge(cases.make(i), vertices);
            if (o == null) continue;
            all.add(o);
            if (cases.each() && (!o.isOut() || !isFine(o))) System.out.println(line(o));
        }
        print(all);
        System.out.println("not all of the aim, and nothing said: "
                + all.stream().filter(o -> !(o.isOut() && isFine(o)) && !o.said).count());
    }

    static boolean isFine(Outcome o) {
        return o.collar.quads() >= 0.95
                && o.collar.leastAngle() >= ANGLE
                && o.collar.aspect() <= 8
                && o.open == 0
                && o.shape.isSound()
                && o.off <= 1.5;
    }

    private static String line(Outcome o) {
        return String.format(
                Locale.ROOT,
                "%s room %b, wedge %.0f: collar %s, around %s, reached %.2f, off %.2f, open %d, %s, %.0f ms",
                o.of.name(),
                o.hasRoom,
                o.wedge,
                o.collar,
                o.around,
                o.reached,
                o.off,
                o.open,
                o.shape,
                o.ms);
    }

    /** @return null where nothing was cut */
    static Outcome judge(CutBodies.Case c, Tidy.Vertices vertices) throws StepException {
        if (!CutBodies.isCut(c)) return null;
        // A fifth of the cutter's smallest size on either side.
        double reach = 4 * c.width();
        Step tidy = step(c, vertices, reach);
        QuietContext context = new QuietContext(99);
        long before = System.nanoTime();
        Mesh out = tidy.apply(c.mesh(), context);
        double ms = (System.nanoTime() - before) / 1e6;
        BitSet collar = faces(out, context.madeTag());
        double width = reach * RINGS / (RINGS + 1);
        RimGeometry rim = RimGeometry.of(c);
        return new Outcome(
                c,
                !rim.isEmpty() && rim.hasRoom(reach),
                rim.isEmpty() ? 0 : rim.leastWedge(),
                FaceFigures.of(out, collar),
                FaceFigures.of(out, changed(c.mesh(), out, collar)),
                FaceFigures.width(out, collar, RINGS) / width,
                new Deviation(c.mesh()).of(out, collar),
                Health.of(out).isClosed() ? 0 : 1,
                Validity.of(c.mesh()),
                Validity.of(out),
                context.remarks() > 0,
                ms);
    }

    static Step step(CutBodies.Case c, Tidy.Vertices vertices, double reach) throws StepException {
        return NamedSteps.step(
                "tidy-rim",
                "rim",
                PickText.parse("edges: made \"" + c.rim() + "\""),
                "reach",
                reach,
                "rings",
                RINGS,
                "rimVertices",
                vertices);
    }

    /** The faces of collars, which have edges that are told to be made. */
    static BitSet faces(Mesh m, String name) {
        Tag t = m.tag(name);
        if (t == null) return new BitSet();
        BitSet edges = Selection.of(m, t).elements(), faces = new BitSet();
        for (int c = 0; c < m.cornerCount(); c++)
            if (edges.get(m.adjacency().cornerEdge()[c]))
                faces.set(m.adjacency().cornerFace()[c]);
        return faces;
    }

    /** Faces beside the collar that are not there with the same vertices before. */
    private static BitSet changed(Mesh in, Mesh out, BitSet collar) {
        Map<Long, Long> was = new HashMap<>();
        for (int f = 0; f < in.faceCount(); f++) was.put(in.faceKeys()[f], outline(in, f));
        BitSet found = new BitSet();
        for (int f = 0; f < out.faceCount(); f++) {
            Long before = was.get(out.faceKeys()[f]);
            if (!collar.get(f) && (before == null || before != outline(out, f))) found.set(f);
        }
        return found;
    }

    private static long outline(Mesh m, int f) {
        long sum = 0;
        for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) sum += m.vertexKeys()[m.corners()[c]];
        return sum;
    }

    private static void print(List<Outcome> all) {
        System.out.println(
                "| bodies | cut | fit | fit, all of the aim | no wedge below 20° | of these all | collar | all of the aim | quads ≥ 95 % | angle ≥ 20° | aspect ≤ 8 | off ≤ 1.5 chords | angle: median, tenth"
                        + " | aspect: median, ninetieth | reached: median, tenth | around: quads, triangles, more sides, angle median, tenth | open | "
                        + CaseGroups.SHAPE + " | ms median, most |");
        System.out.println("|---".repeat(24) + "|");
        CaseGroups.byKind(all, Outcome::of).forEach((name, list) -> {
            List<Outcome> out = list.stream().filter(Outcome::isOut).toList();
            double[] ms = sorted(list, Outcome::ms);
            double[] angle = sorted(out, o -> o.collar.leastAngle()),
                    aspect = sorted(out, o -> o.collar.aspect()),
                    reached = sorted(out, Outcome::reached),
                    around = sorted(out, o -> o.around.leastAngle());
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %d | %d | %d | %d | %d | %d | %d | %d | %d | %d | %d | %.0f, %.0f | %.1f, %.1f | %.2f, %.2f | %.0f %%, %.0f %%, %.0f %%, %.0f, %.0f | %d | %s | %.0f, %.0f |%n",
                    name,
                    list.size(),
                    list.stream().filter(Outcome::fits).count(),
                    list.stream().filter(o -> o.fits() && isFine(o)).count(),
                    list.stream().filter(o -> o.wedge >= ANGLE).count(),
                    list.stream().filter(o -> o.wedge >= ANGLE && isFine(o)).count(),
                    out.size(),
                    out.stream().filter(TidyJudge::isFine).count(),
                    out.stream().filter(o -> o.collar.quads() >= 0.95).count(),
                    out.stream().filter(o -> o.collar.leastAngle() >= ANGLE).count(),
                    out.stream().filter(o -> o.collar.aspect() <= 8).count(),
                    out.stream().filter(o -> o.off <= 1.5).count(),
                    at(angle, 0.5),
                    at(angle, 0.1),
                    at(aspect, 0.5),
                    at(aspect, 0.9),
                    at(reached, 0.5),
                    at(reached, 0.1),
                    100 * share(out, o -> o.around.quadCount()),
                    100 * share(out, o -> o.around.triangles()),
                    100 * share(out, o -> o.around.count() - o.around.quadCount() - o.around.triangles()),
                    at(around, 0.5),
                    at(around, 0.1),
                    list.stream().mapToInt(Outcome::open).sum(),
                    CaseGroups.worse(list, Outcome::before, Outcome::shape),
                    at(ms, 0.5),
                    at(ms, 1));
        });
    }

    private static double share(List<Outcome> all, ToDoubleFunction<Outcome> count) {
        return all.stream().mapToDouble(count).sum()
                / Math.max(1, all.stream().mapToInt(o -> o.around.count()).sum());
    }

    private static double[] sorted(List<Outcome> all, ToDoubleFunction<Outcome> figure) {
        return all.stream().mapToDouble(figure).sorted().toArray();
    }

    private static double at(double[] sorted, double share) {
        return sorted.length == 0 ? Double.NaN : sorted[(int) Math.min(sorted.length - 1, share * sorted.length)];
    }
}
