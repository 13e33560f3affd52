package org.modeststack.steps.round;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.BitSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Closure;
import org.modeststack.mesh.select.Selection;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.Step;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.catalog.Steps;
import org.modeststack.steps.pick.Pick;

/**
 * A plate of 120 by 40 with a notch from above whose tip comes near to the lower edge. The face in front has more than 320° round
 * the tip.
 */
class NarrowPlaceTest {
    private static Mesh notched(double gap, double half) {
        return MeshFixtures.prism(
                10,
                new double[] {0, 0},
                new double[] {120, 0},
                new double[] {120, 40},
                new double[] {60 + half, 40},
                new double[] {60, gap},
                new double[] {60 - half, 40},
                new double[] {0, 40});
    }

    /** Edges of the outline in front, each by the number of its first vertex. */
    private static Mesh rounded(Mesh m, double width, int... first) throws StepException {
        BitSet edges = new BitSet();
        for (int v : first) edges.set(m.adjacency().edgeBetween(v, (v + 1) % 7, m));
        StepDescriptor bevel = Steps.byType("bevel");
        Step s = bevel.with(bevel.createDefault(), "where", Pick.hand(m, new Selection(ElementKind.EDGE, edges)));
        Mesh out = bevel.with(bevel.with(s, "width", width), "segments", 2).apply(m, new TestContext(4));
        assertTrue(Closure.of(out).isClosed());
        assertTrue(Validity.of(out).isValid(), () -> Validity.of(out).toString());
        return out;
    }

    /** The long edge has no vertex between its ends, 120 apart. */
    @Property(tries = 60)
    void aStripIsNarrowOnlyWhereThereIsNoRoom(
            @ForAll @DoubleRange(min = 0.4, max = 1.8) double widths,
            @ForAll @DoubleRange(min = 0.5, max = 4) double width,
            @ForAll boolean triangles)
            throws StepException {
        Mesh in = notched(widths * width, 10);
        Mesh out = rounded(triangles ? StripEndsTest.triangulated(in) : in, width, 0, 3, 4);
        int beside = 0, narrow = 0;
        for (int v : EdgeRoundingTest.rails(out)) {
            Vec3 p = out.point(v);
            if (Math.abs(p.y()) > 1e-9 || p.z() > 1.01 * width) continue;
            if (p.z() < 0.95 * width) narrow++;
            if (Math.abs(p.x() - 60) < 4 * width) continue;
            beside++;
            assertTrue(p.z() > 0.98 * width, p.toString());
        }
        assertTrue(beside >= 4, beside + " places away from the tip");
        assertTrue(narrow > 0, "narrow at the tip");
    }

    /** Rails meet outside a corner of 20° six widths from it, and go round it instead. */
    @ParameterizedTest
    @ValueSource(doubles = {1, 2, 4, 6, 8})
    void railsGoRoundTheOutsideOfANarrowCorner(double half) throws StepException {
        double width = 3;
        Mesh out = rounded(notched(15, half), width, 3, 4);
        Vec3 tip = new Vec3(60, 0, 15);
        int round = 0;
        for (int v : EdgeRoundingTest.rails(out)) {
            Vec3 p = out.point(v);
            if (Math.abs(p.y()) > 1e-9 || p.z() > 39.9) continue;
            Vec3 left = new Vec3(60 - half, 0, 40), right = new Vec3(60 + half, 0, 40);
            assertEquals(
                    width, Math.min(p.distanceTo(tip, left), p.distanceTo(tip, right)), 1e-3 * width, p.toString());
            if (p.z() < 15) round++;
        }
        assertTrue(round >= 5, round + " places below the tip");
    }
}
