package org.modeststack.bench.booleans;

import java.util.List;
import java.util.Random;
import org.modeststack.bench.QuietContext;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Arrangement;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;
import org.modeststack.steps.source.Tube;
import org.modeststack.steps.source.UvSphere;

/**
 * Pairs of solids for booleans, by number: the same number gives the same pair on every machine. Every third pair is in
 * a special position, where faces, edges or corners fall on each other, or nearly.
 */
final class BooleanCases {
    /** How the second solid lies to the first. */
    enum Position {
        GENERAL,
        SAME_MESH,
        ON_GRID,
        ON_HALF_GRID,
        FACE_TO_FACE,
        CORNER_TO_CORNER,
        SAME_AXIS,
        NESTED,
        HARDLY_TURNED,
        HARDLY_MOVED,
        VERY_DIFFERENT_SIZES,
        VERTEX_ON_FACE;

        /** Whether the two lie on each other but for hardly anything. */
        boolean isNear() {
            return this == HARDLY_TURNED || this == HARDLY_MOVED;
        }
    }

    record Pair(int number, Position position, Mesh a, Mesh b) {}

    private static final int SOLIDS = 10;

    private BooleanCases() {}

    static Pair pair(int number) throws StepException {
        Random random = new Random(0x5EED + 7919L * number);
        Position[] all = Position.values();
        Position position = number % 3 != 0 ? Position.GENERAL : all[1 + number / 3 % (all.length - 1)];
        Mesh a = solid(random.nextInt(SOLIDS)), b = solid(random.nextInt(SOLIDS));
        switch (position) {
            case GENERAL -> {
                a = turned(a, random, Math.PI);
                b = moved(turned(b, random, Math.PI), spread(random, 1.2));
            }
            case SAME_MESH -> {
                a = turned(a, random, Math.PI);
                b = a;
            }
            case ON_GRID -> b = moved(b, onGrid(random, 1));
            case ON_HALF_GRID -> b = moved(b, onGrid(random, 0.5));
            case FACE_TO_FACE -> {
                int axis = random.nextInt(3);
                double[] d = {0, 0, 0};
                d[axis] = high(a, axis) - low(b, axis);
                if (random.nextBoolean()) d[(axis + 1) % 3] = 0.25;
                b = moved(b, new Vec3(d[0], d[1], d[2]));
            }
            case CORNER_TO_CORNER -> b = moved(b, corner(a, random).minus(corner(b, random)));
            case SAME_AXIS -> b = scaled(b, 0.5 + random.nextInt(3) * 0.25);
            case NESTED -> b = moved(scaled(b, 0.125), spread(random, 0.1));
            case HARDLY_TURNED ->
                b = turned(random.nextBoolean() ? a : b, random, Math.pow(10, -3 - random.nextInt(14)));
            case HARDLY_MOVED ->
                b = moved(random.nextBoolean() ? a : b, spread(random, Math.pow(10, -random.nextInt(17))));
            case VERY_DIFFERENT_SIZES -> {
                double s = Math.pow(10, -1 - random.nextInt(5));
                Vec3 at = corner(a, random);
                b = moved(scaled(turned(b, random, Math.PI), s), at);
            }
            case VERTEX_ON_FACE -> {
                // The middle of a face of the first, where its coordinates are short, and a corner of the second.
                b = turned(b, random, Math.PI);
                Vec3 c = corner(b, random);
                b = moved(b, new Vec3(high(a, 0), 0.125, 0.0625).minus(c));
            }
        }
        double size = number % 7 == 0 ? Math.pow(10, random.nextInt(13) - 6) : 1;
        if (size != 1) {
            Mesh before = a;
            a = scaled(a, size);
            b = b == before ? a : scaled(b, size);
        }
        return new Pair(number, position, a, b);
    }

    /**
     * A pair in general positions whose faces of four and more sides are bent: every vertex is moved by up to a
     * sixtieth of the solid's size, so that a face leaves its plane by as much.
     */
    static Pair bentPair(int number) throws StepException {
        Random random = new Random(0xBE47 + 7919L * number);
        Mesh a = bent(solid(random.nextInt(SOLIDS)), random);
        Mesh b = bent(solid(random.nextInt(SOLIDS)), random);
        b = moved(turned(b, random, Math.PI), spread(random, 1.2));
        return new Pair(number, Position.GENERAL, turned(a, random, Math.PI), b);
    }

