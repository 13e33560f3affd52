package org.modeststack.bench.repeating;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.bench.mending.BrokenBodies;
import org.modeststack.bench.rounding.CutBodies;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.repeat.Scatter;

/**
 * Repeating and mirroring of random bodies at random: {@code RepeatingJudge [COUNT]}. Sound bodies are cut and mirrored across random
 * planes, united in rows and scattered over; the same is tried on broken ones, which may be refused with a reason but nothing else.
 */
public final class RepeatingJudge {
    private static final int USUAL = 210;

    /** What was measured, by what it is of. */
    private final Map<String, List<Double>> figures = new TreeMap<>();

    private final Map<String, Integer> counts = new TreeMap<>();

    private RepeatingJudge() {}

    public static void main(String[] args) throws StepException {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : USUAL;
        RepeatingJudge judge = new RepeatingJudge();
        for (int i = 0; i < count; i++) {
            Random r = new Random(i);
            Mesh body = CutBodies.of(i, 1).mesh();
            judge.mirror(body, r);
            judge.unite(body, r);
            judge.scatter(body, r);
            judge.broken(BrokenBodies.of(i).mesh(), r);
        }
        judge.figures.forEach(RepeatingJudge::say);
        judge.counts.forEach((what, n) -> System.out.println(what + ": " + n));
    }

    private static void say(String what, List<Double> values) {
        double[] v = values.stream().mapToDouble(d -> d).sorted().toArray();
        System.out.printf(
                Locale.ROOT,
                "%-46s %4d   least %.3g   median %.3g   most %.3g%n",
                what,
                v.length,
                v[0],
                v[v.length / 2],
                v[v.length - 1]);
    }

    private void note(String what, double value) {
        figures.computeIfAbsent(what, _ -> new ArrayList<>()).add(value);
    }

    private void count(String what) {
        counts.merge(what, 1, Integer::sum);
    }

    private static Vec3 any(Random r, double size) {
        return new Vec3(size * r.nextGaussian(), size * r.nextGaussian(), size * r.nextGaussian());
    }

    /** A plane through the body, anywhere. */
    private static Step plane(Mesh body, Random r) {
        Vec3 at = body.bounds().center().plus(any(r, 0.1 * body.bounds().diagonal()));
        return NamedSteps.step(
                "mirror",
                "plane",
                Mirror.Where.POINTS,
                "firstPoint",
                at,
                "secondPoint",
                at.plus(any(r, 10)),
                "thirdPoint",
                at.plus(any(r, 10)),
                "weldWithin",
                1e-6 * body.bounds().diagonal());
    }

    private void mirror(Mesh body, Random r) {
        Step whole = plane(body, r);
        double volume = Measures.of(body).volume();
        try {
            Mesh above = run(NamedSteps.with(whole, "keep", Mirror.Keep.ABOVE, "image", false), body);
            Mesh below = run(NamedSteps.with(whole, "keep", Mirror.Keep.BELOW, "image", false), body);
            Mesh both = run(NamedSteps.with(whole, "keep", Mirror.Keep.ABOVE), body);
            double half = Measures.of(above).volume();
            note("mirror: halves together off by", off(half + Measures.of(below).volume(), volume));
            note("mirror: twice the half off by", off(Measures.of(both).volume(), 2 * half));
            count("mirror, cut at the plane: " + (Closure.of(both).isClosed() ? "closed" : "open"));
        } catch (StepException e) {
            count("mirror: " + e.getMessage());
        } catch (RuntimeException e) {
            count("mirror: EXCEPTION " + e);
        }
    }

    private static double off(double actual, double expected) {
        return Math.abs(actual - expected) / Math.abs(expected);
    }

    private void unite(Mesh body, Random r) {
        int n = 2 + r.nextInt(4);
        Vec3 offset = any(r, 0.2 * body.bounds().diagonal());
        Step row =
                NamedSteps.step("row-array", "count", n, "offset", offset, "turn", 20 * r.nextDouble(), "united", true);
        try {
            Mesh out = run(row, body);
            double one = Measures.of(body).volume();
            note("united rows: volume in bodies", Measures.of(out).volume() / one / n);
            count("united rows: " + (Closure.of(out).isClosed() ? "closed" : "open"));
        } catch (StepException e) {
            count("united rows: " + e.getMessage());
        } catch (RuntimeException e) {
            count("united rows: EXCEPTION " + e);
        }
    }

    /** How far apart the nearest places are, of the farthest that so many could be on a flat. */
    private void scatter(Mesh body, Random r) throws StepException {
        int n = 40 + r.nextInt(200);
        Mesh pin = run(NamedSteps.step("box", "width", 0.1, "depth", 0.1, "height", 0.1), Mesh.EMPTY);
        PartStep s = (PartStep) NamedSteps.step(
                "scatter", "on", Bodies.of("body"), "where", Scatter.Where.EVENLY, "count", n, "chance", r.nextInt(99));
        Geometry out = s.apply(Geometry.of(pin), new LoneContext(Map.of("body", body)));
        List<Vec3> at = out.parts().stream().map(RepeatingJudge::foot).toList();
        double least = Double.POSITIVE_INFINITY;
        for (int i = 0; i < n; i++)
            for (int j = 0; j < i; j++)
                least = Math.min(least, at.get(i).minus(at.get(j)).length());
        double most = 2 * Math.sqrt(Measures.of(body).area() / (2 * Math.sqrt(3) * n));
        note("scattered evenly: nearest of the possible", least / most);
        if (at.size() != n) count("scattered evenly: wrong number");
    }

    private static Vec3 foot(Part p) {
        return p.affine().point(Vec3.ZERO);
    }

    /** Whatever is wrong with a body, it is repeated, or the reason is said why not. */
    private void broken(Mesh body, Random r) {
        double size = body.bounds().diagonal();
        List<Step> all = List.of(
                plane(body, r),
                NamedSteps.with(plane(body, r), "keep", Mirror.Keep.BELOW),
                NamedSteps.step(
                        "mirror", "across", Mirror.Across.XYZ, "plane", Mirror.Where.MIDDLE, "withoutMiddleLine", true),
                NamedSteps.step("row-array", "count", 4, "offset", any(r, 0.3 * size), "weldWithin", 0.01 * size),
                NamedSteps.step("row-array", "count", 3, "offset", any(r, 0.3 * size), "united", true),
                NamedSteps.step("round-array", "count", 5, "weldWithin", 0.01 * size, "withoutWalls", true));
        for (Step s : all) {
            count("broken bodies, steps tried");
            try {
                Mesh out = run(s, body);
                if (!Arrays.stream(out.xyz()).allMatch(Double::isFinite)) count("broken bodies: NOWHERE");
            } catch (StepException e) {
                count("broken bodies, refused with a reason");
            } catch (RuntimeException e) {
                count("broken bodies: EXCEPTION " + e);
            }
        }
    }

    private static Mesh run(Step s, Mesh in) throws StepException {
        return s.apply(in, new QuietContext());
    }
}
