package org.modeststack.steps.segment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.anySource;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.some;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.cut.CutLoop;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.mark.TagStep;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

class SegmentsTest {
    /** The upright edges of a bar. */
    private static final Pick UPRIGHT = pick("edges: inside -11 -11 -1 11 11 31; without facing 0 0 1 1");

    private static Pick sides(int n) {
        return pick("edges: sharper " + (360.0 / n - 1) + "; without sharper 80");
    }

    /** A prism over a regular polygon: n/2 · r² · sin(2π/n) · h. */
    @Property(tries = 60)
    void aBarOfAnyCountBecomesABarOfAnother(
            @ForAll @IntRange(min = 5, max = 40) int from, @ForAll @IntRange(min = 3, max = 90) int to)
            throws StepException {
        Mesh m = bar(from, 20, 10);
        Mesh out = TestContext.run(new Segments(sides(from), to), m);
        assertEquals(to + 2, out.faceCount());
        assertEquals(2 * to, out.vertexCount());
        assertEquals(0.5 * to * 100 * Math.sin(2 * Math.PI / to) * 10, volume(out), 1e-7);
        assertEquals(2, euler(out));
        assertTrue(Health.of(out).isClosed());
        assertEquals(0, Health.of(out).flippedEdges());
        assertEquals(to, out.tag(new TestContext().madeTag()).size());
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
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

    /** A cone's faces meet in a point, and a ball's in two. */
    @Property(tries = 30)
    void rowsOfTrianglesKeepTheirPoint(@ForAll @IntRange(min = 3, max = 50) int to) throws StepException {
        Mesh cone = TestContext.run(new Cone(20, 0, 15, 12, 1, Seat.STANDING));
        Mesh out = TestContext.run(new Segments(pick("edges: all; without facing 0 0 -1 1"), to), cone);
        assertEquals(to + 1, out.vertexCount());
        // A pyramid over a regular polygon.
        assertEquals(0.5 * to * 100 * Math.sin(2 * Math.PI / to) * 15 / 3, volume(out), 1e-7);
        Mesh ball = TestContext.run(new UvSphere(20, 12, 8, Seat.CENTERED));
        TestContext tc = new TestContext();
        Mesh round = new Segments(lines(ball), to).apply(ball, tc);
        System.out.println(
                "DBG " + tc.remarks + lines(ball).on(ball).selection().size());
        assertEquals(to * 7 + 2, round.vertexCount());
        assertTrue(Health.of(round).isClosed());
        for (int v = 0; v < round.vertexCount(); v++)
            assertEquals(10, round.point(v).length(), 1e-9, "on the ball");
    }

    /** The meridians: edges whose ends differ in height. */
    private static Pick lines(Mesh ball) {
        org.modeststack.mesh.select.Selection s = org.modeststack.mesh.select.Selection.none(ElementKind.EDGE);
        for (int e = 0; e < ball.edgeCount(); e++) {
            double a = ball.z(ball.adjacency().edgeLow(e)),
                    b = ball.z(ball.adjacency().edgeHigh(e));
            if (Math.abs(a - b) > 1e-6) s.elements().set(e);
        }
        return Pick.hand(ball, s);
    }

    /** A plate with one rounded corner, extruded: only its quarter changes. */
    @Property(tries = 30)
    void aQuarterOfACircleKeepsItsEnds(@ForAll @IntRange(min = 1, max = 40) int to) throws StepException {
        double[] xy = new double[2 * 8];
        xy[0] = 0;
        xy[1] = 0;
        xy[2] = 20;
        xy[3] = 0;
        for (int i = 0; i <= 4; i++) {
            double a = Math.PI / 2 * i / 4;
            xy[4 + 2 * i] = 10 + 10 * Math.cos(a);
            xy[5 + 2 * i] = 10 + 10 * Math.sin(a);
        }
        xy[14] = 0;
        xy[15] = 20;
        Mesh plate = TestContext.run(
                new Extrude(
                        pick("faces: all"),
                        5,
                        Extrude.Direction.TOGETHER,
                        new org.modeststack.mesh.Vec3(0, 0, 1),
                        0,
                        1,
                        true),
                org.modeststack.mesh.MeshFixtures.polygon(xy));
        Mesh out = TestContext.run(
                new Segments(
                        pick("edges: inside 9.9 9.9 -1 20.1 20.1 6; without facing 0 0 1 1; without facing 0 0 -1 1"),
                        to),
                plate);
        assertEquals(plate.faceCount() - 4 + to, out.faceCount());
        // Square less the corner: 400 − 100, and the sector as triangles from its centre.
        double sector = 0.5 * to * 100 * Math.sin(Math.PI / 2 / to);
        assertEquals((300 + sector) * 5, volume(out), 1e-7);
        assertTrue(Health.of(out).isClosed());
    }

    @Test
    void tagsGoToTheNearest() throws StepException {
        Mesh m = TestContext.run(new TagStep(UPRIGHT, "rim", 0.5), bar(8, 20, 10));
        Mesh out = TestContext.run(new Segments(sides(8), 32), m);
        for (int i = 0; i < out.tag("rim").size(); i++)
            assertEquals(0.5, out.tag("rim").weight(i));
        assertTrue(out.tag("rim").size() >= 32);
    }

    /** Rings of any edges of any source: what cannot be divided anew is left, and the rest is sound. */
    @Property(tries = 150)
    void anyRingsOnAnySourceLeaveAValidMesh(@ForAll long seed, @ForAll @IntRange(min = 3, max = 20) int to)
            throws StepException {
        Random random = new Random(seed);
        Mesh m = anySource(random);
        Pick lines = some(m, ElementKind.EDGE, 60, random).and(new Term.Change(Term.Kind.RING, 0));
        if (random.nextBoolean()) lines = lines.and(new Term.Change(Term.Kind.LOOP, 0));
        Mesh out = TestContext.run(new Segments(lines, to), m);
        Health h = Health.of(out);
        assertEquals(Health.of(m).isClosed(), h.isClosed());
        assertEquals(0, h.flippedEdges() + h.looseVertices() + h.nonManifoldEdges());
        assertEquals(euler(m), euler(out));
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
    }

    @Test
    void badNumbersAreSaid() throws StepException {
        Mesh m = bar(8, 20, 10);
        assertThrows(StepException.class, () -> TestContext.run(new Segments(sides(8), 2), m));
        TestContext none = new TestContext();
        assertSame(m, new Segments(pick("edges: facing 0 0 1 1"), 12).apply(m, none));
        assertEquals(1, none.remarks.size());
    }
}