    private static Mesh bent(Mesh m, Random random) {
        double reach = Math.pow(10, -4 + 2.5 * random.nextDouble()) * (high(m, 0) - low(m, 0)) / 2;
        double[] out = m.xyz().clone();
        for (int i = 0; i < out.length; i++) out[i] += (2 * random.nextDouble() - 1) * reach;
        return m.withPositions(out);
    }

    private static Mesh solid(int kind) throws StepException {
        return switch (kind) {
            case 0 -> make(new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED));
            case 1 -> make(new UvSphere(2.4, 14, 9, Seat.CENTRED));
            case 2 -> make(new Cylinder(2, 2, 11, 2, 1, Seat.CENTRED));
            case 3 -> make(new Torus(2, 0.8, 13, 8, Seat.CENTRED));
            case 4 -> make(new Prism(2, 1, 6, 1, Seat.CENTRED));
            case 5 -> make(new Tube(2.5, 0.5, 1.5, 12, 1, Seat.CENTRED));
            case 6 -> make(new Cone(2, 0, 2, 8, 1, Seat.CENTRED));
            case 7 -> make(new Box(2, 1, 1.5, 3, 2, 2, Seat.CENTRED));
            case 8 -> angle();
            default ->
                new RowArray(3, new Vec3(1, 0, 0), RowArray.Spacing.EACH, 0)
                        .apply(make(new Box(0.5, 1.5, 1, 1, 1, 1, Seat.CENTRED)), new QuietContext());
        };
    }

    /** A step-shaped, non-convex solid. */
    private static Mesh angle() throws StepException {
        Mesh corner = moved(make(new Box(1, 3, 1, 1, 1, 1, Seat.CENTRED)), new Vec3(0.5, 0, 0.5));
        return combine(make(new Box(2, 2, 2, 1, 1, 1, Seat.CENTRED)), corner, Operation.DIFFERENCE);
    }

    private static Mesh make(Step source) throws StepException {
        return source.apply(Mesh.EMPTY, new QuietContext());
    }

    static Mesh combine(Mesh a, Mesh b, Operation operation) throws StepException {
        return combine(a, b, operation, Arrangement.Choices.USUAL);
    }

    static Mesh combine(Mesh a, Mesh b, Operation operation, Arrangement.Choices choices) throws StepException {
        return new Arrangement(
                        List.of(new Arrangement.Operand(a, "a", "A"), new Arrangement.Operand(b, "b", "B")),
                        operation,
                        choices,
                        new QuietContext())
                .result();
    }

    private static Vec3 spread(Random r, double reach) {
        return new Vec3(2 * r.nextDouble() - 1, 2 * r.nextDouble() - 1, 2 * r.nextDouble() - 1).times(reach);
    }

    private static Vec3 onGrid(Random r, double step) {
        return new Vec3(r.nextInt(5) - 2, r.nextInt(5) - 2, r.nextInt(5) - 2).times(step);
    }

    private static Vec3 corner(Mesh m, Random r) {
        return m.point(r.nextInt(m.vertexCount()));
    }

    private static double high(Mesh m, int axis) {
        return axis == 0
                ? m.bounds().maxX()
                : axis == 1 ? m.bounds().maxY() : m.bounds().maxZ();
    }

    private static double low(Mesh m, int axis) {
        return axis == 0
                ? m.bounds().minX()
                : axis == 1 ? m.bounds().minY() : m.bounds().minZ();
    }

    private static Mesh moved(Mesh m, Vec3 by) {
        double[] out = m.xyz().clone();
        for (int i = 0; i < out.length; i++) out[i] += by.get(i % 3);
        return m.withPositions(out);
    }

    private static Mesh scaled(Mesh m, double s) {
        double[] out = m.xyz().clone();
        for (int i = 0; i < out.length; i++) out[i] *= s;
        return m.withPositions(out);
    }

    /** Turned round each axis by up to an angle, in radians. */
    private static Mesh turned(Mesh m, Random r, double most) {
        double[] out = m.xyz().clone();
        for (Axis a : Axis.values()) {
            double angle = (2 * r.nextDouble() - 1) * most;
            a.turn(out, 0, out.length, Math.cos(angle), Math.sin(angle), Vec3.ZERO);
        }
        return m.withPositions(out);
    }
}
