package org.modeststack.steps.mirror;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Tag;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.NamedSteps;
import org.modeststack.steps.Remark;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.PickText;

/** Mirrors across several planes and across planes of any direction, cuts at them, and seams. */
class MirrorPlanesTest {
    private static Step mirror(Object... pairs) {
        return NamedSteps.step("mirror", pairs);
    }

    private static double volume(Mesh m) {
        return Measures.of(m).volume();
    }

    /** A ball cut to a part and mirrored back is the whole ball again, by construction. */
    @ParameterizedTest
    @CsvSource({"X, 2", "XY, 4", "XZ, 4", "YZ, 4", "XYZ, 8"})
    void aPartIsCutOffAndMirroredBack(Mirror.Across across, int parts) throws StepException {
        Mesh box = MeshFixtures.box(-3, -2, -5, 3, 2, 5);
        Step cut = mirror("across", across, "keep", Mirror.Keep.ABOVE, "image", false);
        Mesh part = TestContext.run(cut, box);
        assertTrue(Health.of(part).isClosed());
        assertEquals(240.0 / parts, volume(part), 1e-12);
        Mesh whole = TestContext.run(NamedSteps.with(cut, "image", true), box);
        assertTrue(Health.of(whole).isClosed());
        assertEquals(240, volume(whole), 1e-12);
        assertEquals(box.bounds(), whole.bounds());
        assertEquals(240, volume(TestContext.run(mirror("across", across), part)), 1e-12);
    }

