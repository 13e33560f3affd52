package org.modeststack.steps.tidy;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.CutFixtures.cut;

import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Adjacency;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.search.SurfacePoint;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.smooth.Subdivide;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.UvSphere;

/** Rims with rings of quads beside them. */
class TidyTest {
    private static final String COLLAR = new TestContext(4).madeTag();

    private static Mesh make(Step source) throws StepException {
        return TestContext.run(source);
    }

    /** A plate with a round hole. */
    private static Mesh plate(int sides) throws StepException {
        return cut(
                MeshFixtures.box(-30, -20, -6, 30, 20, 6),
                make(new Cylinder(16, 40, sides, 1, 0, Seat.CENTRED)),
                Operation.DIFFERENCE);
    }

    /** A ball with two round sockets. */
    private static Mesh sockets() throws StepException {
        Mesh ball = make(new UvSphere(40, 32, 20, Seat.CENTRED));
        Mesh one = cut(
                ball, MeshFixtures.moved(make(new UvSphere(18, 24, 12, Seat.CENTRED)), 19, 3, 2), Operation.DIFFERENCE);
        return cut(
                one,
                MeshFixtures.moved(make(new UvSphere(16, 24, 12, Seat.CENTRED)), -3, -18, 6),
                Operation.DIFFERENCE);
    }

    private static Tidy tidy(String where, double reach, int rings, Tidy.Vertices vertices) {
        return new Tidy(PickText.parse(where), reach, rings, vertices, 0, true, true);
    }

    private static Tidy alongCut(double reach, int rings, Tidy.Vertices vertices) {
        return tidy("edges: made \"" + CutFixtures.RIM + "\"", reach, rings, vertices);
    }

    private static Mesh tidied(Mesh m, double reach, Tidy.Vertices vertices) throws StepException {
        return alongCut(reach, 2, vertices).apply(m, new TestContext(4));
    }

    private static BitSet collar(Mesh m) {
        BitSet edges = Selection.of(m, m.tag(COLLAR)).elements(), faces = new BitSet();
        for (int c = 0; c < m.cornerCount(); c++)
            if (edges.get(m.adjacency().cornerEdge()[c]))
                faces.set(m.adjacency().cornerFace()[c]);
        return faces;
    }

    private static Vec3[] ring(Mesh m, int f) {
        Vec3[] ring = new Vec3[m.sides(f)];
        for (int i = 0; i < ring.length; i++) ring[i] = m.point(m.corners()[m.offsets()[f] + i]);
        return ring;
    }

    private static double quads(Mesh m) {
        BitSet collar = collar(m);
        return (double) collar.stream().filter(f -> m.sides(f) == 4).count() / collar.cardinality();
    }

    /** The smallest inner angle in a collar, degrees. */
    private static double leastAngle(Mesh m) {
        double least = 180;
        for (int f : collar(m).stream().toArray()) {
            Vec3[] ring = ring(m, f);
            for (int i = 0; i < ring.length; i++) {
                Vec3 a = ring[(i + 1) % ring.length].minus(ring[i]),
                        b = ring[(i + ring.length - 1) % ring.length].minus(ring[i]);
                least = Math.min(least, Math.toDegrees(Math.atan2(a.cross(b).length(), a.dot(b))));
            }
        }
        return least;
    }

    private static double aspect(Mesh m) {
        double worst = 0;
        for (int f : collar(m).stream().toArray()) {
            Vec3[] ring = ring(m, f);
            double longest = 0, shortest = Double.POSITIVE_INFINITY;
            for (int i = 0; i < ring.length; i++) {
                double side = ring[(i + 1) % ring.length].minus(ring[i]).length();
                longest = Math.max(longest, side);
                shortest = Math.min(shortest, side);
            }
            worst = Math.max(worst, longest / shortest);
        }
        return worst;
    }

    private static void assertWhole(Mesh m) {
        assertTrue(Health.of(m).isClosed(), "closed");
        assertTrue(Validity.of(m).isSound(), () -> "sound: " + Validity.of(m));
    }

    private static Tidy graded(boolean on) {
        return new Tidy(
                PickText.parse("edges: made \"" + CutFixtures.RIM + "\""), 4, 2, Tidy.Vertices.EVEN, 0, on, true);
    }

