package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;

import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** With how many sides a round tool meets the edges of what it cuts. */
class RoundToolTest {
    private static Mesh cylinder(double diameter, int sides) throws StepException {
        return TestContext.run(new Cylinder(diameter, 80, sides, 1, 0, Seat.CENTRED));
    }

    /** A bar is known in any pose, with its sides. */
    @Property(tries = 30)
    void barsAreKnown(@ForAll @IntRange(min = 6, max = 64) int sides, @ForAll @IntRange(max = 9999) int pose)
            throws StepException {
        RoundTool tool = RoundTool.of(MeshFixtures.posed(cylinder(12, sides), new Random(pose), 20));
        assertNotNull(tool);
        assertEquals(sides, tool.sides());
    }

    @Test
    void othersAreNone() throws StepException {
        assertNull(RoundTool.of(MeshFixtures.box(0, 0, 0, 1, 2, 3)));
        assertNull(RoundTool.of(TestContext.run(new UvSphere(10, 16, 8, Seat.CENTRED))));
        // The quads round its middle are rectangles.
        assertNull(RoundTool.of(TestContext.run(new UvSphere(10, 16, 9, Seat.CENTRED))));
        assertNull(RoundTool.of(Mesh.EMPTY));
    }

    /** A round bar cut by one along the same axis, turned by a bit: as many sides as the bar has, or half as many. */
    @ParameterizedTest
    @CsvSource({"24, 32, 24", "24, 20, 24", "16, 32, 16", "24, 24, 0", "24, 48, 0"})
    void sidesOfTheBodyAreSuggested(int body, int tool, int suggested) throws StepException {
        // A ball's meridians meet a bore along its axis in as many places as there are.
        Mesh ball = TestContext.run(new UvSphere(40, body, 16, Seat.CENTRED));
        TestContext context = new TestContext(3);
        context.bodies.put("t", turned(cylinder(14, tool), tool == 24 || tool == 48 ? 0 : 3));
        new BooleanStep(Operation.DIFFERENCE, new Bodies(List.of("t"))).apply(ball, context);
        List<String> said = context.remarks.stream()
                .filter(r -> r.level() == Remark.Level.NOTE)
                .map(Remark::text)
                .filter(t -> t.startsWith("With "))
                .toList();
        assertEquals(
                suggested == 0 ? List.of() : List.of("With " + suggested + " sides"),
                said.stream().map(t -> t.substring(0, t.indexOf(" sides") + 6)).toList());
    }

    private static Mesh turned(Mesh m, double degrees) throws StepException {
        StepDescriptor turn = Steps.byType("turn");
        Step step = turn.with(turn.with(turn.createDefault(), "axis", Axis.Z), "angle", degrees);
        return TestContext.run(step, m);
    }
}
