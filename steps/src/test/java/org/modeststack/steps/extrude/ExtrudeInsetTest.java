package org.modeststack.steps.extrude;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.stream.Collectors;
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
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;
import org.modeststack.steps.pick.PickText;
import org.modeststack.steps.source.Prism;
import org.modeststack.steps.source.UvSphere;

class ExtrudeInsetTest {
    static final Pick TOP = PickText.parse("faces: facing 0 0 1 10");
    static final Pick ALL = PickText.parse("faces: all");

    static Extrude extrude(Pick pick, double distance, Extrude.Direction how, double turn, double taper) {
        return new Extrude(pick, distance, how, new Vec3(0, 0, 1), turn, taper, false);
    }

    static Inset inset(Pick pick, double thickness, double depth, Inset.Frames frames, boolean guard) {
        return new Inset(pick, thickness, depth, frames, guard);
    }

    static double volume(Mesh m) {
        return Measures.of(m).volume();
    }

    static int euler(Mesh m) {
        return m.vertexCount() - m.edgeCount() + m.faceCount();
    }

    /** A prism of radius 10 and height 5 with n sides. */
    static Mesh prism(int n) throws StepException {
        StepDescriptor d = StepDescriptor.of(Prism.class);
        var s = d.createDefault();
        s = d.with(s, "sides", n);
        return TestContext.run(s);
    }

    static double topArea(Mesh m) {
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

    /** The area of the face that was picked. */
    static double innerArea(Mesh out, Mesh before, double high) {
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
        assertEquals(1, free.remarks.size(), "with the guard off it does as told, and says what comes of it");
        assertTrue(free.remarks.getFirst().text().endsWith("run through each other; a smaller thickness mends that."));
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

    /** What runs through its neighbours is said, with a place; what does not is not. */
    @ParameterizedTest
    @CsvSource({"-0.3, true", "0.2, false"})
    void facesThatRunThroughOthersAreSaid(double thickness, boolean said) throws StepException {
        TestContext context = new TestContext();
        Mesh sheet = MeshFixtures.sheet(3);
        new Inset(PickText.parse("faces: inside 0.9 0.9 -1 2.1 2.1 1"), thickness, 0, Inset.Frames.TOGETHER, true)
                .apply(sheet, context);
        assertEquals(
                said,
                context.remarks.stream()
                        .anyMatch(r -> r.text().endsWith("through each other; outwards it lies over what is beside it.")
                                && r.place() != null));
    }

    /** Faces sunk side by side with a small frame round each, so deep that their floors meet those of the face round the corner. */
    @Test
    void whatNoWidthMendsIsLeftAsAskedAndSaid() throws StepException {
        Mesh cube = MeshFixtures.cube(10);
        Pick all = PickText.parse("faces: all");
        TestContext free = new TestContext(), context = new TestContext();
        Mesh asked = new Inset(all, 1, 3, Inset.Frames.EACH, true, false).apply(cube, free);
        assertTrue(Validity.of(asked).crossing() > 0, "the recesses run into each other");
        assertTrue(free.remarks.getFirst().text().contains("through each other"));
        Mesh held = new Inset(all, 1, 3, Inset.Frames.EACH, true, true).apply(cube, context);
        assertTrue(context.remarks.getFirst().text().contains("through each other"), "no narrower frame mends that");
        assertArrayEquals(asked.xyz(), held.xyz());
    }

    /** A frame that leans out over the gap to a taller block beside it, as far as there is room. */
    @Test
    void theGuardHoldsBackFromWhatIsBeside() throws StepException {
        Mesh m = MeshFixtures.both(MeshFixtures.cube(10), MeshFixtures.box(12, 0, 0, 20, 10, 20));
        Pick top = PickText.parse("faces: facing 0 0 1 5; within inside -1 -1 9 11 11 11");
        TestContext free = new TestContext(), context = new TestContext();
        Mesh asked = new Inset(top, -3, -0.5, Inset.Frames.TOGETHER, true, false).apply(m, free);
        assertTrue(Validity.of(asked).crossing() > 0, "it runs into the block");
        Mesh held = new Inset(top, -3, -0.5, Inset.Frames.TOGETHER, true, true).apply(m, context);
        assertEquals(0, Validity.of(held).crossing());
        assertTrue(
                context.remarks
                        .getFirst()
                        .text()
                        .startsWith("The frame was held back on 1 of 1 groups, at the least to -1.8 mm"),
                context.remarks.getFirst().text());
    }
}
