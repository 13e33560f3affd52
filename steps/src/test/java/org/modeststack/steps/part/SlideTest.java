package org.modeststack.steps.part;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.pick;

import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.Handle;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.pick.Pick;

class SlideTest {
    static final Vec3 UP = new Vec3(0, 0, 1);
    static final Pick UPRIGHT = pick("edges: inside -1 -1 -1 1 1 11");
    static final Pick MADE =
            Pick.of(ElementKind.EDGE, new org.modeststack.steps.pick.Rule.Made(new TestContext().madeTag()));

    static Mesh banded() throws StepException {
        return TestContext.run(new CutLoop(UPRIGHT, 1, 1, 0), MeshFixtures.cube(10));
    }

    @Test
    void evenIsTheSameDistanceEverywhere() throws StepException {
        // Edges beside the middle chain are 1, 2 and 3 long.
        Mesh m = MeshFixtures.faces(
                new double[] {0, 0, 0, 5, 0, 0, 5, 5, 0, 0, 1, 0, 5, 2, 0, 0, 5, 0},
                new int[][] {{0, 1, 4, 3}, {3, 4, 2, 5}});
        Pick chain = pick("edges: inside -1 0.9 -1 6 2.1 1");
        Mesh out = TestContext.run(new Slide(chain, 0.5, true, UP), m);
        double a = out.y(3) - 1, b = out.y(4) - 2;
        assertEquals(a, b, 1e-12);
        Mesh shares = TestContext.run(new Slide(chain, 0.5, false, UP), m);
        double up = (shares.y(3) - 1) * 2 / 4, down = (shares.y(4) - 2) * 2 / 3;
        assertTrue(up != down || Math.abs(up) > 0.2);
    }

    @Test
    void verticesSlideAlongTheEdgeThatFits() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        Mesh out = TestContext.run(new Slide(pick("vertices: inside -1 -1 -1 1 1 1"), 0.3, false, UP), m);
        Mesh along =
                TestContext.run(new Slide(pick("vertices: inside -1 -1 -1 1 1 1"), 0.3, false, new Vec3(1, 0.2, 0)), m);
        boolean up = false, right = false;
        for (int v = 0; v < 8; v++) {
            up |= out.point(v).minus(new Vec3(0, 0, 3)).length() < 1e-12;
            right |= along.point(v).minus(new Vec3(3, 0, 0)).length() < 1e-12;
        }
        assertTrue(up && right);
    }

    @Test
    void aSideWithoutEdgesIsSaid() throws StepException {
        Mesh sheet = MeshFixtures.sheet(3);
        for (double share : new double[] {0.5, -0.5}) {
            TestContext context = new TestContext();
            new Slide(pick("edges: inside -0.1 -0.1 -1 4 0.1 1"), share, false, UP).apply(sheet, context);
            if (!context.remarks.isEmpty()) {
                assertTrue(context.remarks.getFirst().text().contains("no edge to slide along"));
                return;
            }
        }
        throw new AssertionError("one of the two sides is outside the sheet");
    }

    @Test
    void theHandleFollowsTheNumber() throws StepException {
        Mesh m = banded();
        for (double share : new double[] {-0.5, 0.25}) {
            Slide s = new Slide(MADE, share, false, UP);
            Handle h = s.handles(m).getFirst();
            // A millimetre along the handle's line is this much of the number.
            Mesh more = TestContext.run(new Slide(MADE, share + h.rate(), false, UP), m);
            Mesh now = TestContext.run(s, m);
            double best = Double.POSITIVE_INFINITY;
            for (int v = 8; v < 12; v++)
                best = Math.min(
                        best, more.point(v).minus(now.point(v)).minus(h.along()).length());
            assertEquals(0, best, 1e-9);
        }
    }
}
