package org.modeststack.steps.cut;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.modeststack.steps.PartFixtures.anySource;
import static org.modeststack.steps.PartFixtures.euler;
import static org.modeststack.steps.PartFixtures.some;
import static org.modeststack.steps.PartFixtures.volume;
import static org.modeststack.steps.cut.SplitAndPathTest.hand;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.ElementKind;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.select.Selection;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.pick.Pick;

/** What must hold of {@link SplitAndPathTest}'s subject for whatever is drawn at random. */
class SplitAndPathPropertiesTest {

    @Property(tries = 100)
    void splittingAnyFacesOfAnySourceChangesNoShape(@ForAll long seed, @ForAll @IntRange(min = 2, max = 5) int parts)
            throws StepException {
        Random random = new Random(seed);
        Mesh m = anySource(random);
        Mesh out = TestContext.run(new Split(some(m, ElementKind.FACE, 3, random), parts), m);
        Health h = Health.of(out);
        assertEquals(Health.of(m).isClosed(), h.isClosed());
        assertEquals(0, h.flippedEdges() + h.looseVertices());
        assertEquals(euler(m), euler(out));
        // Quads that are not flat are cut into other triangles, which encloses a little more or less.
        assertEquals(volume(m), volume(out), 0.05 * Math.abs(volume(m)));
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
    }

    @Property(tries = 150)
    void anyPathOnAnySourceLeavesAValidMesh(@ForAll long seed, @ForAll boolean closed) throws StepException {
        Random random = new Random(seed);
        Mesh m = anySource(random);
        ElementKind kind = random.nextBoolean() ? ElementKind.VERTEX : ElementKind.EDGE;
        int n = Selection.count(m, kind);
        Pick through = hand(m, kind, random.nextInt(n), random.nextInt(n), random.nextInt(n));
        Mesh out = TestContext.run(new CutPath(through, 0.1 + 0.8 * random.nextDouble(), closed), m);
        Health h = Health.of(out);
        assertEquals(Health.of(m).isClosed(), h.isClosed());
        assertEquals(0, h.flippedEdges() + h.looseVertices() + h.nonManifoldEdges());
        assertEquals(euler(m), euler(out));
        assertEquals(
                out.vertexCount(), Arrays.stream(out.vertexKeys()).distinct().count());
        assertEquals(out.faceCount(), Arrays.stream(out.faceKeys()).distinct().count());
    }
}
