package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.repeat.RoundArray;
import org.modeststack.steps.repeat.RowArray;
import org.modeststack.steps.shape.Move;
import org.modeststack.steps.shape.Scale;
import org.modeststack.steps.shape.Turn;

class RepeatMirrorWeldTest {
    /** Machinists' handbooks, bolt-circle tables: chord between neighbours for a circle of diameter 1. */
    @ParameterizedTest
    @CsvSource({"3, 0.86603", "4, 0.70711", "5, 0.58779", "6, 0.50000", "8, 0.38268"})
    void chordsOfABoltCircle(int holes, double chord) throws StepException {
        Mesh one = MeshFixtures.moved(MeshFixtures.cube(0.1), 0.5, 0, 0);
        Mesh all = TestContext.run(new RoundArray(holes, Axis.Z, 360, Vec3.ZERO, 0, 0), one);
        assertEquals(chord, all.point(8).minus(all.point(0)).length(), 5e-6);
    }

    /** Three rows of n stacked make a block of n³ copies, by construction. */
    @ParameterizedTest
    @CsvSource({"2", "3", "4"})
    void threeRowsMakeABlock(int n) throws StepException {
        Mesh m = MeshFixtures.cube(1);
        for (Vec3 step : new Vec3[] {new Vec3(1, 0, 0), new Vec3(0, 1, 0), new Vec3(0, 0, 1)}) {
            m = TestContext.run(new RowArray(n, step, RowArray.Spacing.EACH, 0), m);
        }
        assertEquals(6 * n * n * n, m.faceCount());
        assertEquals(n * n * n, Measures.of(m).volume(), 1e-9);
        assertEquals(n * n * n, Measures.of(m).shells());
    }

    /** Copies that touch share the vertices there: n cubes in a row have 4 (n + 1). */
    @ParameterizedTest
    @CsvSource({"1, 8", "2, 12", "5, 24"})
    void aRowOfWeldedCopiesSharesItsVertices(int n, int vertices) throws StepException {
        Mesh m = TestContext.run(new RowArray(n, new Vec3(1, 0, 0), RowArray.Spacing.EACH, 1e-6), MeshFixtures.cube(1));
        assertEquals(vertices, m.vertexCount());
        assertEquals(n, m.bounds().maxX());
    }

    /** Welded cubes have walls between them, which are said, and go by choice. */
    @ParameterizedTest
    @CsvSource({
        "2, '1 pair of faces lies on each other inside, where copies touch; “Without walls” takes them out.'",
        "5, '4 pairs of faces lie on each other inside, where copies touch; “Without walls” takes them out.'"
    })
    void wallsBetweenCopiesGoByChoice(int n, String said) throws StepException {
        Vec3 next = new Vec3(1, 0, 0);
        TestContext context = new TestContext();
        Mesh walled = new RowArray(n, next, RowArray.Spacing.EACH, 1e-6)
                .apply(Geometry.of(MeshFixtures.cube(1)), context)
                .mesh();
        assertEquals(6 * n, walled.faceCount());
        assertEquals(said, context.remarks.getFirst().text());
        Mesh hollow = TestContext.run(
                NamedSteps.with(new RowArray(n, next, RowArray.Spacing.EACH, 1e-6), "withoutWalls", true),
                MeshFixtures.cube(1));
        assertEquals(4 * n + 2, hollow.faceCount());
        assertTrue(Health.of(hollow).isClosed());
        assertEquals(n, Measures.of(hollow).volume(), 1e-12);
        // Eight wedges round an axis make one ring.
        Mesh ring = TestContext.run(
                NamedSteps.with(new RoundArray(4, Axis.Z, 360, Vec3.ZERO, 0, 1e-6), "withoutWalls", true),
                MeshFixtures.cube(1));
        assertTrue(Health.of(ring).isClosed());
        assertEquals(4, Measures.of(ring).volume(), 1e-12);
        assertEquals(16, ring.faceCount());
    }

