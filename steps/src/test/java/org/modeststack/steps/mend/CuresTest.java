package org.modeststack.steps.mend;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.MeshFixtures.both;
import static org.modeststack.mesh.MeshFixtures.cube;
import static org.modeststack.mesh.MeshFixtures.moved;
import static org.modeststack.mesh.MeshFixtures.polygon;
import static org.modeststack.steps.PartFixtures.bar;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.volume;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.PartFixtures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.patch.Fill;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.remove.Delete;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Each step that cures a fault. */
class CuresTest {
    private static Mesh ball(int sides) throws StepException {
        return TestContext.run(new UvSphere(20, sides, sides / 2, Seat.CENTRED));
    }

    @Property(tries = 60)
    void facesTurnedAtRandomComeToLookOutwards(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        Mesh m = PartFixtures.anySource(random);
        if (!Closure.of(m).isClosed()) return;
        BitSet some = new BitSet();
        for (int f = 0; f < m.faceCount(); f++) if (random.nextInt(3) == 0) some.set(f);
        Mesh out = TestContext.run(new TurnFaces(true), FaceTurning.turn(m, some));
        assertEquals(0, Closure.of(out).turned());
        assertEquals(volume(m), volume(out), 1e-9 * Math.abs(volume(m)));
    }

    @Test
    void hollowsStayHollows() throws StepException {
        Mesh hollow = both(cube(9), moved(cube(2), 3, 3, 3).flipped());
        TestContext context = new TestContext();
        assertSame(hollow, new TurnFaces(true).apply(hollow, context));
        assertEquals(
                "All faces look the same way already.",
                context.remarks.getFirst().text());
        assertEquals(729 - 8, volume(TestContext.run(new TurnFaces(true), hollow.flipped())), 1e-9);
    }

    @Test
    void aTwistedStripIsSaid() throws StepException {
        MeshBuilder b = new MeshBuilder(12, 6);
        for (int i = 0; i < 6; i++)
            for (int k = -1; k <= 1; k += 2) {
                double a = Math.PI * i / 3, h = a / 2;
                double r = 10 + k * 2 * Math.cos(h);
                b.vertex(r * Math.cos(a), r * Math.sin(a), k * 2 * Math.sin(h), b.vertexCount() + 1);
            }
        b.material("one");
        for (int i = 0; i < 6; i++) {
            int p = 2 * i, q = i == 5 ? 1 : 2 * i + 2, s = i == 5 ? 0 : 2 * i + 3;
            b.face(100 + i, 0, p, q, s, p + 1);
        }
        TestContext context = new TestContext();
        new TurnFaces(false).apply(b.build(), context);
        assertTrue(context.remarks.getLast().text().startsWith("The surface is twisted"));
    }

    /** Cubes that share an edge or a corner become two. */
    @ParameterizedTest
    @CsvSource({"1, 1, 0", "1, 1, 1", "0, 1, 1"})
    void surfacesThatTouchArePart(int x, int y, int z) throws StepException {
        Mesh a = cube(1);
        Mesh touching = TestContext.run(new Weld(1e-6), both(a, moved(a, x, y, z)));
        assertTrue(touching.vertexCount() < 16);
        Mesh out = TestContext.run(new PartSurfaces(), touching);
        assertEquals(16, out.vertexCount());
        assertTrue(Faults.all(out).isSound());
        assertEquals(2, Measures.of(out).shells());
        assertEquals(2, volume(out), 1e-12);
        assertEquals(16, Arrays.stream(out.vertexKeys()).distinct().count());
    }

    @Test
    void whatLiesInsideGoes() throws StepException {
        Mesh out = TestContext.run(new OuterFaces(true, true), both(cube(9), moved(cube(2), 3, 3, 3)));
        assertEquals(6, out.faceCount());
        assertEquals(729, volume(out), 1e-9);
        Mesh hollow = both(cube(9), moved(cube(2), 3, 3, 3).flipped());
        assertSame(hollow, new OuterFaces(true, true).apply(hollow, new TestContext()));
    }

