package org.modeststack.steps.cut;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.pick;
import static org.modeststack.steps.PartFixtures.volume;
import static org.modeststack.steps.cut.CutTest.UPRIGHT;

import java.util.Arrays;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

/** What must hold of {@link CutTest}'s subject for whatever is drawn at random. */
class CutPropertiesTest {

    @Property(tries = 60)
    void loopsRoundACubeKeepItsShape(
            @ForAll @IntRange(min = 1, max = 20) int n,
            @ForAll @DoubleRange(min = 0, max = 2) double spread,
            @ForAll @DoubleRange(min = -1, max = 1) double slide)
            throws StepException {
        Mesh m = MeshFixtures.cube(10);
        // The edge at the origin that stands upright.
        Mesh out = TestContext.run(new CutLoop(UPRIGHT, n, spread, slide), m);
        assertEquals(2 + 4 * (n + 1), out.faceCount());
        assertEquals(8 + 4 * n, out.vertexCount());
        assertEquals(2, euler(out));
        assertEquals(1000, volume(out), 1e-9);
        assertEquals(600, Measures.of(out).area(), 1e-9);
        assertEquals(0, Health.of(out).flippedEdges() + Health.of(out).borderEdges());
        assertEquals(4 * n, out.tag(new TestContext().madeTag()).size());
        for (int i = 0; i < n; i++) {
            double z = out.z(8 + i);
            for (int k = 1; k < 4; k++) assertEquals(z, out.z(8 + k * n + i), 1e-12, "all the way round at one height");
        }
    }

    @Property(tries = 30)
    void crossingRingsMakeAGrid(@ForAll @IntRange(min = 1, max = 6) int n, @ForAll @IntRange(min = 1, max = 5) int size)
            throws StepException {
        Mesh sheet = MeshFixtures.sheet(size);
        Mesh out = TestContext.run(new CutLoop(pick("edges: all"), n, 1, 0), sheet);
        int k = size * (n + 1);
        assertEquals(k * k, out.faceCount());
        assertEquals((k + 1) * (k + 1), out.vertexCount());
        assertEquals(size * size, Measures.of(out).area(), 1e-9);
        assertEquals(1, euler(out));
        for (int f = 0; f < out.faceCount(); f++) assertEquals(4, out.sides(f));
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
    }
}