    /** Copies of a sheet each a little farther than the last: only what lies near enough itself is merged. */
    @ParameterizedTest
    @CsvSource({"false, 12", "true, 4"})
    void weldingRowsGoesOnwardOnlyByChoice(boolean onward, int vertices) throws StepException {
        Mesh square = MeshFixtures.polygon(0, 0, 10, 0, 10, 10, 0, 10);
        Step row = NamedSteps.with(new RowArray(6, new Vec3(0, 0, 0.6), RowArray.Spacing.EACH, 1), "onward", onward);
        assertEquals(vertices, TestContext.run(row, square).vertexCount());
    }

    /** A body that reaches over the plane is cut off there by choice; its half and the image make one body. */
    @ParameterizedTest
    @CsvSource({"ABOVE, 36", "BELOW, 12"})
    void whatReachesOverThePlaneIsCutOffByChoice(Mirror.Keep keep, double volume) throws StepException {
        Mesh over = MeshFixtures.box(-1, 0, 0, 3, 3, 2);
        TestContext context = new TestContext();
        new Mirror(Axis.X, 0, true, 1e-3).apply(Geometry.of(over), context);
        assertEquals(
                "The body reaches over the plane by 1 mm, so it and its image run through each other. Keep only what is"
                        + " above to cut it off there.",
                context.remarks.getFirst().text());
        assertEquals(Mirror.Keep.ABOVE, Mirror.sideToKeep(context.remarks.getFirst()));
        Mesh cut = TestContext.run(new Mirror(Axis.X, 0, true, 1e-3, keep), over);
        assertTrue(Health.of(cut).isClosed());
        assertEquals(1, Measures.of(cut).shells());
        assertEquals(volume, Measures.of(cut).volume(), 1e-9);
        assertEquals(10, cut.faceCount(), "nothing lies in the plane");
        // Far from the origin and off its axes it is the same.
        Mesh far = MeshFixtures.moved(over, 5000, -700, 90);
        Mesh there = TestContext.run(new Mirror(Axis.X, 5000, true, 1e-3, keep), far);
        assertEquals(volume, Measures.of(there).volume(), 1e-6);
        assertEquals(10, there.faceCount());
    }

    /** Pieces on both sides are said only where the image of one gets into another. */
    @ParameterizedTest
    @CsvSource({
        "-9.5, 0, 2, false", // its image is beside the other
        "-6.5, 0, 2, true", // runs through it
        "-5.5, 0.5, 1, true", // lies in it
        "-9, 0, 2, true", // stands on it
        "-12, 0, 2, false"
    })
    void imagesOfPiecesThatGetIntoOthersAreSaid(double x, double y, double size, boolean said) throws StepException {
        Mesh pieces = MeshFixtures.both(
                MeshFixtures.box(4, 0, 0, 7, 3, 3), MeshFixtures.box(x, y, y, x + size, y + size, y + size));
        for (Mesh body : List.of(pieces, MeshFixtures.moved(pieces, 0, 400, -20))) {
            TestContext context = new TestContext();
            new Mirror(Axis.X, 0, true, 1e-3).apply(Geometry.of(body), context);
            String side = x < -7 ? "below" : "above";
            assertEquals(
                    said
                            ? List.of("Pieces of the body lie on both sides of the plane, and images of some get into"
                                    + " others. Keep only what is " + side + " to mirror that.")
                            : List.of(),
                    context.remarks.stream().map(Remark::text).toList());
        }
    }

    /** What is all on the side that is kept stays as it is; what is all on the other is not thrown away. */
    @Test
    void aPlaneBesideTheBodyCutsNothing() throws StepException {
        Mesh beside = MeshFixtures.box(1, 0, 0, 3, 3, 2);
        Mesh all = TestContext.run(new Mirror(Axis.X, 0, true, 1e-3, Mirror.Keep.ABOVE), beside);
        assertEquals(24, Measures.of(all).volume(), 1e-12);
        assertEquals(2, Measures.of(all).shells());
        StepException e = assertThrows(
                StepException.class,
                () -> TestContext.run(new Mirror(Axis.X, 0, true, 1e-3, Mirror.Keep.BELOW), beside));
        assertEquals(
                "Nothing of the body is below the plane, so nothing would be left; keep the other side.",
                e.getMessage());
    }