    @Property(tries = 30)
    void bodiesThroughEachOtherBecomeOne(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Mesh a = cube(10), b = moved(cube(10), 9 * r.nextDouble(), 9 * r.nextDouble(), 9 * r.nextDouble());
        Vec3 d = b.point(0).minus(a.point(0));
        Mesh out = TestContext.run(new ResolveCrossings(), both(a, b));
        assertEquals(2000 - (10 - d.x()) * (10 - d.y()) * (10 - d.z()), volume(out), 1e-8);
        assertTrue(Validity.of(out).isSound());
        assertTrue(Closure.of(out).isClosed());
    }

    @Test
    void verticesOnStraightEdgesGo() throws StepException {
        Mesh m = polygon(0, 0, 1, 0, 2, 0, 2, 2, 1, 2.01, 0, 2);
        assertEquals(5, TestContext.run(new DropIdle(0.1, false), m).vertexCount());
        assertEquals(4, TestContext.run(new DropIdle(2, false), m).vertexCount());
        Mesh cube = cube(3);
        assertSame(cube, new DropIdle(1, false).apply(cube, new TestContext()));
    }

    /** A bar's ends become quads or triangles, and the body stays what it was. */
    @ParameterizedTest
    @CsvSource({"7, QUADS", "12, QUADS", "12, TRIANGLES", "40, QUADS"})
    void facesOfManySidesAreDivided(int sides, DivideFaces.Into into) throws StepException {
        Mesh m = bar(sides, 20, 10);
        int most = into == DivideFaces.Into.QUADS ? 4 : 3;
        Mesh out = TestContext.run(new DivideFaces(Pick.all(ElementKind.FACE), most, into), m);
        for (int f = 0; f < out.faceCount(); f++) assertTrue(out.sides(f) <= most);
        assertEquals(volume(m), volume(out), 1e-9);
        assertEquals(2, euler(out));
        assertTrue(Faults.all(out).isSound());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
    }

    /** Diagonals are turned to the better ones: no other triangles without new vertices have a larger least angle. */
    @Test
    void aRectangleWithAVertexOnItsSideIsDividedEvenly() throws StepException {
        Mesh m = polygon(0, 0, 10, 0, 10, 1, 5, 1, 0, 1);
        Mesh out = TestContext.run(new DivideFaces(Pick.all(ElementKind.FACE), 3, DivideFaces.Into.TRIANGLES), m);
        double least = Math.PI;
        for (int f = 0; f < out.faceCount(); f++)
            for (int k = 0; k < 3; k++) {
                Vec3 p = corner(out, f, k),
                        u = corner(out, f, k + 1).minus(p),
                        v = corner(out, f, k + 2).minus(p);
                least = Math.min(least, Math.atan2(u.cross(v).length(), u.dot(v)));
            }
        assertEquals(Math.atan2(1, 5), least, 1e-12);
    }

    private static Vec3 corner(Mesh m, int f, int k) {
        return m.point(m.corners()[m.offsets()[f] + k % 3]);
    }

