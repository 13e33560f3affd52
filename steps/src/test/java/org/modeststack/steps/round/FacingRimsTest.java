package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Seat;

/** All edges of bodies on which many lie near each other, wider than there is room. */
class FacingRimsTest {
    private static Mesh rounded(Mesh m, double width, TestContext context) throws StepException {
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "where", PickText.parse("edges: all"));
        s = bevel.with(bevel.with(s, "sharperThan", 0.01), "width", width);
        Mesh out = bevel.with(s, "segments", 2).apply(m, context);
        assertTrue(Closure.of(out).isClosed());
        assertTrue(Validity.of(out).isValid(), () -> Validity.of(out).toString());
        return out;
    }

    private static void assertNothingLeft(Mesh in, Mesh out) {
        long[] keys = out.vertexKeys().clone();
        Arrays.sort(keys);
        for (long key : in.vertexKeys()) assertTrue(Arrays.binarySearch(keys, key) < 0, "a vertex was not rounded");
    }

    /** Half a side of the base is as wide as the strips can be; the long edges get no further stations, which are no help. */
    @ParameterizedTest
    @CsvSource({"16, 1.1", "32, 1.02", "32, 1.5", "48, 1.1", "64, 1.02", "64, 2", "96, 1.5", "96, 3", "128, 1.3"})
    void edgesOfAConeFillWhatThereIs(int sides, double times) throws StepException {
        Mesh cone = EdgeRoundingTest.make(new Cone(20, 0, 20, sides, 1, Seat.CENTRED));
        TestContext context = new TestContext(4);
        Mesh out = rounded(cone, times * 10 * Math.sin(Math.PI / sides), context);
        assertNothingLeft(cone, out);
        assertEquals(9 * sides + 1, out.faceCount());
        assertEquals(1, context.remarks.size(), "narrower than asked");
        assertEquals(Remark.Level.REMARK, context.remarks.getFirst().level());
    }

    /** More than a thousand strips that all hang together, some of them between edges that are too near each other. */
    @ParameterizedTest
    @ValueSource(doubles = {0.8, 1.3, 2.5})
    void largeNetsComeOutAsAWhole(double width) throws StepException {
        Mesh box = EdgeRoundingTest.make(new Box(60, 60, 10, 20, 20, 1, Seat.CENTRED));
        double[] xyz = box.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            // Dents, so that all edges turn, and one row of fields that is half as wide.
            xyz[i + 2] += 0.4 * Math.cos(1.7 * xyz[i]) * Math.cos(1.3 * xyz[i + 1]);
            if (Math.abs(xyz[i] - 3) < 1e-9) xyz[i] -= 1.5;
        }
        Mesh in = box.withPositions(xyz), out = rounded(in, width, new TestContext(4));
        assertNothingLeft(in, out);
    }
}
