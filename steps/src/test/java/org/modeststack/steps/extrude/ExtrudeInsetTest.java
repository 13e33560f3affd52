package org.modeststack.steps.extrude;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.measure.Normals;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.Family;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.Steps;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.UvSphere;

class ExtrudeInsetTest {
    private static final Pick TOP = PickText.parse("faces: facing 0 0 1 10");
    private static final Pick ALL = PickText.parse("faces: all");

    private static Extrude extrude(Pick pick, double distance, Extrude.Direction how, double turn, double taper) {
        return new Extrude(pick, distance, how, new Vec3(0, 0, 1), turn, taper, false);
    }

    private static Inset inset(Pick pick, double thickness, double depth, Inset.Frames frames, boolean guard) {
        return new Inset(pick, thickness, depth, frames, guard);
    }

    private static double volume(Mesh m) {
        return Measures.of(m).volume();
    }

    private static int euler(Mesh m) {
        return m.vertexCount() - m.edgeCount() + m.faceCount();
    }

    /** A prism of radius 10 and height 5 with n sides. */
    private static Mesh prism(int n) throws StepException {
        StepDescriptor d = StepDescriptor.of(Prism.class);
        var s = d.createDefault();
        s = d.with(s, "sides", n);
        return TestContext.run(s);
    }

    private static double topArea(Mesh m) {
        double sum = 0;
        double[] v = new double[3];
        double high = m.bounds().maxZ();
        for (int f = 0; f < m.faceCount(); f++) {
            Normals.areaVector(m, f, v);
            boolean top = true;
            for (int c = m.offsets()[f]; c < m.offsets()[f + 1]; c++) top &= m.z(m.corners()[c]) > high - 1e-9;
            if (top) sum += v[2];
        }
        return sum;
    }

    @Property(tries = 60)
    void anExtrudedFaceAddsAPrism(
            @ForAll @IntRange(min = 3, max = 40) int sides, @ForAll @DoubleRange(min = -2, max = 30) double distance)
            throws StepException {
        Mesh m = prism(sides);
        double area = topArea(m);
        Mesh out = TestContext.run(extrude(TOP, distance, Extrude.Direction.TOGETHER, 0, 1), m);
        assertEquals(volume(m) + area * distance, volume(out), 1e-9 * volume(m));
        assertEquals(2, euler(out));
        assertEquals(m.faceCount() + sides, out.faceCount());
        if (distance != 0) assertTrue(Health.of(out).isClosed());
    }

    @Property(tries = 60)
    void aTaperedExtrusionAddsAFrustum(
            @ForAll @IntRange(min = 3, max = 20) int sides,
            @ForAll @DoubleRange(min = 1, max = 30) double h,
            @ForAll @DoubleRange(min = 0.1, max = 3) double taper)
            throws StepException {
        Mesh m = prism(sides);
        double a = topArea(m), b = a * taper * taper;
        Mesh out = TestContext.run(extrude(TOP, h, Extrude.Direction.TOGETHER, 0, taper), m);
        // The volume of a frustum, h/3·(A + B + √AB): Moscow papyrus, problem 14, and every handbook since.
        assertEquals(volume(m) + h / 3 * (a + b + Math.sqrt(a * b)), volume(out), 1e-9 * volume(out));
    }

    @Property(tries = 40)
    void turningTheEndKeepsItsArea(@ForAll @DoubleRange(min = -170, max = 170) double turn) throws StepException {
        Mesh m = prism(6), out = TestContext.run(extrude(TOP, 7, Extrude.Direction.TOGETHER, turn, 1), m);
        assertEquals(topArea(m), topArea(out), 1e-9);
        assertEquals(m.bounds().maxZ() + 7, out.bounds().maxZ(), 1e-12);
        assertEquals(0, Health.of(out).flippedEdges());
    }

    @Test
    void allFacesOfACubeApartMakeACross() throws StepException {
        Mesh m = MeshFixtures.cube(10), out = TestContext.run(extrude(ALL, 4, Extrude.Direction.APART, 0, 1), m);
        assertEquals(1000 + 6 * 400, volume(out), 1e-9);
        assertEquals(6 + 24, out.faceCount());
        assertEquals(8 + 24, out.vertexCount());
        assertEquals(2, euler(out));
    }

    @Test
    void evenThicknessMakesALargerCube() throws StepException {
        Mesh m = MeshFixtures.cube(10), out = TestContext.run(extrude(ALL, 2, Extrude.Direction.EVEN, 0, 1), m);
        assertEquals(14 * 14 * 14, volume(out), 1e-9);
        assertEquals(m.faceCount(), out.faceCount(), "there is no rim to wall");
        assertEquals(
                Arrays.stream(m.vertexKeys()).boxed().collect(Collectors.toSet()),
                Arrays.stream(out.vertexKeys()).boxed().collect(Collectors.toSet()),
                "the vertices are the same, elsewhere");
    }

