package org.modeststack.steps.part;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.modeststack.steps.PartFixtures.anySource;
import static org.modeststack.steps.PartFixtures.some;
import static org.modeststack.steps.PartFixtures.volume;
import static org.modeststack.steps.part.SlideTest.MADE;
import static org.modeststack.steps.part.SlideTest.UP;
import static org.modeststack.steps.part.SlideTest.banded;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

/** What must hold of {@link SlideTest}'s subject for whatever is drawn at random. */
class SlidePropertiesTest {

    /** A loop round a cube stays in one plane and the cube a cube; the other way is the other side. */
    @Property(tries = 60)
    void aLoopSlidesRoundACube(@ForAll @DoubleRange(min = -1, max = 1) double share, @ForAll boolean even)
            throws StepException {
        Mesh m = banded();
        Mesh out = TestContext.run(new Slide(MADE, share, even, UP), m);
        assertEquals(1000, volume(out), 1e-9);
        double z = out.z(8);
        assertEquals(5 * Math.min(Math.abs(share), 1 - 1e-4), Math.abs(z - 5), 1e-9);
        for (int v = 8; v < 12; v++) assertEquals(z, out.z(v), 1e-12);
        Mesh back = TestContext.run(new Slide(MADE, -share, even, UP), m);
        assertEquals(10, z + back.z(8), 1e-9);
        assertEquals(0, Health.of(out).flippedEdges());
    }

    @Property(tries = 100)
    void anySlideKeepsTheMeshAsItHangsTogether(
            @ForAll long seed, @ForAll @DoubleRange(min = -1, max = 1) double share, @ForAll boolean vertices)
            throws StepException {
        Random random = new Random(seed);
        Mesh m = anySource(random);
        ElementKind kind = vertices ? ElementKind.VERTEX : ElementKind.EDGE;
        Mesh out = TestContext.run(new Slide(some(m, kind, 30, random), share, random.nextBoolean(), UP), m);
        assertEquals(m.corners().length, out.corners().length);
        for (double d : out.xyz()) assertTrue(Double.isFinite(d));
    }
}
