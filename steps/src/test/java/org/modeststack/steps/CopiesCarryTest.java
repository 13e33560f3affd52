package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.steps.combine.Join;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.repeat.RowArray;

/** Copies lie where they should, and each has the colours, materials and tags of what it is a copy of. */
class CopiesCarryTest {
    /** No symmetry: no face or corner can be taken for another. */
    private static final Mesh ONE = MeshFixtures.telling(MeshFixtures.box(1, 2, 3, 3, 5, 8));

    /** Where a point of the original lies in one copy. */
    record Copy(UnaryOperator<Vec3> place, boolean reversed) {}

    record Case(String name, Step step, List<Copy> copies) {
        @Override
        public String toString() {
            return name;
        }
    }

    private static Copy moved(double x, double y, double z) {
        return new Copy(p -> p.plus(new Vec3(x, y, z)), false);
    }

    /** Turned about an axis along Z through a point, and raised. */
    private static Copy turned(double degrees, double x, double y, double rise) {
        double a = Math.toRadians(degrees);
        return new Copy(
                p -> new Vec3(
                        x + (p.x() - x) * Math.cos(a) - (p.y() - y) * Math.sin(a),
                        y + (p.x() - x) * Math.sin(a) + (p.y() - y) * Math.cos(a),
                        p.z() + rise),
                false);
    }

    private static Stream<Case> cases() {
        Vec3 centre = new Vec3(-1, 4, 0);
        return Stream.of(
                new Case(
                        "each 10, 1, -2 on",
                        new RowArray(3, new Vec3(10, 1, -2), RowArray.Spacing.EACH, 0),
                        List.of(moved(0, 0, 0), moved(10, 1, -2), moved(20, 2, -4))),
                new Case(
                        "over 30",
                        new RowArray(4, new Vec3(30, 0, 0), RowArray.Spacing.TOTAL, 0),
                        List.of(moved(0, 0, 0), moved(10, 0, 0), moved(20, 0, 0), moved(30, 0, 0))),
                new Case(
                        "a full turn has no second copy at its end",
                        new RoundArray(4, Axis.Z, 360, centre, 0, 0),
                        List.of(
                                turned(0, -1, 4, 0),
                                turned(90, -1, 4, 0),
                                turned(180, -1, 4, 0),
                                turned(270, -1, 4, 0))),
                new Case(
                        "a quarter turn has one at either end",
                        new RoundArray(4, Axis.Z, 90, centre, 0, 0),
                        List.of(turned(0, -1, 4, 0), turned(30, -1, 4, 0), turned(60, -1, 4, 0), turned(90, -1, 4, 0))),
                new Case(
                        "backwards",
                        new RoundArray(3, Axis.Z, -80, centre, 0, 0),
                        List.of(turned(0, -1, 4, 0), turned(-40, -1, 4, 0), turned(-80, -1, 4, 0))),
                new Case(
                        "two turns that rise",
                        new RoundArray(5, Axis.Z, 720, centre, 6, 0),
                        List.of(
                                turned(0, -1, 4, 0),
                                turned(144, -1, 4, 6),
                                turned(288, -1, 4, 12),
                                turned(432, -1, 4, 18),
                                turned(576, -1, 4, 24))),
                new Case(
                        "about X, rising along it",
                        new RoundArray(2, Axis.X, 90, new Vec3(0, 1, -2), 5, 0),
                        List.of(
                                moved(0, 0, 0),
                                new Copy(p -> new Vec3(p.x() + 5, 1 - (p.z() + 2), -2 + (p.y() - 1)), false))),
                new Case(
                        "about Y, sinking along it",
                        new RoundArray(2, Axis.Y, 90, new Vec3(1, 0, -2), -3, 0),
                        List.of(
                                moved(0, 0, 0),
                                new Copy(p -> new Vec3(1 + (p.z() + 2), p.y() - 3, -2 - (p.x() - 1)), false))),
                new Case(
                        "a mirror away from the body",
                        new Mirror(Axis.X, -0.5, true, 1e-3),
                        List.of(moved(0, 0, 0), new Copy(p -> new Vec3(2 * -0.5 - p.x(), p.y(), p.z()), true))));
    }