    /** Where a hole comes near the side of a plate, rings are thin there; graded, their faces are short there too. */
    @ParameterizedTest
    @CsvSource({"0.4, 0, true", "0.4, 3, true", "0.8, 1, false", "1.5, 2, false", "0.2, 4, true"})
    void thinRingsHaveShortFaces(double near, int pose, boolean wereLong) throws StepException {
        Mesh hole = make(new Cylinder(16, 40, 48, 1, 0, Seat.CENTRED));
        Mesh plate = cut(
                MeshFixtures.box(-30, -20, -6, 30, 20, 6),
                MeshFixtures.moved(hole, 3, 12 - near, 0),
                Operation.DIFFERENCE);
        Mesh in = MeshFixtures.posed(plate, new Random(pose), 50);
        Mesh alike = graded(false).apply(in, new TestContext(4)),
                closer = graded(true).apply(in, new TestContext(4));
        assertWhole(closer);
        assertEquals(1, quads(closer), "quads");
        assertTrue(aspect(closer) <= 8, () -> "aspect " + aspect(closer) + ", was " + aspect(alike));
        assertEquals(wereLong, aspect(alike) > 8, () -> "aspect " + aspect(alike));
        int more = collar(closer).cardinality() - collar(alike).cardinality();
        assertTrue(more < 3 * collar(alike).cardinality(), "only there: " + more);
    }

    @Test
    void whereThereIsRoomNothingIsGraded() throws StepException {
        for (Mesh in : List.of(plate(24), sockets()))
            assertSame(graded(false).apply(in, new TestContext(4)), graded(true).apply(in, new TestContext(4)));
    }

    private static void assertSame(Mesh a, Mesh b) {
        assertArrayEquals(a.xyz(), b.xyz());
        assertArrayEquals(a.corners(), b.corners());
        assertArrayEquals(a.faceKeys(), b.faceKeys());
    }

    @ParameterizedTest
    @EnumSource(Tidy.Vertices.class)
    void aHoleInAPlateGetsEvenQuads(Tidy.Vertices vertices) throws StepException {
        Mesh in = plate(24), out = tidied(in, 4, vertices);
        assertWhole(out);
        assertEquals(1, quads(out), "quads");
        assertTrue(leastAngle(out) > 60, () -> "angle " + leastAngle(out));
        assertTrue(aspect(out) < 3, () -> "aspect " + aspect(out));
        double volume = Measures.of(in).volume();
        // A rim that is spaced anew cuts across corners of the one before.
        assertEquals(volume, Measures.of(out).volume(), 1e-3 * volume);
    }

    /** Two balls, a ring through a torus and so on at random places: whatever comes out is whole and nearly all quads. */
    @Property(tries = 40)
    void cutsAtRandomPlacesStayWhole(
            @ForAll @IntRange(max = 1_000_000) int number,
            @ForAll @DoubleRange(min = 0.5, max = 5) double reach,
            @ForAll Tidy.Vertices vertices)
            throws StepException {
        Random r = new Random(number);
        Mesh body = make(new UvSphere(40, 16 + 4 * r.nextInt(6), 8 + 2 * r.nextInt(6), Seat.CENTRED));
        Mesh tool = r.nextBoolean()
                ? make(new Cylinder(6 + 12 * r.nextDouble(), 60, 6 + r.nextInt(30), 1, 0, Seat.CENTRED))
                : MeshFixtures.box(-8 * r.nextDouble() - 2, -5, -40, 6, 4, 30);
        Mesh posed = MeshFixtures.posed(tool, r, 12);
        Mesh in = cut(body, posed, r.nextInt(3) == 0 ? Operation.UNION : Operation.DIFFERENCE);
        if (in.tag(CutFixtures.RIM) == null || in.tag(CutFixtures.RIM).size() < 3) return;
        Mesh out = tidied(in, reach, vertices);
        assertTrue(Health.of(out).isClosed(), "closed");
        Validity before = Validity.of(in), after = Validity.of(out);
        assertTrue(
                after.crossing() <= before.crossing() && after.overlapping() <= before.overlapping(), after::toString);
        if (out.tag(COLLAR) != null && out.tag(COLLAR).size() > 0)
            assertTrue(quads(out) > 0.8, () -> "quads " + quads(out));
    }

    @ParameterizedTest
    @CsvSource({"1", "2", "4"})
    void ringsAreAsManyAsAskedOnBothSides(int rings) throws StepException {
        Mesh out = alongCut(4, rings, Tidy.Vertices.KEPT).apply(plate(24), new TestContext(4));
        Mesh one = alongCut(4, 1, Tidy.Vertices.KEPT).apply(plate(24), new TestContext(4));
        BitSet collar = collar(out);
        assertEquals(0, collar.cardinality() % (2 * rings), "both rims alike");
        assertTrue(collar.cardinality() >= rings * collar(one).cardinality());
        assertWhole(out);
    }