    /** Any plane: the image looks outwards, is as large, and lies behind the plane as far as the body before it. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void acrossAnyPlaneTheImageIsTheSame(long seed) throws StepException {
        Random r = new Random(seed);
        Vec3 a = random(r),
                b = random(r),
                c = random(r),
                n = b.minus(a).cross(c.minus(a)).unit();
        Mesh ball = TestContext.run(NamedSteps.step("uv-sphere", "diameter", 10.0));
        Step across = mirror(
                "plane", Mirror.Where.POINTS, "firstPoint", a, "secondPoint", b, "thirdPoint", c, "weldWithin", 1e-9);
        Mesh both = TestContext.run(NamedSteps.with(across, "weld", false), ball);
        assertEquals(2 * volume(ball), volume(both), 1e-9);
        for (int v = 0; v < ball.vertexCount(); v++) {
            Vec3 p = both.point(v), q = both.point(v + ball.vertexCount());
            assertEquals(p.minus(a).dot(n), -q.minus(a).dot(n), 1e-9);
            assertEquals(0, q.minus(p).cross(n).length(), 1e-9);
        }
        double h = -a.dot(n);
        if (Math.abs(h) > 4) return;
        Mesh half = TestContext.run(NamedSteps.with(across, "keep", Mirror.Keep.ABOVE, "image", false), ball);
        Mesh other = TestContext.run(NamedSteps.with(across, "keep", Mirror.Keep.BELOW, "image", false), ball);
        assertEquals(volume(ball), volume(half) + volume(other), 1e-9);
        Mesh whole = TestContext.run(NamedSteps.with(across, "keep", Mirror.Keep.ABOVE), ball);
        assertTrue(Health.of(whole).isClosed());
        assertEquals(2 * volume(half), volume(whole), 1e-5);
    }

    private static Vec3 random(Random r) {
        return new Vec3(4 * r.nextGaussian(), 4 * r.nextGaussian(), 4 * r.nextGaussian());
    }

    @Test
    void aPickedFaceIsThePlane() throws StepException {
        Mesh box = MeshFixtures.box(0, 0, 0, 2, 3, 4);
        Mesh both = TestContext.run(mirror("pickedPlane", PickText.parse("faces: facing 1 0 0 5")), box);
        assertTrue(Health.of(both).isClosed());
        assertEquals(48, volume(both), 1e-12);
        assertEquals(4, both.bounds().maxX());
        assertEquals(10, both.faceCount());
    }

    @Test
    void theMiddleOfABodyIsThePlaneWhereverItIs() throws StepException {
        TestContext context = new TestContext();
        context.bodies.put("post", MeshFixtures.box(9, 0, 0, 11, 2, 2));
        Step s = mirror("plane", Mirror.Where.BODY, "middleOf", Bodies.of("post"), "weld", false);
        assertEquals(20, s.apply(MeshFixtures.cube(1), context).bounds().maxX(), 1e-12);
        Step half = mirror("plane", Mirror.Where.MIDDLE, "keep", Mirror.Keep.BELOW, "image", false);
        assertEquals(1, volume(TestContext.run(half, MeshFixtures.box(7, 0, 0, 9, 1, 1))), 1e-12);
    }

    @Test
    void theMiddleLineGoesWhereItIsFlush() throws StepException {
        Mesh half = MeshFixtures.box(0, 0, 0, 2, 3, 4);
        Mesh kept = TestContext.run(mirror(), half), gone = TestContext.run(mirror("withoutMiddleLine", true), half);
        assertEquals(10, kept.faceCount());
        assertEquals(6, gone.faceCount());
        assertEquals(8, gone.vertexCount());
        assertEquals(48, volume(gone), 1e-12);
        // A ridge in the plane is an edge of the body.
        double[] xyz = half.xyz().clone();
        for (int v = 0; v < 8; v++) if (half.x(v) == 0 && half.z(v) == 4) xyz[3 * v + 2] = 6;
        Mesh roof = TestContext.run(mirror("withoutMiddleLine", true), half.withPositions(xyz));
        assertEquals(7, roof.faceCount());
    }

    @Test
    void wallsStayByChoice() throws StepException {
        Mesh half = MeshFixtures.box(0, 0, 0, 2, 3, 4);
        Mesh walled = TestContext.run(mirror("withoutWalls", false), half);
        assertEquals(11, walled.faceCount());
        assertFalse(Health.of(walled).isClosed());
    }

    @ParameterizedTest
    @CsvSource({
        "Left door, Right door",
        "arm.L, arm.R",
        "hand_r, hand_l",
        "leftover, leftover",
        "RIGHT, LEFT",
        "Hinge, Hinge",
        "gear left, gear right",
        "small, small"
    })
    void namesOfSidesAreExchanged(String name, String other) throws StepException {
        assertEquals(other, SideNames.other(name));
        Mesh box = MeshFixtures.box(1, 0, 0, 2, 1, 1);
        Map<String, Tag> tags = new HashMap<>();
        tags.put(name, Tag.faces(0, 2));
        Mesh both = TestContext.run(mirror("swapSides", true, "weld", true), box.withTags(tags));
        Tag image = Objects.requireNonNull(both.tag(other));
        assertEquals(name.equals(other) ? 4 : 2, image.size());
        assertEquals(ElementKind.FACE, image.kind());
        if (!name.equals(other)) assertTrue(image.element(0) >= 6, "of the image");
    }

    /** A half whose open side does not quite reach the plane, by a little more at one place. */
    private static Mesh gaping(double by) {
        Mesh box = MeshFixtures.box(0, 0, 0, 20, 30, 40);
        int wall = -1;
        for (int f = 0; f < box.faceCount(); f++) {
            boolean at = true;
            for (int c = box.offsets()[f]; c < box.offsets()[f + 1]; c++) at &= box.x(box.corners()[c]) == 0;
            if (at) wall = f;
        }
        int open = wall;
        Mesh half = MeshBuilder.only(box, f -> f != open);
        double[] xyz = half.xyz().clone();
        int moved = 0;
        for (int v = 0; v < half.vertexCount(); v++) if (half.x(v) == 0) xyz[3 * v] = moved++ == 0 ? by : by / 2;
        return half.withPositions(xyz);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.0123, 0.1, 0.5})
    void aSeamThatDoesNotMeetIsReportedAndClosedByOneClick(double by) throws StepException {
        Mesh half = gaping(by);
        TestContext context = new TestContext();
        Mirror step = (Mirror) mirror();
        assertFalse(Health.of(step.apply(half, context)).isClosed());
        Remark said = context.remarks.getFirst();
        assertTrue(said.text().startsWith("The halves do not meet: the widest gap is "), said.text());
        assertEquals(by, Objects.requireNonNull(said.place()).x());
        Mirror closing = Mirror.closing(step, said);
        assertNotNull(closing);
        TestContext after = new TestContext();
        Mesh closed = closing.apply(half, after);
        assertTrue(Health.of(closed).isClosed());
        assertTrue(after.remarks.isEmpty(), after.remarks.toString());
    }

    @Test
    void anOpeningElsewhereIsNoGap() throws StepException {
        Mesh tube = MeshBuilder.only(MeshFixtures.box(0, 0, 0, 20, 30, 40), f -> f > 1);
        TestContext context = new TestContext();
        mirror("at", 100.0).apply(tube, context);
        assertTrue(context.remarks.isEmpty(), context.remarks.toString());
        assertNull(Mirror.closing((Mirror) mirror(), new Remark(Remark.Level.NOTE, "Something else.", null)));
    }

    @Test
    void pointsOnALineAreRefused() {
        StepException e = assertThrows(
                StepException.class,
                () -> TestContext.run(
                        mirror("plane", Mirror.Where.POINTS, "thirdPoint", new Vec3(0, 30, 0)), MeshFixtures.cube(1)));
        assertEquals("The three points lie on one line; take one beside it.", e.getMessage());
    }
}
