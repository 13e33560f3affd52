package org.modeststack.steps.anchor;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mockito;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.select.Rims;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepContext;
import org.modeststack.steps.StepException;
import org.modeststack.steps.combine.BooleanStep;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Rims of holes, of any form, in flat and round bodies: the whole of them is found, and nothing else. */
class RimsTest {
    private static final StepContext CONTEXT = Mockito.mock(StepContext.class);
    private static final double X = 3, Y = -2;

    private static Mesh drilled(Step body, Step cutter) throws StepException {
        Mesh tool = new Move(new Vec3(X, Y, 0)).apply(cutter.apply(Mesh.EMPTY, CONTEXT), CONTEXT);
        Mockito.when(CONTEXT.geometry("t")).thenReturn(Geometry.of(tool));
        Mockito.when(CONTEXT.body("t")).thenReturn(tool);
        Mockito.when(CONTEXT.madeTag()).thenReturn("made:1");
        return new BooleanStep(Operation.DIFFERENCE, Bodies.of("t")).apply(body.apply(Mesh.EMPTY, CONTEXT), CONTEXT);
    }

    private static Step body(String name) {
        return switch (name) {
            case "plate" -> new Box(60, 60, 10, 1, 1, 1, Seat.CENTRED);
            case "divided plate" -> new Box(60, 60, 10, 7, 9, 2, Seat.CENTRED);
            default -> new UvSphere(60, 48, 24, Seat.CENTRED);
        };
    }

    private static Step cutter(String name) {
        return switch (name) {
            case "round" -> new Cylinder(20, 200, 24, 1, 0, Seat.CENTRED);
            case "square" -> new Box(20, 20, 200, 1, 1, 1, Seat.CENTRED);
            default -> new Cylinder(20, 200, 6, 1, 0, Seat.CENTRED);
        };
    }

    private static boolean isOnRim(Vec3 p, String cutter) {
        double x = Math.abs(p.x() - X), y = Math.abs(p.y() - Y);
        if (cutter.equals("square")) return Math.abs(Math.max(x, y) - 10) < 1e-6;
        double r = Math.hypot(x, y), least = 10 * Math.cos(Math.PI / (cutter.equals("round") ? 24 : 6));
        return r > least - 1e-6 && r < 10 + 1e-6;
    }

    @ParameterizedTest
    @CsvSource({
        "plate, round", "plate, square", "plate, six-sided",
        "divided plate, round", "divided plate, square", "divided plate, six-sided",
        "ball, round", "ball, square", "ball, six-sided"
    })
    void theWholeRimOfAHoleIsFoundFromEachOfItsEdges(String body, String cutter) throws StepException {
        Mesh m = drilled(body(body), cutter(cutter));
        Adjacency adj = m.adjacency();
        BitSet cut = Selection.of(m, m.tag("made:1")).to(m, ElementKind.EDGE).elements();
        int tried = 0;
        for (int e = 0; e < adj.edgeCount(); e++) {
            Vec3 a = m.point(adj.edgeLow(e));
            if (!cut.get(e) || a.z() < 0) continue;
            Selection rim = Rims.through(m, e, new Vec3(0, 0, 1));
            assertNotNull(rim, "edge " + e);
            double minX = 1e9, maxX = -1e9, minY = 1e9, maxY = -1e9;
            for (int r = rim.elements().nextSetBit(0);
                    r >= 0;
                    r = rim.elements().nextSetBit(r + 1)) {
                for (int v : new int[] {adj.edgeLow(r), adj.edgeHigh(r)}) {
                    Vec3 p = m.point(v);
                    assertTrue(p.z() > 0 && isOnRim(p, cutter), "edge " + e + " leads to " + p);
                    minX = Math.min(minX, p.x());
                    maxX = Math.max(maxX, p.x());
                    minY = Math.min(minY, p.y());
                    maxY = Math.max(maxY, p.y());
                }
            }
            assertEquals(X, (minX + maxX) / 2, 1e-6, "all round");
            assertEquals(Y, (minY + maxY) / 2, 1e-6, "all round");
            tried++;
        }
        assertTrue(tried >= 4, "tried " + tried);
    }

    /** Meridians end at the poles, and nothing is sharp: there is no line that closes. */
    @Test
    void whatLeadsNowhereIsNoRim() throws StepException {
        Mesh ball = new UvSphere(20, 49, 24, Seat.CENTRED).apply(Mesh.EMPTY, CONTEXT);
        Adjacency adj = ball.adjacency();
        int meridians = 0;
        for (int e = 0; e < adj.edgeCount(); e++) {
            Vec3 a = ball.point(adj.edgeLow(e)), b = ball.point(adj.edgeHigh(e));
            Selection rim = Rims.through(ball, e, a.unit());
            if (Math.abs(a.z() - b.z()) < 1e-9) {
                assertEquals(49, rim.elements().cardinality(), "a ring");
            } else {
                assertNull(rim);
                meridians++;
            }
        }
        assertEquals(49 * 24, meridians);
    }
}
