package org.modeststack.steps.mend;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.mesh.MeshFixtures.both;
import static org.modeststack.mesh.MeshFixtures.cube;
import static org.modeststack.mesh.MeshFixtures.moved;
import static org.modeststack.mesh.MeshFixtures.polygon;
import static org.modeststack.mesh.MeshFixtures.sheet;
import static org.modeststack.steps.PartFixtures.anyShape;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.volume;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.CarryRule;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.fault.FaultKind;
import org.modeststack.mesh.fault.Faults;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.clean.Weld;

/** Vertices of one border on the edges of another: found, joined, and only where that joins faces. */
class CloseCracksTest {
    private static final CloseCracks STEP = new CloseCracks(pick("edges: border"), 1e-3);

    /** Some sides of faces get vertices, up to so many, that the faces across have not. */
    private static Mesh cracked(Mesh m, Random r, double off) {
        MeshBuilder b = new MeshBuilder(m.vertexCount(), m.faceCount());
        b.verticesOf(m);
        b.material("one");
        for (int f = 0; f < m.faceCount(); f++) {
            IntArrayList ring = new IntArrayList();
            for (int i = 0, n = m.sides(f), at = m.offsets()[f]; i < n; i++) {
                int v = m.corners()[at + i], w = m.corners()[at + (i + 1) % n], more = r.nextInt(3);
                ring.add(v);
                for (int k = 1; k <= more; k++) {
                    double t = (k - 0.3 * r.nextDouble()) / (more + 1);
                    Vec3 p = m.point(v).times(1 - t).plus(m.point(w).times(t));
                    ring.add(b.vertex(
                            p.x() + off * r.nextDouble(),
                            p.y(),
                            p.z() - off * r.nextDouble(),
                            100L * at + 10L * i + k));
                }
            }
            b.face(m.faceKeys()[f], 0, ring.toIntArray());
        }
        return b.build();
    }

    /** A solid without short edges whose places tell its vertices apart. */
    private static boolean isPlain(Mesh m) throws StepException {
        Faults faults = Faults.all(m);
        return Closure.of(m).isClosed()
                && faults.isSound()
                && faults.count(FaultKind.SHORT) == 0
                && TestContext.run(new Weld(1e-6), m) == m;
    }

    @Property(tries = 60)
    void crackedSolidsAreClosedAgain(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Mesh m = anyShape(r);
        if (!isPlain(m)) return;
        // Vertices of both sides that come to lie at one place by chance are one, as Mend has them before.
        Mesh broken = TestContext.run(new Weld(2e-6), cracked(m, r, r.nextBoolean() ? 1e-7 : 0));
        if (Closure.of(broken).isClosed()) return;
        Mesh out = TestContext.run(STEP, broken);
        assertTrue(Closure.of(out).isClosed());
        assertEquals(m.faceCount(), out.faceCount());
        assertEquals(broken.vertexCount(), out.vertexCount());
        // Bent faces are cut into other triangles with more corners.
        assertEquals(volume(m), volume(out), 2e-3 * volume(m));
    }

    /** Sheets of 2 and of 3 faces along a border of 6: each takes the other's vertices where they are near enough. */
    @ParameterizedTest(name = "{0} mm apart within {1}")
    @CsvSource({"0, 0.001, 3", "0.0005, 0.001, 3", "0.002, 0.001, 0", "0.002, 0.01, 3"})
    void howFarOffTheyMayBe(double apart, double within, int joined) throws StepException {
        Mesh left = scaled(sheet(2), 3), right = moved(scaled(sheet(3), 2), 6 + apart, 0, 0);
        // Corners are one already.
        Mesh both = TestContext.run(new Weld(0.01), both(left, right));
        int open = Faults.quick(both).count(FaultKind.OPEN_EDGE);
        Mesh out = new CloseCracks(pick("edges: border"), within).apply(both, new TestContext());
        // Borders of 2 and 3 edges become 4 edges with two faces each.
        assertEquals(joined == 0 ? open : open - 5, Faults.quick(out).count(FaultKind.OPEN_EDGE));
        assertEquals(joined == 0 ? 0 : 3, out.cornerCount() - both.cornerCount());
    }

