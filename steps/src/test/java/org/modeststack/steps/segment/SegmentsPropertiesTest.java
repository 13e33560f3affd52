package org.modeststack.steps.segment;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.anySource;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.some;
import static org.modeststack.steps.PartFixtures.volume;
import static org.modeststack.steps.segment.SegmentsTest.lines;
import static org.modeststack.steps.segment.SegmentsTest.sides;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.extrude.Extrude;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Term;
import org.modeststack.steps.source.Cone;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** What must hold of {@link SegmentsTest}'s subject for whatever is drawn at random. */
class SegmentsPropertiesTest {

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

    /** A cone's faces meet in a point, and a ball's in two. */
    @Property(tries = 30)
    void rowsOfTrianglesKeepTheirPoint(@ForAll @IntRange(min = 3, max = 50) int to) throws StepException {
        Mesh cone = TestContext.run(new Cone(20, 0, 15, 12, 1, Seat.STANDING));
        Mesh out = TestContext.run(new Segments(pick("edges: all; without facing 0 0 -1 1"), to), cone);
        assertEquals(to + 1, out.vertexCount());
        // A pyramid over a regular polygon.
        assertEquals(0.5 * to * 100 * Math.sin(2 * Math.PI / to) * 15 / 3, volume(out), 1e-7);
        Mesh ball = TestContext.run(new UvSphere(20, 12, 8, Seat.CENTRED));
        TestContext tc = new TestContext();
        Mesh round = new Segments(lines(ball), to).apply(ball, tc);
        System.out.println(
                "DBG " + tc.remarks + lines(ball).on(ball).selection().size());
        assertEquals(to * 7 + 2, round.vertexCount());
        assertTrue(Health.of(round).isClosed());
        for (int v = 0; v < round.vertexCount(); v++)
            assertEquals(10, round.point(v).length(), 1e-9, "on the ball");
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
}