    @Test
    void whatIsFartherOffThanTheReachStaysAsItWas() throws StepException {
        Mesh in = sockets();
        double reach = 3;
        Mesh out = tidied(in, reach, Tidy.Vertices.EVEN);
        Tag rim = in.tag(CutFixtures.RIM);
        Set<Vec3> still = new HashSet<>();
        for (int v = 0; v < out.vertexCount(); v++) still.add(out.point(v));
        int far = 0;
        for (int v = 0; v < in.vertexCount(); v++) {
            double least = Double.POSITIVE_INFINITY;
            for (int i = 0; i < rim.size(); i++)
                least = Math.min(
                        least,
                        in.point(v)
                                .distanceTo(
                                        in.point(Tag.edgeLow(rim.element(i))), in.point(Tag.edgeHigh(rim.element(i)))));
            if (least <= reach) continue;
            far++;
            assertTrue(still.contains(in.point(v)), "a vertex " + least + " mm away");
        }
        assertTrue(far > 200, "most of the ball is far off");
    }

    /** Only what lies in line between two vertices is added to a rim whose vertices are kept, and those are where they were. */
    @Test
    void keptVerticesOfARimAreExact() throws StepException {
        Mesh in = plate(16), out = tidied(in, 2, Tidy.Vertices.KEPT);
        Tag before = in.tag(CutFixtures.RIM), after = out.tag(CutFixtures.RIM);
        Set<Vec3> old = new HashSet<>(), now = new HashSet<>();
        for (int i = 0; i < before.size(); i++) old.add(in.point(Tag.edgeLow(before.element(i))));
        for (int i = 0; i < after.size(); i++) {
            now.add(out.point(Tag.edgeLow(after.element(i))));
            now.add(out.point(Tag.edgeHigh(after.element(i))));
        }
        old.removeIf(p -> Math.abs(Math.hypot(p.x(), p.y()) - 8) > 1e-9);
        assertTrue(old.size() > 20 && now.containsAll(old), "all corners of the cutter are still there");
    }

    /** Everything of a collar lies on the surface that was there, as far as chords over it do. */
    @ParameterizedTest
    @EnumSource(Tidy.Vertices.class)
    void collarsLieOnTheSurface(Tidy.Vertices vertices) throws StepException {
        Mesh in = sockets(), out = tidied(in, 3, vertices);
        for (int f : collar(out).stream().toArray()) {
            Vec3 middle = Vec3.ZERO;
            Vec3[] ring = ring(out, f);
            for (Vec3 p : ring) middle = middle.plus(p.times(1.0 / ring.length));
            Vec3 m = middle;
            SurfacePoint near = SurfacePoint.nearest(in, m);
            // A side of 1.3 mm over an edge where the cutter turns by 15° is off by 0.65 · tan 7.5° = 0.085 mm, one
            // across less.
            assertTrue(
                    near != null && near.at().minus(m).length() < 0.15,
                    () -> "off the surface by " + near.at().minus(m).length());
        }
    }

    /** Tidied, a ball with two sockets can be smoothed: rims, which are plane circles by their nature, stay plane. */
    @Test
    void socketsThatAreTidiedSmoothWithoutPinches() throws StepException {
        Mesh in = sockets(), out = tidied(in, 3, Tidy.Vertices.EVEN);
        assertWhole(out);
        assertTrue(quads(out) > 0.95);
        Vec3[] towards = {new Vec3(19, 3, 2).unit(), new Vec3(-3, -18, 6).unit()};
        for (Vec3 way : towards) {
            double plain = spread(new Subdivide(2).apply(in, new TestContext(5)), way);
            double smooth = spread(new Subdivide(2).apply(out, new TestContext(5)), way);
            assertTrue(smooth < plain / 3, () -> plain + " mm to " + smooth);
        }
    }

    /** How far the rim that lies in a direction is from a plane square to that, from its highest to its lowest place, mm. */
    private static double spread(Mesh smooth, Vec3 way) {
        Tag rim = smooth.tag(CutFixtures.RIM);
        double least = Double.POSITIVE_INFINITY, most = 0;
        for (int i = 0; i < rim.size(); i++) {
            double along = smooth.point(Tag.edgeLow(rim.element(i))).dot(way);
            if (along < 10) continue;
            least = Math.min(least, along);
            most = Math.max(most, along);
        }
        return most - least;
    }

