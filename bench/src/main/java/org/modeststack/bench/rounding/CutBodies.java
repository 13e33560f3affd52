package org.modeststack.bench.rounding;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.modeststack.bench.NamedSteps;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.FaceFrames;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;

/** Bodies that are cut by others, or joined with them, at random poses, by number: the same number gives the same case. */
public final class CutBodies {
    /** What is cut; those from the third on are curved. */
    public enum Kind {
        BOX,
        PRISM,
        BALL,
        TORUS,
        RINGED_CYLINDER,
        DIVIDED_BOX,
        ROUNDED_BOX,
        TUBE;

        public boolean isFlat() {
            return this == BOX || this == PRISM;
        }
    }

    /**
     * @param body before the cut, where it was cut
     * @param width that is asked for, mm: a twentieth of the cutter's smallest size
     * @param rim the tag of the edges of the cut
     */
    public record Case(
            int number, Kind kind, String cutter, Operation operation, Mesh body, Mesh mesh, double width, String rim) {
        /** By its number and what it is made of. */
        public String name() {
            return number + " " + kind + " " + cutter + " " + operation;
        }
    }

    private static final String[] NAMES = {"cylinder", "ball", "box", "prism", "ring"};

    private CutBodies() {}

    /** @param cutters one, or two of which the second is near the first, so that their cuts mostly run into each other */
    public static Case of(int number, int cutters) throws StepException {
        return of(number, cutters, 0);
    }

    /** @param levels that the body is subdivided by before it is cut, at the same place by the same cutter */
    public static Case of(int number, int cutters, int levels) throws StepException {
        return of(number, cutters, levels, false);
    }

    /** A body whose vertices have been moved, all of them and each another way, so that its faces leave their planes. */
    public static Case uneven(int number, int cutters) throws StepException {
        return of(number, cutters, 0, true);
    }

    private static Case of(int number, int cutters, int levels, boolean uneven) throws StepException {
        Random r = new Random(0xC07 + 104_729L * number);
        Kind kind = Kind.values()[number % Kind.values().length];
        Mesh body = turned(body(kind, r), r, new Vec3(0, 0, 0));
        double size = 8 + 18 * r.nextDouble();
        int which = r.nextInt(5);
        Mesh cutter = cutter(which, size, r);
        int f = r.nextInt(body.faceCount());
        Vec3 at = FaceFrames.of(body).middle(f).plus(any(r).times(0.2 * size));
        cutter = turned(cutter, r, at);
        Operation operation = r.nextInt(3) == 0 ? Operation.UNION : Operation.DIFFERENCE;
        if (uneven) body = moved(body, new Random(number));
        List<Arrangement.Operand> operands = new ArrayList<>();
        if (levels > 0) body = subdivided(body, levels);
        operands.add(new Arrangement.Operand(body, "", "Body"));
        operands.add(new Arrangement.Operand(cutter, "t", "Tool"));
        String name = NAMES[which];
        double width = 0.05 * smallest(which, size);
        if (cutters == 2) {
            double other = size * (0.6 + 0.8 * r.nextDouble());
            int second = r.nextInt(5);
            Vec3 there = at.plus(any(r).minus(new Vec3(0.5, 0.5, 0.5)).times(2 * size));
            operands.add(new Arrangement.Operand(turned(cutter(second, other, r), r, there), "u", "Second tool"));
            name += " and " + NAMES[second];
            width = Math.min(width, 0.05 * smallest(second, other));
        }
        StepContext context = new QuietContext();
        Mesh cut = new Arrangement(operands, operation, Arrangement.Choices.USUAL, context).result();
        return new Case(number, kind, name, operation, body, cut, width, context.madeTag());
    }

    private static Vec3 any(Random r) {
        return new Vec3(r.nextDouble(), r.nextDouble(), r.nextDouble());
    }

    /** Whether anything was cut. */
    public static boolean isCut(Case c) {
        Tag t = c.mesh.tag(c.rim);
        return t != null && t.kind() == ElementKind.EDGE && t.size() > 2;
    }

    private static double smallest(int cutter, double size) {
        return cutter == 2 ? 0.7 * size : cutter == 4 ? 0.4 * size : size;
    }

