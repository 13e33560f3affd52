package org.modeststack.steps.clean;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Remark;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Vertices become one by how near they are to what stays, not by what lies between. */
class WeldTest {
    @Property(tries = 60)
    void nothingMovesFartherThanTheDistance(
            @ForAll @IntRange(min = 6, max = 24) int around,
            @ForAll @DoubleRange(min = 0.05, max = 8) double times,
            @ForAll int shaken)
            throws StepException {
        Mesh ball = ball(around);
        Random random = new Random(shaken);
        double[] xyz = ball.xyz().clone();
        double edge = Math.PI * 20 / around, distance = times * edge;
        for (int i = 0; i < xyz.length; i++) xyz[i] += 0.3 * edge * random.nextGaussian();
        Mesh m = ball.withPositions(xyz);
        int[] into = Welding.staying(m, distance, null, new TestContext());
        for (int v = 0; v < into.length; v++) {
            assertEquals(into[v], into[into[v]], "what something is merged into stays");
            assertTrue(apart(m, v, into[v]) <= distance);
            for (int w = 0; w < v; w++)
                if (into[v] == v && into[w] == w) assertTrue(apart(m, v, w) > distance, "what stays is apart");
        }
    }

    private static double apart(Mesh m, int v, int w) {
        return m.point(v).minus(m.point(w)).length();
    }

    private static Mesh ball(int around) throws StepException {
        return TestContext.run(new UvSphere(20, around, around / 2, Seat.CENTRED));
    }

    /** Onward a ball whose edges are shorter than the distance becomes nothing; else it becomes a coarser one. */
    @Test
    void aBallOfShortEdgesStaysABall() throws StepException {
        Mesh ball = ball(48);
        assertEquals(0, TestContext.run(new Weld(2, true), ball).faceCount());
        TestContext context = new TestContext();
        Mesh coarser = new Weld(2, false).apply(ball, context);
        assertTrue(coarser.faceCount() > 100 && coarser.faceCount() < ball.faceCount());
        assertEquals(1, Measures.of(coarser).volume() / Measures.of(ball).volume(), 0.1);
        assertEquals(Remark.Level.REMARK, context.remarks.getFirst().level(), "faces vanish");
    }

    @Test
    void aBodyThatWouldVanishStays() throws StepException {
        Mesh cube = MeshFixtures.cube(3);
        TestContext context = new TestContext();
        assertSame(cube, new Weld(10, false).apply(cube, context));
        assertEquals(
                "Nothing would be left of the body within 10 mm, so nothing was merged: weld within less.",
                context.remarks.getFirst().text());
        assertEquals(Remark.Level.FAULT, context.remarks.getFirst().level());
    }
}
