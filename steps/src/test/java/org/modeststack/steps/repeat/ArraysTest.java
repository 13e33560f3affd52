package org.modeststack.steps.repeat;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.Axis;
import org.modeststack.steps.Bodies;
import org.modeststack.steps.NamedSteps;
import org.modeststack.steps.PartStep;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.PickText;

/** Rows, rings and copies along a path. */
class ArraysTest {
    private static final Mesh BLOCK = MeshFixtures.box(1, 2, 3, 5, 8, 11);

    private static List<Vec3> middles(Step step, Mesh in, TestContext context) throws StepException {
        Geometry out = ((PartStep) step).apply(Geometry.of(in), context);
        return out.parts().stream()
                .map(p -> p.affine().point(in.bounds().center()))
                .toList();
    }

    private static List<Vec3> middles(Step step) throws StepException {
        return middles(step, BLOCK, new TestContext());
    }

    private static void assertNear(Vec3 expected, Vec3 actual) {
        assertTrue(expected.minus(actual).length() < 1e-9, expected + " but " + actual);
    }

    /** From machinists' handbooks, tables of bolt circles: the chord between neighbours is D·sin(π/n). */
    @ParameterizedTest
    @CsvSource({
        "3, 0.86603",
        "4, 0.70711",
        "5, 0.58779",
        "6, 0.50000",
        "7, 0.43388",
        "8, 0.38268",
        "9, 0.34202",
        "10, 0.30902",
        "11, 0.28173",
        "12, 0.25882"
    })
    void boltCirclesHaveTheChordsOfTheTables(int n, double chord) throws StepException {
        Mesh bolt = MeshFixtures.box(49.5, -0.5, 0, 50.5, 0.5, 5);
        List<Vec3> at = middles(NamedSteps.step("round-array", "count", n), bolt, new TestContext());
        assertEquals(n, at.size());
        for (int i = 0; i < n; i++)
            assertEquals(100 * chord, at.get(i).minus(at.get((i + 1) % n)).length(), 6e-4);
    }

    @ParameterizedTest
    @CsvSource({"1", "2", "3", "7", "40"})
    void aTotalKeepsBothEndsForEveryCount(int n) throws StepException {
        Step row = NamedSteps.step(
                "row-array", "count", n, "spacing", RowArray.Spacing.TOTAL, "offset", new Vec3(30, -20, 10));
        List<Vec3> at = middles(row);
        assertEquals(n, at.size());
        assertNear(BLOCK.bounds().center(), at.getFirst());
        if (n > 1) assertNear(BLOCK.bounds().center().plus(new Vec3(30, -20, 10)), at.getLast());
    }

    @Test
    void sizesFollowTheBody() throws StepException {
        Step row = NamedSteps.step(
                "row-array",
                "count",
                3,
                "spacing",
                RowArray.Spacing.EXTENT,
                "sizes",
                new Vec3(0, 1.5, 0),
                "weldWithin",
                0.0);
        assertNear(
                BLOCK.bounds().center().plus(new Vec3(0, 18, 0)), middles(row).getLast());
        Mesh touching = TestContext.run(
                NamedSteps.with(row, "sizes", new Vec3(1, 0, 0), "weldWithin", 1e-6, "withoutWalls", true), BLOCK);
        assertTrue(Health.of(touching).isClosed());
        assertEquals(3 * 4 * 6 * 8, Measures.of(touching).volume(), 1e-9);
        assertEquals(1, Measures.of(touching).shells());
    }

    @ParameterizedTest
    @CsvSource({"100, 30, 4", "90, 30, 4", "89.9, 30, 3", "0.3, 0.1, 4", "5, 30, 1"})
    void asManyAsGoFillALength(double length, double every, int count) throws StepException {
        Step row = NamedSteps.step(
                "row-array", "spacing", RowArray.Spacing.FILL, "offset", new Vec3(0, 0, length), "every", every);
        List<Vec3> at = middles(row);
        assertEquals(count, at.size());
        if (count > 1) assertEquals(every, at.get(1).z() - at.get(0).z(), 1e-9);
    }

    /** However it is measured, what is on the screen stays where it is. */
    @ParameterizedTest
    @EnumSource(RowArray.Spacing.class)
    void measuringInAnotherWayMovesNothing(RowArray.Spacing from) throws StepException {
        Step row = NamedSteps.step(
                "row-array",
                "count",
                4,
                "spacing",
                from,
                "offset",
                from == RowArray.Spacing.FILL ? new Vec3(0, 66, 0) : new Vec3(0, 22, 0),
                "sizes",
                new Vec3(0, 22.0 / 6, 0),
                "every",
                22.0);
        List<Vec3> before = middles(row);
        for (RowArray.Spacing to : RowArray.Spacing.values()) {
            Step after = NamedSteps.with(row, "spacing", to).rephrased(row, BLOCK);
            List<Vec3> now = middles(after);
            assertEquals(before.size(), now.size(), from + " to " + to);
            for (int i = 0; i < now.size(); i++) assertNear(before.get(i), now.get(i));
        }
    }