    @ParameterizedTest
    @CsvSource({"0.5", "2", "-1"})
    void anOpenSheetWithAFloorIsASolidOfEvenThickness(double thickness) throws StepException {
        Mesh sheet = MeshFixtures.sheet(6);
        Mesh out = TestContext.run(
                new Extrude(ALL, thickness, Extrude.Direction.EVEN, new Vec3(0, 0, 1), 0, 1, true), sheet);
        assertTrue(Health.of(out).isClosed());
        assertEquals(36 * thickness, volume(out), 1e-9);
        assertEquals(2, euler(out));
    }

    @Test
    void facesAllRoundHaveNoCommonDirection() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        TestContext context = new TestContext();
        Mesh out = extrude(ALL, 5, Extrude.Direction.TOGETHER, 0, 1).apply(m, context);
        assertEquals(1000, volume(out), 1e-9);
        assertEquals(m.faceCount(), out.faceCount());
        assertEquals(1, context.remarks.size());
        assertThrows(
                StepException.class,
                () -> TestContext.run(new Extrude(TOP, 5, Extrude.Direction.GIVEN, Vec3.ZERO, 0, 1, false), m));
    }

    @ParameterizedTest
    @EnumSource(Extrude.Direction.class)
    void nothingPickedChangesNothingAndSaysSo(Extrude.Direction how) throws StepException {
        Mesh m = MeshFixtures.cube(10);
        TestContext context = new TestContext();
        assertSame(m, extrude(Pick.none(ElementKind.FACE), 5, how, 0, 1).apply(m, context));
        assertEquals(
                "No faces are picked, so nothing changes.",
                context.remarks.getFirst().text());
    }

    @Test
    void capsKeepTheirKeysAndAreTagged() throws StepException {
        Mesh m = MeshFixtures.cube(10), out = TestContext.run(extrude(TOP, 5, Extrude.Direction.TOGETHER, 0, 1), m);
        TestContext named = new TestContext();
        assertEquals(1, out.tag(named.madeTag() + ":caps").size());
        assertEquals(4, out.tag(named.madeTag()).size());
        for (long key : m.faceKeys()) assertTrue(Arrays.stream(out.faceKeys()).anyMatch(k -> k == key));
        Mesh farther = TestContext.run(extrude(TOP, 25, Extrude.Direction.TOGETHER, 0, 1), m);
        assertTrue(Arrays.equals(out.vertexKeys(), farther.vertexKeys()), "keys do not depend on the distance");
    }

    @Property(tries = 60)
    void anInsetPolygonHasTheAreaOfTheSmallerOne(
            @ForAll @IntRange(min = 3, max = 40) int sides, @ForAll @DoubleRange(min = 0.1, max = 0.9) double share)
            throws StepException {
        Mesh m = prism(sides);
        double area = topArea(m), inradius = 0;
        double high = m.bounds().maxZ();
        // Of a regular polygon: area = n r² tan(π/n), with the inradius r.
        inradius = Math.sqrt(area / (sides * Math.tan(Math.PI / sides)));
        double t = share * inradius;
        Mesh out = TestContext.run(inset(TOP, t, 0, Inset.Frames.TOGETHER, true), m);
        double inner = innerArea(out, m, high);
        assertEquals(sides * (inradius - t) * (inradius - t) * Math.tan(Math.PI / sides), inner, 1e-9 * area);
        assertEquals(area, topArea(out), 1e-9 * area, "frame and inside are what was there");
        assertEquals(volume(m), volume(out), 1e-9 * volume(m));
        assertEquals(2, euler(out));
    }

    /** The area of the face that was picked. */
    private static double innerArea(Mesh out, Mesh before, double high) {
        double[] v = new double[3];
        for (int f = 0; f < out.faceCount(); f++) {
            for (int g = 0; g < before.faceCount(); g++) {
                if (out.faceKeys()[f] != before.faceKeys()[g]) continue;
                Normals.areaVector(before, g, v);
                if (v[2] <= 0 || before.z(before.corners()[before.offsets()[g]]) < high - 1e-9) continue;
                Normals.areaVector(out, f, v);
                return v[2];
            }
        }
        throw new AssertionError();
    }

    @Test
    void theGuardHoldsBackAndSaysByHowMuch() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        TestContext context = new TestContext();
        Mesh out = inset(TOP, 8, 0, Inset.Frames.TOGETHER, true).apply(m, context);
        assertEquals(1, context.remarks.size());
        assertTrue(
                context.remarks
                        .getFirst()
                        .text()
                        .startsWith("The frame was held back on 1 of 1 groups, at the least to 4."),
                context.remarks.getFirst().text());
        assertTrue(innerArea(out, m, 10) > 0);
        TestContext free = new TestContext();
        inset(TOP, 8, 0, Inset.Frames.TOGETHER, false).apply(m, free);
        assertTrue(free.remarks.isEmpty(), "with the guard off it does as told");
    }

    @Test
    void aPanelOfSeveralFacesHasOneFrame() throws StepException {
        Mesh sheet = MeshFixtures.sheet(6);
        Pick block = PickText.parse("faces: inside 1 1 -1 5 5 1");
        Mesh one = TestContext.run(inset(block, 0.25, 0, Inset.Frames.TOGETHER, true), sheet);
        assertEquals(36 + 16, one.faceCount());
        Mesh each = TestContext.run(inset(block, 0.25, 0, Inset.Frames.EACH, true), sheet);
        assertEquals(36 + 16 * 4, each.faceCount());
        assertEquals(36, Measures.of(one).area(), 1e-9);
        assertEquals(36, Measures.of(each).area(), 1e-9);
    }

    @Test
    void aSunkPanelHasTheVolumeOfItsRecess() throws StepException {
        Mesh m = MeshFixtures.cube(10);
        double h = 3, a = 100, b = 36;
        Mesh out = TestContext.run(inset(TOP, 2, h, Inset.Frames.TOGETHER, true), m);
        assertEquals(1000 - h / 3 * (a + b + Math.sqrt(a * b)), volume(out), 1e-9);
    }

    @Test
    void aPanelOnASphereKeepsItsOuterSurface() throws StepException {
        StepDescriptor d = StepDescriptor.of(UvSphere.class);
        Mesh sphere = TestContext.run(d.createDefault());
        Pick panel = PickText.parse("faces: facing 1 0 0 30");
        Mesh frame = TestContext.run(inset(panel, 1, 0, Inset.Frames.TOGETHER, true), sphere);
        Vec3 middle = sphere.bounds().center();
        double radius = sphere.bounds().size().z() / 2, deepest = 0;
        for (int v = 0; v < frame.vertexCount(); v++)
            deepest = Math.max(deepest, Math.abs(frame.point(v).minus(middle).length() - radius));
        // A corner may leave the sphere by the sagitta of the frame's width, t²/2r, and no more than twice that for the
        // facets' own.
        double sagitta = 1.0 / (2 * radius);
        assertTrue(deepest < 3 * sagitta + radius * (1 - Math.cos(Math.PI / 32)), "deviation " + deepest);
    }

    /** Any of these steps on any source with any legal numbers. */
    @Property(tries = 150)
    void anyNumbersOnAnySourceGiveAValidMesh(@ForAll long seed) throws StepException {
        Random random = new Random(seed);
        List<StepDescriptor> sources = Steps.ALL.stream()
                .filter(s -> s.family() == Family.SOURCE
                        && !List.of("imported", "linked").contains(s.type()))
                .toList();
        Mesh m = TestContext.run(sources.get(random.nextInt(sources.size())).createDefault());
        Selection s = Selection.none(ElementKind.FACE);
        for (int f = 0; f < m.faceCount(); f++)
            if (random.nextInt(4) == 0) s = s.with(Selection.of(ElementKind.FACE, f));
        if (s.isEmpty()) s = Selection.of(ElementKind.FACE, 0);
        Pick pick = Pick.hand(m, s);
        Mesh out = random.nextBoolean()
                ? TestContext.run(
                        new Extrude(
                                pick,
                                random.nextDouble() * 20 - 10,
                                Extrude.Direction.values()[random.nextInt(4)],
                                new Vec3(random.nextGaussian(), random.nextGaussian(), 1),
                                random.nextInt(5) * 10,
                                0.5 + random.nextDouble(),
                                false),
                        m)
                : TestContext.run(
                        inset(
                                pick,
                                random.nextDouble() * 6 - 1,
                                random.nextDouble() * 4 - 2,
                                Inset.Frames.values()[random.nextInt(2)],
                                random.nextInt(4) > 0),
                        m);
        Health before = Health.of(m), after = Health.of(out);
        assertEquals(before.borderEdges(), after.borderEdges());
        assertEquals(0, after.nonManifoldEdges() + after.flippedEdges() + after.looseVertices());
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
        assertEquals(euler(m), euler(out), "walls close the gap and nothing else");
    }
}
