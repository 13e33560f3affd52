package org.modeststack.steps.repeat;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.NamedSteps;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.mirror.Mirror;

/**
 * Whatever stands apart can be repeated and mirrored before or after it is cut, bevelled and smoothed: the same comes out, since
 * each copy is worked on alike.
 */
class RepeatOrdersTest {
    /** A step that makes so many of what there was. */
    private record Repeating(Step step, int times) {}

    private static final List<Repeating> REPEATING = List.of(
            new Repeating(NamedSteps.step("row-array", "count", 3, "offset", new Vec3(40, 0, 0)), 3),
            new Repeating(NamedSteps.step("row-array", "count", 3, "offset", new Vec3(0, 0, 40), "leftOut", "2"), 2),
            new Repeating(NamedSteps.step("round-array", "count", 4, "centre", new Vec3(0, 500, 0)), 4),
            new Repeating(NamedSteps.step("mirror", "at", -400.0), 2),
            new Repeating(
                    NamedSteps.step("mirror", "across", Mirror.Across.YZ, "through", new Vec3(0, -900, -900)), 4));

    private static Step bevel() {
        return NamedSteps.step("bevel", "width", 1.0, "segments", 2);
    }

    private static Mesh cut(Mesh m) throws StepException {
        TestContext context = new TestContext(9);
        context.bodies.put("tool", MeshFixtures.box(5, 5, -30, 9, 9, 900));
        return NamedSteps.step("boolean", "operation", Operation.DIFFERENCE, "with", Bodies.of("tool"))
                .apply(m, context);
    }

    @Property(tries = 40)
    void orderDoesNotMatterToWhatStandsApart(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Mesh source = cut(MeshFixtures.box(0, 0, 0, 20, 14, 12));
        List<Repeating> all = new ArrayList<>();
        for (Repeating s : REPEATING) if (r.nextInt(3) > 0) all.add(s);
        List<Step> local = new ArrayList<>(List.of(bevel()));
        if (r.nextBoolean()) local.add(NamedSteps.step("subdivide", "levels", 1));
        double repeated = 1;
        Mesh once = source;
        for (Step s : local) once = s.apply(once, new TestContext(3));
        for (Repeating s : all) repeated *= s.times;
        // Local steps stay in their order, repeating ones in theirs: how the two are mixed is what varies.
        List<Integer> kinds = new ArrayList<>(Collections.nCopies(all.size(), 0));
        kinds.addAll(Collections.nCopies(local.size(), 1));
        Collections.shuffle(kinds, r);
        Mesh m = source;
        int a = 0, b = 0;
        for (int kind : kinds)
            m = (kind == 0 ? all.get(a++).step : local.get(b++)).apply(m, new TestContext(a + 10 * b));
        assertTrue(Health.of(m).isClosed(), kinds.toString());
        double expected = repeated * Measures.of(once).volume();
        assertEquals(expected, Measures.of(m).volume(), 1e-9 * expected, kinds + " " + all);
        assertEquals((int) repeated, Measures.of(m).shells());
    }
}