    @Test
    void threeRowsGiveTheCubeOfCopies() throws StepException {
        Mesh m = MeshFixtures.cube(1);
        for (Vec3 offset : List.of(new Vec3(2, 0, 0), new Vec3(0, 2, 0), new Vec3(0, 0, 2)))
            m = TestContext.run(NamedSteps.step("row-array", "count", 4, "offset", offset), m);
        assertEquals(64, Measures.of(m).shells());
        assertEquals(64, Measures.of(m).volume(), 1e-9);
    }

    @Test
    void copiesTurnAndGrowAboutTheirOwnMiddle() throws StepException {
        Step row = NamedSteps.step(
                "row-array", "count", 3, "offset", new Vec3(50, 0, 0), "turn", 90.0, "turnAxis", Axis.Z, "scale", 2.0);
        assertNear(
                BLOCK.bounds().center().plus(new Vec3(100, 0, 0)), middles(row).getLast());
        Mesh m = TestContext.run(row, BLOCK);
        assertEquals(192 * (1 + 8 + 64), Measures.of(m).volume(), 1e-6);
    }

    @Test
    void copiesThatAreLeftOutStaySoWhenTheCountChanges() throws StepException {
        Step row = NamedSteps.step("row-array", "count", 5, "offset", new Vec3(10, 0, 0), "leftOut", "2, 4");
        assertEquals(
                List.of(3.0, 23.0, 43.0), middles(row).stream().map(Vec3::x).toList());
        assertEquals(
                List.of(3.0, 23.0, 43.0, 53.0, 63.0),
                middles(NamedSteps.with(row, "count", 7)).stream().map(Vec3::x).toList());
        StepException e = assertThrows(StepException.class, () -> middles(NamedSteps.with(row, "leftOut", "1-last")));
        assertEquals("All copies are left out, so nothing would be left.", e.getMessage());
    }

    /** The keys of a copy do not depend on which others there are. */
    @Test
    void copiesKeepTheirKeys() throws StepException {
        Step row = NamedSteps.step("row-array", "count", 5, "offset", new Vec3(10, 0, 0));
        Mesh all = TestContext.run(row, BLOCK),
                some = TestContext.run(NamedSteps.with(row, "leftOut", "2", "count", 9), BLOCK);
        Set<Long> keys = new HashSet<>();
        for (long k : some.faceKeys()) keys.add(k);
        for (int f = 0; f < all.faceCount(); f++) assertEquals(f / 6 != 1, keys.contains(all.faceKeys()[f]));
    }

    @Test
    void otherBodiesStandFirstAndLast() throws StepException {
        TestContext context = new TestContext();
        context.bodies.put("cap", MeshFixtures.cube(2));
        Step row = NamedSteps.step(
                "row-array",
                "count",
                4,
                "offset",
                new Vec3(10, 0, 0),
                "firstCopy",
                Bodies.of("cap"),
                "lastCopy",
                Bodies.of("cap"));
        Geometry out = ((PartStep) row).apply(Geometry.of(BLOCK), context);
        assertEquals(4, out.parts().size());
        assertEquals(8 + 192 + 192 + 8, Measures.of(out.mesh()).volume(), 1e-9);
        assertEquals(32, out.mesh().bounds().maxX());
    }

    @Test
    void overlappingCopiesBecomeOneBody() throws StepException {
        Mesh m = TestContext.run(
                NamedSteps.step("row-array", "count", 4, "offset", new Vec3(0.75, 0, 0), "united", true),
                MeshFixtures.cube(1));
        assertTrue(Health.of(m).isClosed());
        assertEquals(1, Measures.of(m).shells());
        assertEquals(3.25, Measures.of(m).volume(), 1e-12);
    }

    /** A picked rim, edge or face is the axis, and so is another body. */
    @Test
    void ringsGoRoundWhatIsPicked() throws StepException {
        Mesh tube = TestContext.run(NamedSteps.step("tube"));
        Mesh moved = TestContext.run(NamedSteps.step("move", "by", new Vec3(100, 50, 0)), tube);
        Step ring = NamedSteps.step("round-array", "count", 4, "line", PickText.parse("edges: border"));
        assertThrows(StepException.class, () -> middles(ring, moved, new TestContext()));
        Step rim = NamedSteps.with(ring, "line", PickText.parse("faces: facing 0 0 1 5"));
        for (Vec3 m : middles(rim, moved, new TestContext()))
            assertNear(moved.bounds().center(), m);
        TestContext context = new TestContext();
        context.bodies.put("post", moved);
        Step round = NamedSteps.step("round-array", "count", 4, "body", Bodies.of("post"));
        List<Vec3> at = middles(round, BLOCK, context);
        Vec3 axis = moved.bounds().center();
        for (Vec3 m : at)
            assertEquals(
                    Math.hypot(at.getFirst().x() - axis.x(), at.getFirst().y() - axis.y()),
                    Math.hypot(m.x() - axis.x(), m.y() - axis.y()),
                    1e-9);
    }