    private static Mesh scaled(Mesh m, double by) {
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i++) xyz[i] *= by;
        return m.withPositions(xyz);
    }

    @Test
    void partOfABorderIsJoinedAndTheRestStaysOpen() throws StepException {
        // A long side, and two short ones against its lower half.
        Mesh m = both(polygon(0, 0, 1, 0, 1, 8, 0, 8), polygon(1, 0, 3, 0, 3, 4, 1, 4, 1, 2));
        Mesh one = TestContext.run(new Weld(1e-6), m);
        TestContext context = new TestContext();
        Mesh out = STEP.apply(one, context);
        assertEquals(
                "1 edge was led through vertices of the other side.",
                context.remarks.getFirst().text());
        // The long edge goes, what is left of it comes.
        assertEquals(one.edgeCount(), out.edgeCount());
        // Of nine sides the long one and two short ones are joined, and its upper half is left.
        assertEquals(7, Faults.quick(out).count(FaultKind.OPEN_EDGE));
    }

    /** Near the tip of a fan of faces vertices lie within reach of the edges beside their own. */
    @ParameterizedTest
    @ValueSource(longs = {4687644733764271973L, 251511531247898421L, -1414251289352885707L})
    void aVertexGoesToTheNearestOfSeveralEdges(long seed) throws StepException {
        crackedSolidsAreClosedAgain(seed);
    }

    @Test
    void aVertexThatTouchesAnEdgeAloneStays() throws StepException {
        Mesh m = both(polygon(0, 0, 8, 0, 8, 1, 0, 1), polygon(4, 0, 3, -2, 5, -2));
        TestContext context = new TestContext();
        assertSame(m, STEP.apply(m, context));
        assertTrue(context.remarks.getFirst().text().startsWith("No open vertex lies on an open edge"));
        Mesh closed = cube(2);
        TestContext none = new TestContext();
        assertSame(closed, STEP.apply(closed, none));
        assertEquals(
                "No open edges are picked, so nothing changes.",
                none.remarks.getFirst().text());
    }

    /** Near the tip of a narrow triangle a vertex of others lies on both of its sides. */
    @Test
    void noFaceComesToAVertexTwice() throws StepException {
        double e = 2e-4;
        Mesh others = both(polygon(1, 0, 10, e, 5, 5), polygon(10, -e, 1, 0, 5, -5));
        Mesh m = TestContext.run(new Weld(1e-6), both(polygon(0, 0, 10, -e, 10, e), others));
        TestContext context = new TestContext();
        Mesh out = STEP.apply(m, context);
        assertEquals(
                "1 edge was led through vertices of the other side.",
                context.remarks.getFirst().text());
        for (int f = 0; f < out.faceCount(); f++)
            assertEquals(
                    out.sides(f),
                    Arrays.stream(out.corners(), out.offsets()[f], out.offsets()[f + 1])
                            .distinct()
                            .count());
    }

    @Test
    void tagsAlongAnEdgeStayOnItsParts() throws StepException {
        Mesh m = TestContext.run(
                new Weld(1e-6), both(polygon(0, 0, 4, 0, 4, 6, 0, 6), polygon(4, 0, 8, 0, 8, 6, 4, 6, 4, 2)));
        int a = at(m, 4, 0), b = at(m, 4, 6), amid = at(m, 4, 2);
        Mesh tagged = m.withTags(Map.of(
                "crease",
                new Tag(ElementKind.EDGE, CarryRule.GREATEST, new long[] {Tag.edge(a, b)}, new double[] {2})));
        Tag out = TestContext.run(STEP, tagged).tag("crease");
        assertNotNull(out);
        assertEquals(2, out.size());
        assertEquals(2, out.weightOf(Tag.edge(a, amid)));
        assertEquals(2, out.weightOf(Tag.edge(amid, b)));
    }

    private static int at(Mesh m, double x, double y) {
        for (int v = 0; v < m.vertexCount(); v++) if (m.x(v) == x && m.y(v) == y) return v;
        throw new AssertionError();
    }

    /** While faces are not joined yet all their corners join two edges only: those on straight ones are no idle vertices. */
    @Property(tries = 30)
    void loosePolygonsWithStraightCornersComeTogether(@ForAll long seed) throws StepException {
        Random r = new Random(seed);
        Mesh m = anyShape(r);
        if (!isPlain(m)) return;
        MeshBuilder b = new MeshBuilder(m.cornerCount() + 1, m.faceCount());
        b.material("one");
        for (int f = 0; f < m.faceCount(); f++) {
            IntArrayList ring = new IntArrayList();
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) {
                Vec3 p = m.point(m.corners()[c]),
                        q = m.point(m.corners()[m.adjacency().cornerNext()[c]]);
                ring.add(b.vertex(p.x(), p.y(), p.z(), 2L * c));
                if (m.corners()[c] % 2 == m.corners()[m.adjacency().cornerNext()[c]] % 2) {
                    Vec3 amid = p.plus(q).times(0.5);
                    ring.add(b.vertex(amid.x(), amid.y(), amid.z(), 2L * c + 1));
                }
            }
            b.face(m.faceKeys()[f], 0, ring.toIntArray());
        }
        // Bent faces are cut into other triangles with more corners.
        Mesh soup = b.build();
        double meant = volume(TestContext.run(new Weld(1e-6), soup));
        MeshBuilder more = new MeshBuilder(soup.vertexCount() + 1, soup.faceCount());
        more.append(soup, k -> k);
        more.vertex(500, 500, 500, -1);
        Mending mending = Mending.of(more.build(), TestContext::new);
        assertTrue(Closure.of(mending.mesh()).isClosed());
        assertEquals(meant, volume(mending.mesh()), 1e-6 * meant);
    }
}
