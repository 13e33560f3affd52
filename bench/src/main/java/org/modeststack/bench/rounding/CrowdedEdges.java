package org.modeststack.bench.rounding;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/**
 * Bodies whose edges lie near each other, all of which are bevelled by half to three times what there is room for: cones,
 * stumps of cones, balls, vaults of strips that become narrower. Measures what people look at: whether edges were left out, how much of
 * what should lie under strips does, whether anything is wrong, how long it takes.
 */
public final class CrowdedEdges {
    private static final int SAMPLES = 1500;

    /** Edges that turn by less are none, degrees. */
    private static final double TURNING = 0.01;

    /** Covered less than this something is much too narrow. */
    private static final double WHOLE = 0.9;

    /** What is bevelled. */
    enum Kind {
        CONE,
        STUMP,
        BALL,
        VAULT
    }

    /** @param width about half to three times the room between two edges, mm */
    record Case(int number, Kind kind, Mesh mesh, double width) {}

    /**
     * @param covered how much of the surface nearer to edges than the width is under strips
     * @param left edges that are still there
     */
    record Outcome(Case of, double covered, int left, int open, Validity shape, double ms) {
        boolean isWhole() {
            return covered >= WHOLE && left == 0;
        }
    }

    private CrowdedEdges() {}

    public static void main(String[] args) throws StepException {
        CaseWords words = CaseWords.of(new ArrayList<>(List.of(args)), 200);
        Map<Kind, List<Outcome>> all = new EnumMap<>(Kind.class);
        for (int i = words.first(); i < words.end(); i++) {
            Outcome o = judge(of(i));
            all.computeIfAbsent(o.of.kind, _ -> new ArrayList<>()).add(o);
            if (words.each() && (!o.isWhole() || !o.shape.isSound()))
                System.out.printf(
                        Locale.ROOT,
                        "%d %s of %d faces by %.3f: covered %.3f, left %d, open %d, %s, %.0f ms%n",
                        o.of.number,
                        o.of.kind,
                        o.of.mesh.faceCount(),
                        o.of.width,
                        o.covered,
                        o.left,
                        o.open,
                        o.shape,
                        o.ms);
        }
        System.out.println(
                "| bodies | cases | covered and none left | covered: median, tenth, least | edges left | open | wrong |"
                        + " ms: median, most |");
        System.out.println("|---".repeat(8) + "|");
        all.forEach((kind, list) -> {
            double[] covered =
                    list.stream().mapToDouble(Outcome::covered).sorted().toArray();
            double[] ms = list.stream().mapToDouble(Outcome::ms).sorted().toArray();
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %d | %d | %.3f, %.3f, %.3f | %d | %d | %d | %.0f, %.0f |%n",
                    kind.name().toLowerCase(Locale.ROOT),
                    list.size(),
                    list.stream().filter(Outcome::isWhole).count(),
                    covered[covered.length / 2],
                    covered[covered.length / 10],
                    covered[0],
                    list.stream().mapToInt(Outcome::left).sum(),
                    list.stream().mapToInt(Outcome::open).sum(),
                    list.stream().filter(o -> !o.shape.isSound()).count(),
                    ms[ms.length / 2],
                    ms[ms.length - 1]);
        });
    }

    static Case of(int number) throws StepException {
        Random r = new Random(7919L * number + 5);
        Kind kind = Kind.values()[number % Kind.values().length];
        int n = (int) Math.round(5 * Math.pow(20, r.nextDouble()));
        double times = 0.5 * Math.pow(6, r.nextDouble());
        double gap = Math.PI * 20 / n;
        return switch (kind) {
            case CONE -> {
                Step cone = new Cone(20, 0, 4 + 40 * r.nextDouble(), n, 1, Seat.CENTRED);
                yield new Case(number, kind, posed(cone, r), times * gap / 2);
            }
            case STUMP -> {
                Step stump = new Cone(20, 1 + 15 * r.nextDouble(), 4 + 40 * r.nextDouble(), n, 1, Seat.CENTRED);
                yield new Case(number, kind, posed(stump, r), times * gap / 2);
            }
            case BALL -> {
                int sides = Math.min(n, 40), rings = Math.max(4, sides / 2);
                double pole = gap * n / sides * Math.sin(Math.PI / rings);
                yield new Case(number, kind, posed(new UvSphere(20, sides, rings, Seat.CENTRED), r), times * pole / 2);
            }
            case VAULT -> {
                int strips = Math.max(2, n / 3);
                Mesh box = LargeFixtures.make(new Box(20, 12, 6, strips, 1, 1, Seat.CENTRED));
                Mesh vault = vaulted(box, 1 + 2 * r.nextDouble());
                yield new Case(number, kind, CutBodies.turned(vault, r, Vec3.ZERO), times * 10 / strips / 2);
            }
        };
    }

    private static Mesh posed(Step source, Random r) throws StepException {
        return CutBodies.turned(LargeFixtures.make(source), r, Vec3.ZERO);
    }

    /** What lies along x is drawn together towards one end by a power, and vaulted. */
    private static Mesh vaulted(Mesh m, double power) {
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] = 20 * Math.pow(Math.max(0, xyz[i] / 20 + 0.5), power) - 10;
            xyz[i + 2] += 5 - 0.05 * xyz[i] * xyz[i];
        }
        return m.withPositions(xyz);
    }

    static Outcome judge(Case c) throws StepException {
        Step bevel = NamedSteps.step(
                "bevel",
                "where",
                PickText.parse("edges: all"),
                "sharperThan",
                TURNING,
                "width",
                c.width,
                "segments",
                2);
        QuietContext context = new QuietContext();
        long start = System.nanoTime();
        Mesh out = bevel.apply(c.mesh, context);
        double ms = (System.nanoTime() - start) / 1e6;
        double whole = area(c.mesh, new BitSet());
        double covered = (whole - area(out, strips(out, context.madeTag()))) / (whole * near(c));
        return new Outcome(c, covered, left(c.mesh, out), Health.of(out).isClosed() ? 0 : 1, Validity.of(out), ms);
    }

    private static BitSet strips(Mesh m, String name) {
        BitSet out = new BitSet();
        m.tags().forEach((tag, of) -> {
            if (tag.startsWith(name)) for (int f = 0; f < m.faceCount(); f++) if (of.weightOf(f) > 0) out.set(f);
        });
        return out;
    }

    private static double area(Mesh m, BitSet without) {
        double sum = 0;
        for (int f = 0; f < m.faceCount(); f++) if (!without.get(f)) sum += Normals.area(m, f);
        return sum;
    }

    /** What share of the surface is nearer to edges that turn than the width. */
    private static double near(Case c) {
        Mesh m = c.mesh;
        RimGeometry rim = RimGeometry.sharperThan(m, TURNING);
        int[] corners = m.triangulation().triangleCorners();
        double[] upTo = new double[corners.length / 3];
        double sum = 0;
        for (int t = 0; t < upTo.length; t++) {
            Vec3 a = corner(m, corners[3 * t]);
            sum += corner(m, corners[3 * t + 1])
                    .minus(a)
                    .cross(corner(m, corners[3 * t + 2]).minus(a))
                    .length();
            upTo[t] = sum;
        }
        Random r = new Random(c.number);
        int near = 0, t = 0;
        for (int i = 0; i < SAMPLES; i++) {
            while (upTo[t] < sum * (i + 0.5) / SAMPLES) t++;
            double u = Math.sqrt(r.nextDouble()), v = r.nextDouble();
            Vec3 p = corner(m, corners[3 * t])
                    .times(1 - u)
                    .plus(corner(m, corners[3 * t + 1]).times(u * (1 - v)))
                    .plus(corner(m, corners[3 * t + 2]).times(u * v));
            if (rim.distance(p, 1.01 * c.width) < c.width) near++;
        }
        return (double) near / SAMPLES;
    }

    private static Vec3 corner(Mesh m, int c) {
        return m.point(m.corners()[c]);
    }

    /** Edges that turn and whose ends are both still joined. */
    private static int left(Mesh in, Mesh out) {
        Set<Long> still = LongStream.of(out.vertexKeys()).boxed().collect(Collectors.toSet());
        int left = 0;
        for (int e = 0; e < in.adjacency().edgeCount(); e++) {
            boolean turns = RimGeometry.cosine(in, e) < Math.cos(Math.toRadians(TURNING));
            if (turns
                    && still.contains(in.vertexKeys()[in.adjacency().edgeLow(e)])
                    && still.contains(in.vertexKeys()[in.adjacency().edgeHigh(e)])) left++;
        }
        return left;
    }
}
