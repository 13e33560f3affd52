package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.mesh.part.Part;
import org.modeststack.steps.combine.Join;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.repeat.RowArray;

/** What would be too much is refused before it is begun, also where the counts do not fit into an int. */
class LimitsTest {
    @ParameterizedTest
    @CsvSource({
        "0, 0, 0, ",
        "715827879, 20000000, 536870909, ",
        "0, 20000001, 0, '20,000,001 faces; the most is 20,000,000'",
        "715827881, 1, 1, '715,827,881 vertices; the most is 715,827,879'",
        "1, 1, 6e9, '6,000,000,000 corners; the most is 536,870,909'"
    })
    void theMostOfEachIsSaid(double vertices, double faces, double corners, String said) throws StepException {
        if (said == null) {
            Limits.checkArrays(vertices, faces, corners);
            return;
        }
        StepException e = assertThrows(StepException.class, () -> Limits.checkArrays(vertices, faces, corners));
        assertEquals("This would make " + said + ". Use smaller numbers.", e.getMessage());
    }

    @Test
    void whatDoesNotFitIntoTheMemoryIsRefused() throws StepException {
        Limits.checkMemory(3_000_000, 1L << 30);
        StepException e = assertThrows(StepException.class, () -> Limits.checkMemory(4_000_000, 1L << 30));
        assertEquals(
                "This would make 4,000,000 faces; there is memory for about 3,579,139. Use smaller numbers.",
                e.getMessage());
    }

    /** 1,000 copies of one face with 5 million corners: 5 thousand million, which an int takes for 705 million. */
    @Test
    void copiesOfAFaceWithManyCorners() {
        Mesh disc = MeshFixtures.regular(5_000_000, 100);
        Step row = new RowArray(1000, new Vec3(1, 0, 0), RowArray.Spacing.EACH, 0);
        StepException e = assertThrows(StepException.class, () -> row.apply(disc, new TestContext(1)));
        assertEquals(
                "This would make 5,000,000,000 vertices; the most is 715,827,879. Use smaller numbers.",
                e.getMessage());
    }

    /** Bodies that share their arrays, as linked ones do, so that so many of them fit into the memory of a test. */
    @Test
    void joiningMoreThanThereIsRoomFor() {
        TestContext context = new TestContext(1);
        Mesh face = wide();
        for (int i = 0; i < 60; i++) context.bodies.put("b" + i, face);
        Step join =
                new Join(new Bodies(context.bodies.keySet().stream().sorted().toList()));
        StepException e = assertThrows(StepException.class, () -> join.apply(face, context));
        assertEquals(
                "This would make 2,440,000,000 corners; the most is 536,870,909. Use smaller numbers.", e.getMessage());
    }

    /** What is welded is made first: half of it fits, all of it does not. */
    @Test
    void partsThatAreWeldedMoreThanThereIsRoomFor() {
        Geometry seven = Geometry.of(Collections.nCopies(7, Part.of(wide())));
        PartStep row = new RowArray(2, new Vec3(1, 0, 0), RowArray.Spacing.EACH, 1e-3);
        for (PartStep step : List.of(row, new Mirror(Axis.X, 0, true, 1e-3))) {
            StepException e = assertThrows(StepException.class, () -> step.apply(seven, new TestContext(1)));
            assertEquals(
                    "This would make 560,000,000 corners; the most is 536,870,909. Use smaller numbers.",
                    e.getMessage());
        }
    }

    /** One face of 40 million corners. */
    private static Mesh wide() {
        int[] one = new int[40_000_000];
        return new Mesh(
                new double[9],
                new int[] {0, one.length},
                one,
                new int[1],
                List.of(Material.DEFAULT.name()),
                null,
                Map.of(),
                new long[3],
                new long[1]);
    }
}
