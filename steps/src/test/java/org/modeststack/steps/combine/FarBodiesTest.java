package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;

import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.LoneContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.arrange.Operation;

/** Large and small in one cut, out to where bodies may reach. */
class FarBodiesTest {
    @ParameterizedTest
    @ValueSource(doubles = {1, 1e3, 1e6, 1e9, 1e12})
    void aSmallCubeIsCutOutOfALargeOne(double size) throws StepException {
        Mesh large = MeshFixtures.box(0, 0, 0, size, size, size);
        Mesh small = MeshFixtures.box(-0.25, 0.125, 0.125, 0.5, 0.5, 0.5);
        LoneContext context = new LoneContext(Map.of("small", small));
        Mesh out = new BooleanStep(Operation.DIFFERENCE, Bodies.of("small")).apply(large, context);
        assertFalse(out.isEmpty());
        assertEquals(size * size * size, Measures.of(out).volume(), Math.max(0.071, 1e-9 * size * size * size));
        if (size < 1e9) assertEquals(true, Health.of(out).isClosed());
    }

    /** In one plane, where edges meet edges. */
    @ParameterizedTest
    @ValueSource(doubles = {1e6, 1e12})
    void whatLiesInOnePlane(double size) throws StepException {
        Mesh large = MeshFixtures.box(-size, -size, -size, size, size, 0);
        Mesh small = MeshFixtures.box(0, 0, -1e-3, 2 * size, 1e-3, 0);
        LoneContext context = new LoneContext(Map.of("small", small));
        assertFalse(new BooleanStep(Operation.UNION, Bodies.of("small"))
                .apply(large, context)
                .isEmpty());
    }
}