    @Test
    void aSharedDistanceKeepsTheEnds() throws StepException {
        for (int n : new int[] {1, 2, 5, 9}) {
            Mesh m = TestContext.run(
                    new RowArray(n, new Vec3(40, 0, 0), RowArray.Spacing.TOTAL, 0), MeshFixtures.cube(1));
            assertEquals(n == 1 ? 1 : 41, m.bounds().maxX(), 1e-12);
        }
    }

    /** A quarter mirrored twice is closed if the seam is welded, with four times the volume, by construction. */
    @Test
    void aQuarterMirroredTwice() throws StepException {
        Mesh quarter = MeshFixtures.box(0, 0, 0, 2, 3, 1);
        Mesh m = TestContext.run(new Mirror(Axis.X, 0, true, 1e-3), quarter);
        m = TestContext.run(new Mirror(Axis.Y, 0, true, 1e-3), m);
        assertTrue(Health.of(m).isClosed());
        assertEquals(24, Measures.of(m).volume(), 1e-12);
        assertEquals(1, Measures.of(m).shells());
        Mesh loose = TestContext.run(new Mirror(Axis.X, 0, false, 1e-3), quarter);
        assertEquals(2, Measures.of(loose).shells());
    }

    @Test
    void weldingAWholeFaceAwayLeavesNoCollapsedOnes() throws StepException {
        TestContext c = new TestContext();
        Mesh m = new Weld(1.5).apply(MeshFixtures.box(0, 0, 0, 10, 10, 1), c);
        assertEquals(0, Health.of(m).degenerateFaces());
        assertEquals(4, m.vertexCount());
        assertEquals(
                "4 vertices merged, 4 faces vanished.", c.remarks.getFirst().text());
    }

    @Test
    void placing() throws StepException {
        Mesh cube = MeshFixtures.cube(1);
        assertEquals(
                6, TestContext.run(new Move(new Vec3(1, 2, 5)), cube).bounds().maxZ());
        Mesh turned = TestContext.run(new Turn(Axis.Z, 90, Vec3.ZERO), cube);
        assertEquals(-1, turned.bounds().minX());
        assertEquals(0, turned.bounds().maxX());
        Mesh mirrored = TestContext.run(new Scale(new Vec3(-2, 1, 1), Vec3.ZERO), cube);
        assertEquals(2, Measures.of(mirrored).volume(), 1e-15);
    }

    @ParameterizedTest
    @CsvSource({
        "12, LENGTH, 12", "2.5 cm, LENGTH, 25", "1/4 in, LENGTH, 6.35", "(80 - 2*6)/4, LENGTH, 17", "-3, LENGTH, -3",
        "1e2, LENGTH, 100", "0.5 rad, ANGLE, 28.64788975654116", "45°, ANGLE, 45", "50%, FACTOR, 0.5",
                "3/4\", LENGTH, 19.05"
    })
    void typedNumbers(String text, Unit unit, double value) {
        assertEquals(value, Numbers.parse(text, unit), 1e-12);
    }

    @ParameterizedTest
    @CsvSource({"''", "abc", "1 + ", "(2", "1/0", "3 kg", "1..2", "5 mm mm"})
    void badNumbersAreRefused(String text) {
        assertThrows(IllegalArgumentException.class, () -> Numbers.parse(text, Unit.LENGTH));
    }

    @Test
    void everyStepSaysWhatItIs() {
        for (StepDescriptor d : Steps.ALL) {
            Step s = d.createDefault();
            String sentence = s.sentence();
            int at = 0;
            while ((at = sentence.indexOf('{', at)) >= 0) {
                String name = sentence.substring(at + 1, sentence.indexOf('}', at));
                assertTrue(d.param(name) != null, d.type() + " has no " + name);
                at++;
            }
            assertTrue(sentence.contains("*") && sentence.endsWith("."), sentence);
            assertEquals(s, d.create(Map.of()));
        }
    }
}