    @ParameterizedTest
    @MethodSource("cases")
    void everyCopyIsOneOfTheWhole(Case c) throws StepException {
        Mesh out = TestContext.run(c.step, ONE);
        assertEquals(c.copies.size() * ONE.vertexCount(), out.vertexCount());
        assertEquals(c.copies.size() * ONE.faceCount(), out.faceCount());
        assertCountsOfTags(c.copies.size(), out);
        for (Copy copy : c.copies) assertCopy(ONE, out, copy);
    }

    /** The first copy is the original; the others' keys are their own, and stay when there are more or fewer copies. */
    @ParameterizedTest
    @MethodSource("cases")
    void everyElementHasAKeyOfItsOwnThatStays(Case c) throws StepException {
        Mesh out = TestContext.run(c.step, ONE);
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
        assertArrayEquals(ONE.vertexKeys(), Arrays.copyOf(out.vertexKeys(), ONE.vertexCount()));
        assertArrayEquals(ONE.faceKeys(), Arrays.copyOf(out.faceKeys(), ONE.faceCount()));
        if (c.step instanceof RowArray r && r.spacing() == RowArray.Spacing.EACH) {
            Mesh more = TestContext.run(new RowArray(r.count() + 1, r.offset(), r.spacing(), 0), ONE);
            assertArrayEquals(out.vertexKeys(), Arrays.copyOf(more.vertexKeys(), out.vertexCount()));
            assertArrayEquals(out.faceKeys(), Arrays.copyOf(more.faceKeys(), out.faceCount()));
        }
    }

    /** Two steps of one kind after each other, as their own numbers in the stack tell them apart. */
    @Test
    void theSameStepElsewhereMakesOtherKeys() throws StepException {
        Step row = new RowArray(2, new Vec3(10, 0, 0), RowArray.Spacing.EACH, 0);
        Step mirror = new Mirror(Axis.X, 0, true, 0.001);
        for (Step s : List.of(row, mirror)) {
            Mesh a = s.apply(ONE, new TestContext(1)), b = s.apply(ONE, new TestContext(2));
            for (int v = 0; v < a.vertexCount(); v++) {
                assertEquals(v < ONE.vertexCount(), a.vertexKeys()[v] == b.vertexKeys()[v]);
            }
            for (int f = 0; f < a.faceCount(); f++) {
                assertEquals(f < ONE.faceCount(), a.faceKeys()[f] == b.faceKeys()[f]);
            }
        }
    }

    /** What is exactly as far from the plane as is asked is still put on it. */
    @ParameterizedTest
    @CsvSource({"0.25, 12", "0.2499, 16"})
    void whatIsWithinTheDistanceIsShared(double within, int vertices) throws StepException {
        Mesh out = TestContext.run(new Mirror(Axis.X, 0.75, true, within), ONE);
        assertEquals(vertices, out.vertexCount());
        assertEquals(vertices == 12 ? 0.75 : 1, minOf(out, 0.5), 0);
    }

    /** Face 0 of the box lies in the plane and goes with its image; the corners on the plane are shared. */
    @Test
    void aSeamIsSharedAndKeepsBothSidesColours() throws StepException {
        int inPlane = faceAt(ONE, 1);
        Mesh out = TestContext.run(new Mirror(Axis.X, 1, true, 1e-3), ONE);
        assertEquals(2 * 8 - 4, out.vertexCount());
        assertEquals(2 * 5, out.faceCount());
        assertEquals(2 * 8 - 4, out.tag("v").size());
        assertEquals(2 * 12 - 4, out.tag("e").size());
        assertEquals(2 * 5, out.tag("f").size());
        Copy image = new Copy(p -> new Vec3(2 - p.x(), p.y(), p.z()), true);
        for (Copy copy : List.of(moved(0, 0, 0), image)) {
            for (int f = 0; f < ONE.faceCount(); f++) if (f != inPlane) assertFace(ONE, f, out, copy);
        }
    }

