package org.modeststack.steps.segment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.volume;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;

class SegmentsTest {
    /** The upright edges of a bar. */
    static final Pick UPRIGHT = pick("edges: inside -11 -11 -1 11 11 31; without facing 0 0 1 1");

    static Pick sides(int n) {
        return pick("edges: sharper " + (360.0 / n - 1) + "; without sharper 80");
    }

    @Test
    void theSameCountIsTheSameShape() throws StepException {
        Mesh m = bar(16, 20, 10), out = TestContext.run(new Segments(sides(16), 16), m);
        assertEquals(m.faceCount(), out.faceCount());
        assertEquals(volume(m), volume(out), 1e-9);
    }

    @Test
    void rowsThatShareARimChangeTogether() throws StepException {
        Mesh m = TestContext.run(new CutLoop(sides(16), 3, 1, 0), bar(16, 20, 10));
        Mesh out = TestContext.run(new Segments(sides(16), 24), m);
        assertEquals(4 * 24 + 2, out.faceCount());
        assertTrue(Health.of(out).isClosed());
        TestContext held = new TestContext();
        Mesh one = new Segments(pick("edges: sharper 20; without sharper 80; within inside -11 -11 -1 11 11 3"), 24)
                .apply(m, held);
        assertSame(m, one, "the row above holds the rim");
        assertTrue(held.remarks.getFirst().text().startsWith("1 round part was left"));
    }

    /** The meridians: edges whose ends differ in height. */
    static Pick lines(Mesh ball) {
        org.modeststack.mesh.select.Selection s = org.modeststack.mesh.select.Selection.none(ElementKind.EDGE);
        for (int e = 0; e < ball.edgeCount(); e++) {
            double a = ball.z(ball.adjacency().edgeLow(e)),
                    b = ball.z(ball.adjacency().edgeHigh(e));
            if (Math.abs(a - b) > 1e-6) s.elements().set(e);
        }
        return Pick.hand(ball, s);
    }

    @Test
    void tagsGoToTheNearest() throws StepException {
        Mesh m = TestContext.run(new TagStep(UPRIGHT, "rim", 0.5), bar(8, 20, 10));
        Mesh out = TestContext.run(new Segments(sides(8), 32), m);
        for (int i = 0; i < out.tag("rim").size(); i++)
            assertEquals(0.5, out.tag("rim").weight(i));
        assertTrue(out.tag("rim").size() >= 32);
    }

    @Test
    void badNumbersAreSaid() throws StepException {
        Mesh m = bar(8, 20, 10);
        assertThrows(StepException.class, () -> TestContext.run(new Segments(sides(8), 2), m));
        TestContext none = new TestContext();
        assertSame(m, new Segments(pick("edges: facing 0 0 1 1"), 12).apply(m, none));
        assertEquals(1, none.remarks.size());
    }

    /** A bar has a line straight along X; whatever its keys, there is one again, so that it stays symmetric. */
    @ParameterizedTest
    @CsvSource({"32, 40", "12, 20", "16, 10", "8, 36"})
    void aLineOnAnAxisStays(int before, int after) throws StepException {
        for (int i = 0; i < 12; i++) {
            Mesh m = bar(before, 20, 10 + i);
            Mesh out = TestContext.run(new Segments(sides(before), after), m);
            int onAxis = 0;
            for (int v = 0; v < out.vertexCount(); v++) {
                if (Math.abs(out.y(v)) < 1e-9 || Math.abs(out.x(v)) < 1e-9) onAxis++;
            }
            assertTrue(onAxis >= 2, before + " to " + after + ", height " + (10 + i));
        }
    }
}