    @Test
    void uprightCopiesOnlyGoRound() throws StepException {
        Step ring = NamedSteps.step("round-array", "count", 5, "upright", true, "rise", 2.0);
        Geometry out = ((PartStep) ring).apply(Geometry.of(BLOCK), new TestContext());
        for (Part p : out.parts()) assertNear(new Vec3(1, 0, 0), p.affine().direction(new Vec3(1, 0, 0)));
        assertEquals(8, out.parts().getLast().affine().point(Vec3.ZERO).z(), 1e-9);
    }

    /** A wedge of the ring, welded to itself all round. */
    @ParameterizedTest
    @CsvSource({"3", "8", "64"})
    void aRingOfTouchingCopiesIsClosed(int n) throws StepException {
        double half = Math.PI / n;
        Mesh wedge = MeshFixtures.box(0, 0, 0, 1, 1, 1);
        double[] xyz = wedge.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            double r = 5 + xyz[i], a = (2 * xyz[i + 1] - 1) * half;
            xyz[i] = r * Math.cos(a);
            xyz[i + 1] = r * Math.sin(a);
        }
        Step ring = NamedSteps.step("round-array", "count", n, "weldWithin", 1e-6, "withoutWalls", true);
        Mesh m = TestContext.run(ring, wedge.withPositions(xyz));
        assertTrue(Health.of(m).isClosed());
        assertEquals(1, Measures.of(m).shells());
        assertEquals(
                n * Measures.of(wedge.withPositions(xyz)).volume(),
                Measures.of(m).volume(),
                1e-9);
    }

    private static TestContext withPath() throws StepException {
        TestContext context = new TestContext();
        context.bodies.put("sheet", TestContext.run(NamedSteps.step("grid", "width", 40.0, "depth", 20.0)));
        return context;
    }

    @Test
    void copiesFollowABorder() throws StepException {
        Step path = NamedSteps.step("path-array", "path", Bodies.of("sheet"), "count", 12);
        Geometry out = ((PartStep) path).apply(Geometry.of(MeshFixtures.cube(1)), withPath());
        assertEquals(12, out.parts().size());
        for (int i = 0; i < 12; i++) {
            Vec3 a = out.parts().get(i).affine().point(Vec3.ZERO);
            boolean on = Math.abs(Math.abs(a.x()) - 20) < 1e-9 || Math.abs(Math.abs(a.y()) - 10) < 1e-9;
            assertTrue(on, a.toString());
            assertNear(new Vec3(0, 0, 1), out.parts().get(i).affine().direction(new Vec3(0, 0, 1)));
        }
        Step every = NamedSteps.with(path, "spacing", PathArray.Spacing.DISTANCE, "every", 10.0);
        assertEquals(
                12,
                ((PartStep) every).apply(Geometry.of(BLOCK), withPath()).parts().size());
        assertEquals(
                17,
                ((PartStep) NamedSteps.with(every, "every", 7.0))
                                .apply(Geometry.of(BLOCK), withPath())
                                .parts()
                                .size()
                        - 1);
    }

    @Test
    void aPathThatBranchesSaysWhere() throws StepException {
        TestContext context = new TestContext();
        context.bodies.put("cube", MeshFixtures.cube(1));
        Step path = NamedSteps.step("path-array", "path", Bodies.of("cube"));
        StepException e = assertThrows(StepException.class, () -> ((PartStep) path).apply(Geometry.of(BLOCK), context));
        assertTrue(e.getMessage().startsWith("The edges of cube to follow branch at "), e.getMessage());
    }

    /** Rows that are added one behind the other make a sheet, then a block, without touching. */
    @Test
    void newRowsGoAlongAxisAfterAxis() throws StepException {
        Mesh m = BLOCK;
        Step before = NamedSteps.step("box");
        for (int axis = 0; axis < 3; axis++) {
            RowArray row = (RowArray) NamedSteps.step("row-array").suited(m.bounds(), before);
            double size = m.bounds().size().get(axis);
            assertEquals(1.25 * size, row.offset().get(axis), 0.05 * size);
            assertEquals(row.offset().get(axis), row.offset().length());
            m = TestContext.run(row, m);
            before = row;
        }
        assertEquals(27, Measures.of(m).shells());
    }
}