    private static Mesh body(Kind kind, Random r) throws StepException {
        return switch (kind) {
            case BOX -> make(new Box(60, 45, 35, 1 + r.nextInt(3), 1, 1 + r.nextInt(2), Seat.CENTRED));
            case PRISM -> make(new Prism(55, 40, 3 + r.nextInt(4), 1 + r.nextInt(2), Seat.CENTRED));
            case BALL -> make(new UvSphere(50, 24 + 8 * r.nextInt(6), 12 + 4 * r.nextInt(6), Seat.CENTRED));
            case TORUS -> make(new Torus(60, 24, 32 + 8 * r.nextInt(4), 16 + 4 * r.nextInt(4), Seat.CENTRED));
            case RINGED_CYLINDER ->
                make(new Cylinder(45, 60, 24 + 8 * r.nextInt(6), 4 + r.nextInt(12), 1 + r.nextInt(3), Seat.CENTRED));
            case DIVIDED_BOX -> subdivided(make(new Box(60, 45, 40, 2, 2, 2, Seat.CENTRED)), 2 + r.nextInt(2));
            case ROUNDED_BOX -> rounded(make(new Box(60, 45, 35, 1, 1, 1, Seat.CENTRED)));
            case TUBE -> make(new Tube(55, 12, 45, 32 + 8 * r.nextInt(5), 1 + r.nextInt(4), Seat.CENTRED));
        };
    }

    private static Mesh cutter(int which, double size, Random r) throws StepException {
        return switch (which) {
            case 0 -> make(new Cylinder(size, 3 * size, 16 + 8 * r.nextInt(5), 1, 0, Seat.CENTRED));
            case 1 -> make(new UvSphere(size, 16 + 8 * r.nextInt(3), 8 + 4 * r.nextInt(3), Seat.CENTRED));
            case 2 -> make(new Box(size, 0.7 * size, 2.5 * size, 1, 1, 1, Seat.CENTRED));
            case 3 -> make(new Prism(size, 2.5 * size, 3 + r.nextInt(5), 1, Seat.CENTRED));
            default -> make(new Torus(1.6 * size, 0.4 * size, 32, 16, Seat.CENTRED));
        };
    }

    /** Each vertex moved by up to a thousandth to a fifth of the shortest of its edges. */
    private static Mesh moved(Mesh m, Random r) {
        double[] shortest = new double[m.vertexCount()], xyz = m.xyz().clone();
        Arrays.fill(shortest, Double.POSITIVE_INFINITY);
        Adjacency adj = m.adjacency();
        for (int e = 0; e < adj.edgeCount(); e++) {
            int a = adj.edgeLow(e), b = adj.edgeHigh(e);
            double length = m.point(a).minus(m.point(b)).length();
            shortest[a] = Math.min(shortest[a], length);
            shortest[b] = Math.min(shortest[b], length);
        }
        double share = Math.pow(10, -3 + 2.3 * r.nextDouble());
        for (int i = 0; i < xyz.length; i++) xyz[i] += (2 * r.nextDouble() - 1) * share * shortest[i / 3];
        return m.withPositions(xyz);
    }

    private static Mesh make(Step source) throws StepException {
        return source.apply(Mesh.EMPTY, new QuietContext());
    }

    private static Mesh subdivided(Mesh m, int levels) throws StepException {
        return NamedSteps.step("subdivide", "levels", levels).apply(m, new QuietContext());
    }

    private static Mesh rounded(Mesh m) throws StepException {
        return NamedSteps.step("bevel", "where", PickText.parse("edges: all"), "width", 8.0, "segments", 5)
                .apply(m, new QuietContext());
    }

    /** Turned about its middle in any way, then moved. */
    static Mesh turned(Mesh m, Random r, Vec3 by) {
        Vec3 a = new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()).unit();
        Vec3
                b =
                        a.cross(new Vec3(r.nextGaussian(), r.nextGaussian(), r.nextGaussian()))
                                .unit(),
                c = a.cross(b);
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            Vec3 p = a.times(xyz[i])
                    .plus(b.times(xyz[i + 1]))
                    .plus(c.times(xyz[i + 2]))
                    .plus(by);
            xyz[i] = p.x();
            xyz[i + 1] = p.y();
            xyz[i + 2] = p.z();
        }
        return m.withPositions(xyz);
    }
}