    @Test
    void rimsNearEachOtherGetNarrowerRings() throws StepException {
        Mesh in = MeshFixtures.box(-30, -15, -4, 30, 15, 4);
        for (int side : new int[] {-1, 1})
            in = cut(
                    in,
                    MeshFixtures.moved(make(new Cylinder(12, 30, 24, 1, 0, Seat.CENTRED)), side * 7, 0, 0),
                    Operation.DIFFERENCE);
        TestContext context = new TestContext(4);
        Mesh out = tidy("edges: sharper 80; within inside -16 -14 -5 16 14 5", 3, 2, Tidy.Vertices.EVEN)
                .apply(in, context);
        assertWhole(out);
        assertTrue(quads(out) > 0.95);
        assertTrue(context.remarks.getFirst().text().startsWith("Rings are narrower at"), () -> "" + context.remarks);
    }

    @Test
    void tagsMaterialsAndKeysFollow() throws StepException {
        Mesh in = plate(24), out = tidied(in, 4, Tidy.Vertices.EVEN);
        Tag rim = out.tag(CutFixtures.RIM);
        assertTrue(rim != null && rim.size() > 40, "both rims are still what the cut has made");
        Adjacency adj = out.adjacency();
        for (int i = 0; i < rim.size(); i++)
            assertTrue(adj.edgeBetween(Tag.edgeLow(rim.element(i)), Tag.edgeHigh(rim.element(i)), out) >= 0);
        Set<Long> keys = new HashSet<>();
        for (long k : out.vertexKeys()) assertTrue(keys.add(k), "vertex keys differ");
        keys.clear();
        for (long k : out.faceKeys()) assertTrue(keys.add(k), "face keys differ");
        assertTrue(out.sameAs(tidied(plate(24), 4, Tidy.Vertices.EVEN)), "the same again");
    }

    /** The rim of a hole in a sheet has a surface on one side only; one that ends on borders has both sides up to there. */
    @ParameterizedTest
    @CsvSource({"true, edges: border; within inside 2 2 -1 8 8 1", "false, edges: inside 4.9 -1 -1 5.1 11 1"})
    void bordersAreRims(boolean hasHole, String where) throws StepException {
        Mesh sheet = MeshFixtures.sheet(10);
        Mesh in = hasHole ? MeshBuilder.only(sheet, f -> f % 10 < 3 || f % 10 > 6 || f / 10 < 3 || f / 10 > 6) : sheet;
        TestContext context = new TestContext(4);
        Mesh out = tidy(where, 1.5, 2, Tidy.Vertices.EVEN).apply(in, context);
        assertTrue(out.tag(COLLAR) != null && collar(out).cardinality() >= 30, () -> "rings: " + context.remarks);
        assertTrue(quads(out) > 0.95 && leastAngle(out) > 20);
        assertTrue(Validity.of(out).isSound(), () -> "" + Validity.of(out));
        assertEquals(in.bounds(), out.bounds(), "nothing stands out of the sheet");
        assertEquals(Measures.of(in).area(), Measures.of(out).area(), 1e-9);
        assertEquals(in.tags().size() + 1, out.tags().size());
        for (int e = 0; e < out.adjacency().edgeCount(); e++) {
            Vec3 p = out.point(out.adjacency().edgeLow(e));
            boolean inside = p.x() > 0 && p.x() < 10 && p.y() > 0 && p.y() < 10 && !hasHole;
            assertTrue(out.adjacency().edgeSides(e) == 2 || !inside, "nothing is torn");
        }
    }

    /** Of two holes that meet in a vertex it is not known which border goes on where, so they are left alone and it is said. */
    @Test
    void bordersThatMeetInAVertexAreLeftAlone() throws StepException {
        Mesh in = MeshBuilder.only(MeshFixtures.sheet(8), f -> f != 27 && f != 36);
        TestContext context = new TestContext(4);
        Mesh out = tidy("edges: border; within inside 2 2 -1 6 6 1", 0.6, 2, Tidy.Vertices.EVEN)
                .apply(in, context);
        assertSame(in, out);
        assertTrue(context.remarks.getFirst().text().startsWith("8 edges were left alone"), () -> "" + context.remarks);
    }

    @Test
    void nothingPickedAndNoReachChangeNothing() throws StepException {
        Mesh in = plate(12);
        assertSame(in, tidied(in, 0, Tidy.Vertices.EVEN));
        TestContext context = new TestContext(4);
        assertSame(in, tidy("edges: tag \"none\"", 3, 2, Tidy.Vertices.EVEN).apply(in, context));
        assertFalse(context.remarks.isEmpty());
    }
}
