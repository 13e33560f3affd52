package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.select.Loops;
import org.modeststack.steps.CutFixtures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.rail.StripWidths;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.surface.SharpEdges;

/** Rims that have nothing to do with each other are rounded as if the others were not there. */
class NetTrialsTest {
    /** A plate with two holes, and what is between their rims. */
    private static Mesh plate(double gap, int sides) throws StepException {
        Mesh plate = MeshFixtures.box(-30, -15, -4, 30, 15, 4);
        for (int side : new int[] {-1, 1}) {
            Mesh hole = EdgeRoundingTest.make(new Cylinder(12, 30, sides, 1, 0, Seat.CENTRED));
            plate = CutFixtures.cut(plate, MeshFixtures.moved(hole, side * (6 + gap / 2), 0, 0), Operation.DIFFERENCE);
        }
        return plate;
    }

    /** Both plates are in trouble where there is less than twice the width between their holes. */
    @Property(tries = 25)
    void aPlateFarFromAnotherComesOutAsAlone(
            @ForAll @DoubleRange(min = 0.3, max = 5) double gap,
            @ForAll @DoubleRange(min = 0.3, max = 5) double otherGap,
            @ForAll @IntRange(min = 8, max = 24) int sides,
            @ForAll @DoubleRange(min = 0.4, max = 2) double width)
            throws StepException {
        Mesh a = plate(gap, sides), b = MeshFixtures.moved(plate(otherGap, 16), 0, 80, 0);
        Mesh alone = EdgeRoundingTest.rounded(a, width, 2, Rails.OVER);
        Mesh other = EdgeRoundingTest.rounded(b, width, 2, Rails.OVER);
        Mesh both = EdgeRoundingTest.rounded(MeshFixtures.both(a, b), width, 2, Rails.OVER);
        assertEquals(alone.faceCount() + other.faceCount(), both.faceCount());
        double volume = volume(alone) + volume(other);
        assertEquals(volume, volume(both), 1e-9 * volume);
    }

    private static double volume(Mesh m) {
        return Measures.of(m).volume();
    }

    /**
     * Blades that pass through each other, whose edges have no room where they do, and a plate beside them: its rims are
     * rounded, and only edges of the blades are left out.
     */
    @Test
    void whatDoesNotComeOutKeepsNothingElseFromIt() throws StepException {
        Mesh plate = plate(8, 16), both = MeshFixtures.both(plate, MeshFixtures.moved(crossedBlades(), 0, 60, 0));
        EdgeRounding.Rounded r = allRounded(both);
        assertFalse(r.without().isEmpty(), "blades that pass through each other have no room where they do");
        r.without().stream().forEach(e -> assertTrue(both.y(both.adjacency().edgeLow(e)) > 20, "on the blades only"));
        assertEquals(allRounded(plate).mesh().faceCount(), facesOfThePlate(r.mesh()), "the plate as alone");
        assertEquals(0, twoEdged(r.mesh()), "vertices that only divide an edge");
    }

    private static long twoEdged(Mesh m) {
        return IntStream.range(0, m.vertexCount())
                .filter(v -> Loops.edgesAt(m, m.adjacency(), v).length == 2)
                .count();
    }

    /** All sharp edges. */
    private static EdgeRounding.Rounded allRounded(Mesh m) {
        BitSet edges = new BitSet();
        SharpEdges sharp = new SharpEdges(m);
        for (int e = 0; e < m.adjacency().edgeCount(); e++) if (sharp.is(e)) edges.set(e);
        return new EdgeRounding(m, edges, new ProfileCurve(1, 2), true, null, new TestContext(4))
                .round(StripWidths.of(_ -> 0.8));
    }

    private static int facesOfThePlate(Mesh m) {
        int faces = 0;
        for (int f = 0; f < m.faceCount(); f++) if (m.y(m.corners()[m.offsets()[f]]) < 20) faces++;
        return faces;
    }

    /** Two thin blocks that pass through each other without being joined. */
    private static Mesh crossedBlades() {
        return MeshFixtures.both(
                MeshFixtures.box(-10, -1, -10, 10, 1, 10), MeshFixtures.box(-1.5, -10, -9, 0.5, 10, 11));
    }
}
