package org.modeststack.steps.cut;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.Rule;

class SplitAndPathTest {
    /** Into how many faces a face of so many sides falls; all with the area that was there. */
    @ParameterizedTest
    @CsvSource({"3, 2, 4", "3, 5, 25", "4, 2, 4", "4, 7, 49", "5, 2, 5", "6, 2, 6", "6, 4, 24", "8, 6, 72", "6, 3, 1"})
    void aFaceIsDividedByItsSides(int sides, int parts, int faces) throws StepException {
        Mesh m = MeshFixtures.regular(sides, 10);
        TestContext context = new TestContext();
        Mesh out = new Split(Pick.all(ElementKind.FACE), parts).apply(m, context);
        assertEquals(faces, out.faceCount());
        assertEquals(Measures.of(m).area(), Measures.of(out).area(), 1e-9);
        assertEquals(1, euler(out));
        assertEquals((long) sides * parts, Health.of(out).borderEdges());
        assertEquals(faces == 1 ? 1 : 0, context.remarks.size());
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
    }

    @Test
    void coloursAreMixedInEveryPart() throws StepException {
        for (int sides : new int[] {3, 4, 6}) {
            Mesh m = MeshFixtures.coloredByPlace(MeshFixtures.regular(sides, 0.4), 0.5);
            Mesh out = TestContext.run(new Split(Pick.all(ElementKind.FACE), 4), m);
            for (int c = 0; c < out.cornerCount(); c++) {
                assertEquals(0.5 + out.x(out.corners()[c]), out.cornerColors()[4 * c], 1e-6, sides + " sides");
                assertEquals(0.5 + out.y(out.corners()[c]), out.cornerColors()[4 * c + 1], 1e-6, sides + " sides");
            }
        }
    }

    /** From corner to opposite corner of a sheet of n × n quads, by a way that passes no vertex between. */
    @ParameterizedTest
    @CsvSource({"3, 2", "5, 3", "8, 5", "9, 1"})
    void aPathCutsEveryFaceBetween(int n, int rise) throws StepException {
        Mesh sheet = MeshFixtures.sheet(n);
        Pick ends = hand(sheet, ElementKind.VERTEX, at(sheet, 0, 0), at(sheet, n, rise));
        Mesh out = TestContext.run(new CutPath(ends, 0.5, false), sheet);
        // A line over a grid crosses n + rise − gcd(n, rise) squares (common practice in drawing lines on grids).
        assertEquals(n * n + n + rise - gcd(n, rise), out.faceCount());
        assertEquals(n * n, Measures.of(out).area(), 1e-9);
        assertEquals(1, euler(out));
        for (int v = sheet.vertexCount(); v < out.vertexCount(); v++)
            assertEquals(out.x(v) * rise, out.y(v) * n, 1e-9, "on the line");
    }

    static int gcd(int a, int b) {
        return b == 0 ? a : gcd(b, a % b);
    }

    static int at(Mesh m, double x, double y) {
        for (int v = 0; v < m.vertexCount(); v++) if (Math.abs(m.x(v) - x) + Math.abs(m.y(v) - y) < 1e-9) return v;
        throw new AssertionError("no vertex at " + x + " " + y);
    }

    static Pick hand(Mesh m, ElementKind kind, int... elements) {
        return Pick.of(kind, Rule.Hand.of(m, kind, elements));
    }

    @Test
    void aPathGoesRoundACornerOfABody() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        int a = corner(m, 0, 0, 10), b = corner(m, 10, 10, 0);
        Mesh out = TestContext.run(new CutPath(hand(m, ElementKind.VERTEX, a, b), 0.5, false), m);
        // Opposite corners are seen along the way itself, so from a face: over its diagonal, then down the edge.
        assertEquals(7, out.faceCount());
        assertEquals(8, out.vertexCount());
        assertEquals(1000, volume(out), 1e-9);
        assertTrue(Health.of(out).isClosed());
    }

    @Test
    void aPathCutsTheEdgesBetweenTheFacesOfABody() throws StepException {
        Mesh m = TestContext.run(
                new org.modeststack.steps.source.Box(10, 10, 10, 2, 2, 1, org.modeststack.steps.source.Seat.STANDING));
        // From the middle of an edge on top to the middle of one at the bottom, over two sides.
        int a = corner(m, 0, -5, 10), b = corner(m, 5, 0, 0);
        Mesh out = TestContext.run(new CutPath(hand(m, ElementKind.VERTEX, a, b), 0.5, false), m);
        assertEquals(m.faceCount() + 2, out.faceCount());
        assertEquals(m.vertexCount() + 1, out.vertexCount());
        assertEquals(1000, volume(out), 1e-9);
        assertEquals(2, euler(out));
    }

    static int corner(Mesh m, double x, double y, double z) {
        for (int v = 0; v < m.vertexCount(); v++)
            if (Math.abs(m.x(v) - x) + Math.abs(m.y(v) - y) + Math.abs(m.z(v) - z) < 1e-9) return v;
        throw new AssertionError();
    }

    @ParameterizedTest
    @CsvSource({"0.5", "0.2", "0.9"})
    void throughEdgesItKeepsToOneSide(double share) throws StepException {
        Mesh sheet = MeshFixtures.sheet(4);
        // The edges along x = 1, 2, 3 in one row, picked in order.
        int[] edges = new int[3];
        for (int i = 0; i < 3; i++)
            edges[i] = sheet.adjacency().edgeBetween(at(sheet, i + 1, 1), at(sheet, i + 1, 2), sheet);
        Mesh out = TestContext.run(new CutPath(hand(sheet, ElementKind.EDGE, edges), share, false), sheet);
        assertEquals(16 + 2, out.faceCount());
        double y = out.y(sheet.vertexCount());
        assertEquals(Math.min(share, 1 - share), Math.min(y - 1, 2 - y), 1e-12);
        for (int v = sheet.vertexCount(); v < out.vertexCount(); v++) assertEquals(y, out.y(v), 1e-12);
        assertEquals(2, out.tag(new TestContext().madeTag()).size(), "what was cut can be picked");
    }

    @Test
    void closedPathsComeBack() throws StepException {
        Mesh m = bar(12, 20, 10);
        int[] low = new int[3];
        for (int i = 0; i < 3; i++) {
            double a = 2 * Math.PI * i / 3;
            low[i] = corner(m, 10 * Math.cos(a), 10 * Math.sin(a), 10);
        }
        Mesh out = TestContext.run(new CutPath(hand(m, ElementKind.VERTEX, low), 0.5, true), m);
        assertEquals(m.faceCount() + 3, out.faceCount(), "a triangle and three pieces beside it");
        assertEquals(volume(m), volume(out), 1e-9);
    }

    @Test
    void whatCannotBeCutIsSaid() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        TestContext one = new TestContext();
        assertSame(m, new CutPath(hand(m, ElementKind.VERTEX, 0), 0.5, false).apply(m, one));
        assertEquals(1, one.remarks.size());
        Mesh two = MeshFixtures.both(m, MeshFixtures.moved(m, 30, 0, 0));
        TestContext apart = new TestContext();
        Mesh out = new CutPath(hand(two, ElementKind.VERTEX, 0, 9), 0.5, false).apply(two, apart);
        assertEquals(two.faceCount(), out.faceCount());
        assertTrue(apart.remarks.getFirst().text().startsWith("1 of 1 part of the path left out"));
    }
}
