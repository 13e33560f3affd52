package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.BitSet;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.bevel.Measure;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.rail.StripWidths;
import org.modeststack.steps.source.Box;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;

/** Widths that change along the edges, and such that are measured by what is beside them, over any division. */
class StripWidthsTest {
    private static final String FRONT = "edges: inside -26 -10.1 9.9 26 -9.9 10.1";

    private static Step bevel(String pick, double width, int segments) {
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "where", PickText.parse(pick));
        return bevel.with(bevel.with(s, "width", width), "segments", segments);
    }

    private static Step with(Step s, String param, Object value) {
        return Steps.byType("bevel").with(s, param, value);
    }

    /** One edge of a bar, whatever its faces are divided into: the rail on top runs straight from one width to the other. */
    @Property(tries = 60)
    void aTaperIsExactOnFlatFacesHoweverTheyAreDivided(
            @ForAll @IntRange(min = 1, max = 12) int along,
            @ForAll @IntRange(min = 1, max = 9) int across,
            @ForAll @DoubleRange(min = 0.1, max = 3) double width,
            @ForAll @DoubleRange(min = 0.05, max = 2.5) double taper)
            throws StepException {
        assertTapers(along, across, width, taper);
    }

    /** The rail ends just behind a vertex of the end's edge, through which the profile runs then. */
    @ParameterizedTest
    @CsvSource({"1, 5, 1.61, 2.49", "8, 5, 1.61, 2.5"})
    void aTaperMayEndBesideAVertex(int along, int across, double width, double taper) throws StepException {
        assertTapers(along, across, width, taper);
    }

    private static void assertTapers(int along, int across, double width, double taper) throws StepException {
        Mesh bar = TestContext.run(new Box(50, 20, 20, along, across, across, Seat.CENTRED));
        Mesh m = with(bevel(FRONT, width, 3), "taper", taper).apply(bar, new TestContext(4));
        EdgeRoundingTest.assertSound(m);
        // As near as this to what is there a rail runs along it.
        double near = 2e-3 * width * Math.max(1, taper);
        double first = atX(m, -25), last = atX(m, 25);
        boolean isBack = Math.abs(first - width * taper) < Math.abs(first - width);
        assertEquals(isBack ? width * taper : width, first, near);
        assertEquals(isBack ? width : width * taper, last, near);
        for (int v : EdgeRoundingTest.rails(m)) {
            if (m.z(v) < 10 - 1e-9 || Math.abs(m.x(v)) > 25 - 1e-9) continue;
            double t = (m.x(v) + 25) / 50;
            assertEquals(width * (1 + (isBack ? 1 - t : t) * (taper - 1)), m.y(v) + 10, near, "at " + m.x(v));
        }
    }

    /** How far the rail on top is from the edge at one end: what lies nearer to it there belongs to the profile. */
    private static double atX(Mesh m, double x) {
        return Arrays.stream(EdgeRoundingTest.rails(m))
                .filter(v -> m.z(v) > 10 - 1e-9 && Math.abs(m.x(v) - x) < 1e-9)
                .mapToDouble(v -> m.y(v) + 10)
                .max()
                .orElseThrow();
    }

    /** Where faces are not divided, a strip that is measured by what is beside it is that which is cut beside. */
    @ParameterizedTest
    @CsvSource({"SHARE, 1", "SHARE, 3", "SAME, 1", "SAME, 4", "DEEP, 2"})
    void allEdgesOfABlockComeOutAsThoseThatAreCutBeside(Measure measure, int segments) throws StepException {
        Mesh block = TestContext.run(new Box(50, 50, 10, 1, 1, 1, Seat.CENTRED));
        Step over = with(bevel("edges: all", 1.5, segments), "measure", measure);
        Mesh a = over.apply(block, new TestContext(4));
        Mesh b = with(over, "rails", Rails.BESIDE).apply(block, new TestContext(4));
        EdgeRoundingTest.assertSound(a);
        assertEquals(b.faceCount(), a.faceCount());
        assertEquals(Measures.of(b).volume(), Measures.of(a).volume(), 1e-4);
    }

    /** A bar whose ends are slanted: "same" is measured along them, "along" square to the edge. */
    @ParameterizedTest
    @CsvSource({"SAME, 2", "ALONG, 2.8284271247"})
    void theSameWidthIsMeasuredAlongSlantedEdges(Measure measure, double alongSlanted) throws StepException {
        Mesh bar = MeshFixtures.box(-25, -10, -10, 25, 10, 10);
        double[] xyz = bar.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) xyz[i] += xyz[i + 1];
        Mesh slanted = bar.withPositions(xyz);
        Mesh m = with(bevel("edges: inside -36 -10.1 9.9 16 -9.9 10.1", 2, 2), "measure", measure)
                .apply(slanted, new TestContext(4));
        EdgeRoundingTest.assertSound(m);
        int onTop = 0;
        for (int v : EdgeRoundingTest.rails(m)) {
            if (m.z(v) < 10 - 1e-9) continue;
            onTop++;
            Vec3 p = m.point(v);
            double far = Math.min(
                    p.minus(new Vec3(-35, -10, 10)).length(),
                    p.minus(new Vec3(15, -10, 10)).length());
            assertEquals(alongSlanted, far, 1e-6);
        }
        assertEquals(2, onTop);
    }

    /** An edge in pieces of different width: the rail follows, though the edge is straight. */
    @Test
    void whereTheWidthChangesTheRailDoes() throws StepException {
        Mesh bar = TestContext.run(new Box(50, 20, 20, 10, 4, 4, Seat.CENTRED));
        Adjacency adj = bar.adjacency();
        BitSet edges = PickText.parse(FRONT)
                .on(bar, new TestContext(4))
                .to(bar, ElementKind.EDGE)
                .elements();
        assertEquals(10, edges.cardinality());
        StripWidths widths =
                StripWidths.of(e -> Math.abs(bar.x(adj.edgeLow(e)) + bar.x(adj.edgeHigh(e))) < 1e-9 + 12 ? 1 : 2);
        Mesh m = new EdgeRounding(bar, edges, new ProfileCurve(1, 2), true, null, new TestContext(4))
                .round(widths)
                .mesh();
        EdgeRoundingTest.assertSound(m);
        assertEquals(2, atX(m, -25), 1e-6);
        assertEquals(2, atX(m, -15), 1e-6);
        assertEquals(1, atX(m, 0), 1e-6);
        assertEquals(2, atX(m, 25), 1e-6);
    }

    /** Half of the rim of a bar, tapering: as far from the rim everywhere as its place along the rim says. */
    @Test
    void onACurvedWallATaperFollowsTheRim() throws StepException {
        Random random = new Random(5);
        for (int i = 0; i < 20; i++) {
            int sides = 4 * (6 + random.nextInt(12)), rings = 1 + random.nextInt(20);
            double width = 0.5 + 2 * random.nextDouble(), taper = 0.2 + 2 * random.nextDouble();
            Mesh bar = TestContext.run(new Cylinder(40, 30, sides, rings, 0, Seat.CENTRED));
            Mesh m = with(bevel("edges: inside -21 -21 14.9 21 0.01 15.1", width, 2), "taper", taper)
                    .apply(bar, new TestContext(4));
            EdgeRoundingTest.assertSound(m);
            int onWall = 0;
            for (int v : EdgeRoundingTest.rails(m)) {
                double r = Math.hypot(m.x(v), m.y(v)), down = 15 - m.z(v);
                // The ends of the chain turn into the top; what lies on the wall between them is looked at.
                if (r < 20 * Math.cos(Math.PI / sides) - 1e-6 || down < 1e-6 || m.y(v) > -0.5) continue;
                onWall++;
                double t = Math.acos(Math.clamp(-m.x(v) / r, -1, 1)) / Math.PI;
                double one = width * (1 + t * (taper - 1)), other = width * (1 + (1 - t) * (taper - 1));
                double off = Math.min(Math.abs(down - one), Math.abs(down - other));
                assertTrue(off < 0.03 * width * Math.max(1, taper), "off by " + off + " of " + width);
            }
            assertTrue(onWall >= sides / 4, onWall + " of " + sides);
        }
    }
}
