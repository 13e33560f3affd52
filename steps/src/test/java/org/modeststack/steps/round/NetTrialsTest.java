package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Keys;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.bevel.Rails;
import org.modeststack.steps.combine.arrange.Operation;
import org.modeststack.steps.profile.ProfileCurve;
import org.modeststack.steps.source.Cylinder;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.surface.SharpEdges;

/** Rims that have nothing to do with each other are rounded as if the others were not there. */
class NetTrialsTest {
    /** A plate with two holes, and what is between their rims. */
    private static Mesh plate(double gap, int sides) throws StepException {
        Mesh plate = MeshFixtures.box(-30, -15, -4, 30, 15, 4);
        for (int side : new int[] {-1, 1}) {
            Mesh hole = EdgeRoundingTest.make(new Cylinder(12, 30, sides, 1, 0, Seat.CENTERED));
            plate = EdgeRoundingTest.cut(
                    plate, moved(hole, new Vec3(side * (6 + gap / 2), 0, 0)), Operation.DIFFERENCE);
        }
        return plate;
    }

    private static Mesh moved(Mesh m, Vec3 by) {
        double[] xyz = m.xyz().clone();
        for (int i = 0; i < xyz.length; i += 3) {
            xyz[i] += by.x();
            xyz[i + 1] += by.y();
            xyz[i + 2] += by.z();
        }
        return m.withPositions(xyz);
    }

    private static Mesh together(Mesh a, Mesh b) {
        MeshBuilder out = new MeshBuilder(a.vertexCount() + b.vertexCount(), a.faceCount() + b.faceCount());
        out.append(a, k -> k);
        out.append(b, k -> Keys.of(k, 1));
        return out.build();
    }

    /** Both plates are in trouble where there is less than twice the width between their holes. */
    @Property(tries = 25)
    void aPlateFarFromAnotherComesOutAsAlone(
            @ForAll @DoubleRange(min = 0.3, max = 5) double gap,
            @ForAll @DoubleRange(min = 0.3, max = 5) double otherGap,
            @ForAll @IntRange(min = 8, max = 24) int sides,
            @ForAll @DoubleRange(min = 0.4, max = 2) double width)
            throws StepException {
        Mesh a = plate(gap, sides), b = moved(plate(otherGap, 16), new Vec3(0, 80, 0));
        Mesh alone = EdgeRoundingTest.rounded(a, width, 2, Rails.OVER);
        Mesh other = EdgeRoundingTest.rounded(b, width, 2, Rails.OVER);
        Mesh both = EdgeRoundingTest.rounded(together(a, b), width, 2, Rails.OVER);
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
        Mesh good = plate(8, 16);
        Mesh bad = moved(crossedBlades(), new Vec3(0, 60, 0));
        Mesh both = together(good, bad);
        BitSet edges = new BitSet();
        SharpEdges sharp = new SharpEdges(both);
        for (int e = 0; e < both.adjacency().edgeCount(); e++) if (sharp.is(e)) edges.set(e);
        TestContext context = new TestContext(4);
        EdgeRounding.Rounded r = new EdgeRounding(both, edges, new ProfileCurve(1, 2), true, null, context)
                .round(StripWidths.of(_ -> 0.8));
        assertFalse(r.without().isEmpty(), "blades that pass through each other have no room where they do");
        r.without().stream().forEach(e -> assertTrue(both.y(both.adjacency().edgeLow(e)) > 20, "on the blades only"));
        assertTrue(r.mesh().faceCount() > both.faceCount(), "and the plate is rounded");
    }

    /** Two thin blocks that pass through each other without being joined. */
    private static Mesh crossedBlades() {
        return together(MeshFixtures.box(-10, -1, -10, 10, 1, 10), MeshFixtures.box(-1.5, -10, -9, 0.5, 10, 11));
    }
}