    @Test
    void joinedBodiesKeepWhatIsTheirOwn() throws StepException {
        Mesh other = MeshFixtures.telling(MeshFixtures.moved(MeshFixtures.tetrahedron(), 40, 0, 0));
        TestContext context = new TestContext();
        context.bodies.put("b", other);
        context.bodies.put("c", MeshFixtures.moved(ONE, 0, 50, 0));
        Mesh out = new Join(new Bodies(List.of("b", "c"))).apply(ONE, context);
        assertEquals(2 * 8 + 4, out.vertexCount());
        assertEquals(2 * 6 + 4, out.faceCount());
        assertEquals(2 * 8 + 4, out.tag("v").size());
        assertEquals(2 * 12 + 6, out.tag("e").size());
        assertEquals(2 * 6 + 4, out.tag("f").size());
        assertCopy(ONE, out, moved(0, 0, 0));
        assertCopy(ONE, out, moved(0, 50, 0));
        assertCopy(other, out, moved(0, 0, 0));
    }

    private static void assertCountsOfTags(int copies, Mesh out) {
        for (Map.Entry<String, Tag> t : ONE.tags().entrySet()) {
            assertEquals(copies * t.getValue().size(), out.tag(t.getKey()).size(), t.getKey());
        }
    }

    private static void assertCopy(Mesh in, Mesh out, Copy copy) {
        for (int f = 0; f < in.faceCount(); f++) assertFace(in, f, out, copy);
    }

    /** There is one face where the copy's lies, with its colours corner by corner, its material and all weights. */
    private static void assertFace(Mesh in, int f, Mesh out, Copy copy) {
        int[] ring = corners(in, f);
        List<int[]> found = new ArrayList<>();
        int face = -1;
        for (int g = 0; g < out.faceCount(); g++) {
            int[] match = match(in, ring, out, corners(out, g), copy);
            if (match == null) continue;
            found.add(match);
            face = g;
        }
        assertEquals(1, found.size(), "faces where the copy of face " + f + " lies");
        assertEquals(in.materialOf(f), out.materialOf(face));
        assertEquals(in.tag("f").weightOf(f), out.tag("f").weightOf(face));
        int[] there = found.getFirst();
        for (int i = 0; i < ring.length; i++) {
            assertArrayEquals(
                    MeshFixtures.colorOf(in, ring[i]),
                    MeshFixtures.colorOf(out, there[i]),
                    "colour of corner " + i + " of face " + f);
            int v = in.corners()[ring[i]], w = out.corners()[there[i]];
            assertEquals(in.tag("v").weightOf(v), out.tag("v").weightOf(w));
            int next = (i + 1) % ring.length;
            assertEquals(
                    in.tag("e").weightOf(Tag.edge(v, in.corners()[ring[next]])),
                    out.tag("e").weightOf(Tag.edge(w, out.corners()[there[next]])));
        }
    }

    /** The corners of a ring that lie where those of another have their copies, in the same order, or null. */
    private static int[] match(Mesh in, int[] ring, Mesh out, int[] other, Copy copy) {
        int n = ring.length;
        if (other.length != n) return null;
        for (int shift = 0; shift < n; shift++) {
            int[] found = new int[n];
            boolean all = true;
            for (int i = 0; i < n && all; i++) {
                found[i] = other[Math.floorMod(copy.reversed ? shift - i : shift + i, n)];
                Vec3 there = copy.place.apply(in.point(in.corners()[ring[i]]));
                all = out.point(out.corners()[found[i]]).minus(there).length() < 1e-9;
            }
            if (all) return found;
        }
        return null;
    }

    /** The least X above a bound. */
    private static double minOf(Mesh m, double above) {
        double least = Double.MAX_VALUE;
        for (int v = 0; v < m.vertexCount(); v++) if (m.x(v) > above) least = Math.min(least, m.x(v));
        return least;
    }

    private static int faceAt(Mesh m, double x) {
        for (int f = 0; f < m.faceCount(); f++) {
            if (Arrays.stream(corners(m, f)).allMatch(c -> m.x(m.corners()[c]) == x)) return f;
        }
        throw new AssertionError();
    }

    private static int[] corners(Mesh m, int f) {
        int[] ring = new int[m.sides(f)];
        Arrays.setAll(ring, i -> m.offsets()[f] + i);
        return ring;
    }
}
