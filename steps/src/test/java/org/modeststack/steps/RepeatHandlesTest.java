package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.part.Geometry;
import org.modeststack.steps.mirror.Mirror;
import org.modeststack.steps.repeat.RowArray;

/** Where the handles of rows and mirrors lie: at the middle of the body, by construction. */
class RepeatHandlesTest {
    private static final Mesh BOX = MeshFixtures.box(0, 0, 0, 2, 4, 4);
    private static final Vec3 MIDDLE = new Vec3(1, 2, 2);

    @Test
    void aRowsHandleReachesToTheLastCopy() {
        Vec3 by = new Vec3(10, 0, 5);
        Handle each = new RowArray(4, by, RowArray.Spacing.EACH, 0).handles(BOX).getFirst();
        assertEquals(MIDDLE, each.from());
        assertEquals(MIDDLE.plus(by.times(3)), each.at());
        Handle total =
                new RowArray(4, by, RowArray.Spacing.TOTAL, 0).handles(BOX).getFirst();
        assertEquals(MIDDLE.plus(by), total.at());
        assertEquals(List.of(), new RowArray(1, by, RowArray.Spacing.EACH, 0).handles(BOX));
        assertEquals(
                1, new RowArray(2, by, RowArray.Spacing.EACH, 0).handles(BOX).size());
        assertEquals(List.of(), new RowArray(4, Vec3.ZERO, RowArray.Spacing.EACH, 0).handles(BOX));
        assertEquals(List.of(), new RowArray(4, by, RowArray.Spacing.EACH, 0).handles(Mesh.EMPTY));
    }

    /** The box's diagonal is 6. */
    @Test
    void aMirrorsHandleLiesOnItsPlane() {
        Handle h = new Mirror(Axis.Y, -3, true, 0.001).handles(BOX).getFirst();
        assertEquals(0, h.at().minus(new Vec3(1, -3, 2)).length(), 1e-12);
        assertEquals(0, h.from().minus(new Vec3(1, -3 - 0.2 * 6, 2)).length(), 1e-12);
        assertEquals(List.of(), new Mirror(Axis.Y, -3, true, 0.001).handles(Mesh.EMPTY));
    }

    /** The last copy of a part of a ring is where its handles are, and goes where they are dragged. */
    @ParameterizedTest
    @CsvSource({"90, 5", "200, -3", "-120, 8"})
    void aRingsHandlesAreOnItsLastCopy(double angle, double rise) throws StepException {
        Mesh box = MeshFixtures.box(10, 0, 0, 14, 2, 6);
        PartStep ring = NamedSteps.partStep("round-array", "count", 5, "angle", angle, "rise", rise);
        List<Handle> handles = ring.handles(box);
        assertEquals(
                List.of("angle", "rise"), handles.stream().map(Handle::param).toList());
        for (Handle h : handles) {
            Vec3 last = lastMiddle(ring, box);
            if (h.param().equals("rise")) assertEquals(0, h.at().minus(last).length(), 1e-9);
            double by = 1e-3;
            PartStep dragged = (PartStep)
                    NamedSteps.with(ring, h.param(), (h.param().equals("angle") ? angle : rise) + by * h.rate());
            Vec3 expected = h.round() == null
                    ? h.along().times(by)
                    : h.round().cross(h.at().minus(h.from())).times(Math.toRadians(by));
            assertEquals(0, lastMiddle(dragged, box).minus(last).minus(expected).length(), 1e-7);
        }
        assertTrue(NamedSteps.step("round-array").handles(box).isEmpty(), "a full ring has nothing to drag");
    }

    private static Vec3 lastMiddle(PartStep ring, Mesh box) throws StepException {
        return ring.apply(Geometry.of(box), new TestContext())
                .parts()
                .getLast()
                .affine()
                .point(box.bounds().center());
    }
}
