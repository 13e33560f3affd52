package org.modeststack.steps;

import java.util.List;
import java.util.Random;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** What tests of steps on picked elements share. */
public final class PartFixtures {
    public static final Pick TOP = PickText.parse("faces: facing 0 0 1 10");

    private PartFixtures() {}

    public static Pick pick(String text) {
        return PickText.parse(text);
    }

    public static double volume(Mesh m) {
        return Measures.of(m).volume();
    }

    /** Euler's characteristic. */
    public static int euler(Mesh m) {
        return m.vertexCount() - m.edgeCount() + m.faceCount();
    }

    /** A bar of a diameter and height with caps of one face. */
    public static Mesh bar(int sides, double diameter, double height) throws StepException {
        return TestContext.run(new Cylinder(diameter, height, sides, 1, 0, Seat.STANDING));
    }

    /** Any source, with its usual numbers. */
    public static Mesh anySource(Random random) throws StepException {
        List<StepDescriptor> sources = Steps.ALL.stream()
                .filter(s -> s.family() == Family.SOURCE
                        && !List.of("imported-mesh", "linked-copy").contains(s.type()))
                .toList();
        return TestContext.run(sources.get(random.nextInt(sources.size())).createDefault());
    }

    private static Mesh anySolid(Random random) throws StepException {
        Mesh m = anySource(random);
        return Health.of(m).isClosed() ? m : anySolid(random);
    }

    /** A source that was cut by another, repeated, or some of whose faces were drawn out. */
    public static Mesh anyShape(Random random) throws StepException {
        Mesh m = anySource(random);
        switch (random.nextInt(4)) {
            case 0 -> {
                // What is open can only be cut.
                if (!Health.of(m).isClosed()) return m;
                TestContext c = new TestContext();
                c.bodies.put("b", MeshFixtures.posed(anySolid(random), random, 25));
                BooleanStep cut = new BooleanStep(Operation.values()[random.nextInt(3)], Bodies.of("b"));
                Mesh out = cut.apply(m, c);
                return out.isEmpty() ? m : out;
            }
            case 1 -> {
                double t = 5 * random.nextDouble();
                return TestContext.run(
                        new Extrude(
                                some(m, ElementKind.FACE, 4, random),
                                t,
                                Extrude.Direction.values()[random.nextInt(3)],
                                new Vec3(0, 0, 1),
                                0,
                                1,
                                false),
                        m);
            }
            case 2 -> {
                Step row = Steps.byType("row-array").createDefault();
                return TestContext.run(row, m);
            }
            default -> {
                return m;
            }
        }
    }

    /**
     * Some elements of a kind, at least one.
     *
     * @param oneIn how rare they are
     */
    public static Pick some(Mesh m, ElementKind kind, int oneIn, Random random) {
        int n = Selection.count(m, kind);
        Selection s = Selection.of(kind, random.nextInt(n));
        for (int i = 0; i < n; i++) if (random.nextInt(oneIn) == 0) s = s.with(Selection.of(kind, i));
        return Pick.hand(m, s);
    }
}