    @Property(tries = 40)
    void shortEdgesAndFlatTrianglesGo(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Mesh m = TestContext.run(
                new DivideFaces(Pick.all(ElementKind.FACE), 3, DivideFaces.Into.TRIANGLES), ball(10 + r.nextInt(20)));
        // Vertices drawn close to one of their neighbours.
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < 4; i++) {
            int e = r.nextInt(m.edgeCount()),
                    a = m.adjacency().edgeLow(e),
                    b = m.adjacency().edgeHigh(e);
            for (int k = 0; k < 3; k++) xyz[3 * a + k] = xyz[3 * b + k] + 0.003 * (xyz[3 * a + k] - xyz[3 * b + k]);
        }
        Mesh drawn = m.withPositions(xyz);
        Mesh out = TestContext.run(new CollapseSmall(0, 0.02), drawn);
        assertTrue(Closure.of(out).isClosed());
        assertEquals(2, euler(out));
        assertEquals(0, Faults.quick(out).count(FaultKind.SHORT));
        assertEquals(volume(drawn), volume(out), 0.02 * volume(drawn));
    }

    /** A hole in a ball is closed with the bend of the ball; a flat one with one face. */
    @ParameterizedTest
    @ValueSource(ints = {40, 64})
    void holesAreFilledEvenly(int sides) throws StepException {
        Mesh ball = ball(sides);
        Mesh open = TestContext.run(new Delete(pick("faces: inside 4 -4 -4 20 4 4")), ball);
        assertTrue(Closure.of(open).open() > 6);
        Mesh out = TestContext.run(new Fill(pick("edges: border"), Fill.Filling.EVEN), open);
        assertTrue(Faults.all(out).isSound());
        assertEquals(volume(ball), volume(out), 0.01 * volume(ball));
        double farthest = 0, longest = 0;
        for (int v = open.vertexCount(); v < out.vertexCount(); v++)
            farthest = Math.max(farthest, Math.abs(out.point(v).length() - 10));
        assertTrue(out.vertexCount() > open.vertexCount(), "new vertices within");
        assertTrue(farthest < 0.05, "off the ball by " + farthest);
        for (int e = 0; e < out.edgeCount(); e++) {
            longest = Math.max(
                    longest,
                    out.point(out.adjacency().edgeLow(e))
                            .minus(out.point(out.adjacency().edgeHigh(e)))
                            .length());
        }
        assertTrue(longest < 2.5 * Math.PI * 20 / sides, "as even as around, longest " + longest);
        Mesh flat = TestContext.run(new Delete(pick("faces: facing 0 0 1 5")), cube(10));
        Mesh closed = TestContext.run(new Fill(pick("edges: border"), Fill.Filling.EVEN), flat);
        assertEquals(6, closed.faceCount());
    }

    /** What is wrong with several things at once. */
    @Test
    void aSoupIsMendedStepByStep() throws StepException {
        Mesh ball = ball(16);
        BitSet some = new BitSet();
        for (int f = 0; f < ball.faceCount(); f += 3) some.set(f);
        Mesh turned = FaceTurning.turn(ball, some);
        MeshBuilder b = new MeshBuilder(4 * ball.faceCount() + 1, ball.faceCount());
        b.material("one");
        for (int f = 1; f < turned.faceCount(); f++) {
            int n = turned.sides(f);
            int[] ring = new int[n];
            for (int i = 0; i < n; i++) {
                Vec3 p = turned.point(turned.corners()[turned.offsets()[f] + i]);
                ring[i] = b.vertex(p.x(), p.y(), p.z(), 1000L * f + i);
            }
            b.face(f, 0, ring);
        }
        b.vertex(50, 50, 50, 7);
        Mending mending = Mending.of(b.build(), TestContext::new);
        assertTrue(mending.faults().isSound());
        assertTrue(Closure.of(mending.mesh()).isClosed());
        assertEquals(volume(ball), volume(mending.mesh()), 1e-3 * volume(ball));
        Mesh again = b.build();
        for (Mending.Cured c : mending.steps()) {
            Step s = c.step();
            again = TestContext.run(s, again);
        }
        assertEquals(mending.mesh().faceCount(), again.faceCount(), "the steps come to what was said");
    }

    /** Whichever of the two is turned, and however much of it is outside of the other. */
    @ParameterizedTest(name = "by {0}, the first {1}")
    @CsvSource({"1.5, false", "2, false", "3.5, false", "1.5, true", "2, true", "3.5, true"})
    void aShellThatRunsThroughAnotherIsNoHollow(double shift, boolean first) throws StepException {
        Mesh large = cube(4), small = moved(cube(3), shift, shift, shift);
        Mesh m = first ? both(large.flipped(), small) : both(large, small.flipped());
        assertEquals(1, Faults.all(m).count(FaultKind.INSIDE_OUT));
        assertEquals(64 + 27, volume(TestContext.run(new TurnFaces(true), m)), 1e-9);
    }

    @Test
    void anOpenSheetIsLeftOpen() {
        Mending mending = Mending.of(polygon(0, 0, 5, 0, 5, 5, 0, 5), TestContext::new);
        assertEquals(0, mending.steps().size());
        assertEquals(4, mending.faults().count(FaultKind.OPEN_EDGE));
        assertEquals(
                List.of("The new faces would lie on others."),
                mending.inVain().stream().map(Mending.InVain::why).toList());
    }
}
