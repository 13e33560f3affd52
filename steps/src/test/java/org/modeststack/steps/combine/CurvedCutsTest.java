package org.modeststack.steps.combine;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.shade.CornerNormals;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** How balls are shaded beside where they are cut: exactly as balls, whose normals are known. */
class CurvedCutsTest {
    private static final double RADIUS = 25;

    /** @param inside whether the ball is what is taken away, so that one looks at it from inside */
    @ParameterizedTest
    @CsvSource({"DIFFERENCE, false", "DIFFERENCE, true", "UNION, false", "INTERSECTION, false"})
    void whatIsLeftOfABallIsShadedAsABall(Operation op, boolean inside) throws StepException {
        Mesh ball = TestContext.run(new UvSphere(2 * RADIUS, 64, 32, Seat.CENTRED));
        Mesh block = MeshFixtures.box(-9, -14, -40, 13, 11, inside ? 21.3 : 40);
        Mesh m = inside ? Booleans.combine(op, block, ball) : Booleans.combine(op, ball, block);
        String part = inside ? ":b" : ":";
        Selection faces = Selection.of(m, m.tag(Booleans.last.madeTag() + part));
        assertEquals(ElementKind.FACE, faces.kind());
        CornerNormals normals = new CornerNormals(m);
        double[] n = new double[3];
        double worst = 0;
        int corners = 0;
        for (int f = 0; f < m.faceCount(); f++) {
            if (!faces.contains(f)) continue;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                normals.at(c, n);
                Vec3 exact = m.point(m.corners()[c]).unit().times(inside ? -1 : 1);
                double cos = exact.dot(new Vec3(n[0], n[1], n[2]));
                worst = Math.max(worst, Math.toDegrees(Math.acos(Math.min(1, cos))));
                corners++;
            }
        }
        assertTrue(corners > 300, corners + " corners");
        assertTrue(worst < 0.5, "off by " + worst + " degrees");
    }
}
