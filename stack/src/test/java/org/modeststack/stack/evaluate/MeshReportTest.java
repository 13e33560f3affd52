package org.modeststack.stack.evaluate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;

import org.junit.jupiter.api.Test;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.Axis;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Seat;

/** Copies that share a mesh are reported as if all their faces were there. */
class MeshReportTest extends OneBody {
    private Geometry row(String type, Object... values) {
        start(new Cone(20, 4, 30, 90, 90, Seat.STANDING));
        StepDescriptor d = Steps.byType(type);
        var step = d.createDefault();
        for (int i = 0; i < values.length; i += 2) step = d.with(step, (String) values[i], values[i + 1]);
        add(step);
        return evaluator.evaluate(this.d, a, Progress.NONE).geometry();
    }

    private static void assertReported(Geometry shared, int copies) {
        assertEquals(copies, shared.parts().size());
        assertNull(shared.known(), "too many faces to be made at once");
        MeshReport r = MeshReport.of(shared);
        MeshReport made = MeshReport.of(shared.mesh());
        assertEquals(made.vertices(), r.vertices());
        assertEquals(made.edges(), r.edges());
        assertEquals(made.faces(), r.faces());
        assertEquals(made.health(), r.health());
        assertEquals(made.measures().shells(), r.measures().shells());
        assertEquals(made.measures().eulerCharacteristic(), r.measures().eulerCharacteristic());
        assertEquals(
                made.measures().volume(),
                r.measures().volume(),
                1e-9 * made.measures().volume());
        assertEquals(
                made.measures().area(),
                r.measures().area(),
                1e-9 * made.measures().area());
        assertEquals(
                0, made.measures().centroid().minus(r.measures().centroid()).length(), 1e-9);
        // Once the faces are there they are what is reported.
        assertEquals(made, MeshReport.of(shared));
    }

    @Test
    void rowsAndRings() {
        assertReported(row("row-array", "count", 5), 5);
        assertReported(row("round-array", "count", 7, "axis", Axis.X), 7);
    }
}
