package org.modeststack.steps;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.clean.Weld;
import org.modeststack.steps.repeat.RowArray;

/** What must hold of {@link RepeatMirrorWeldTest}'s subject for whatever is drawn at random. */
class RepeatMirrorWeldPropertiesTest {

    @Property(tries = 100)
    void weldingPutsTornFacesTogether(@ForAll int seed, @ForAll @IntRange(min = 1, max = 6) int n)
            throws StepException {
        Mesh torn =
                TestContext.run(new RowArray(n, new Vec3(1, 0, 0), RowArray.Spacing.EACH, 0), MeshFixtures.sheet(1));
        Random random = new Random(seed);
        double[] shaken = torn.xyz().clone();
        for (int i = 0; i < shaken.length; i++) shaken[i] += (random.nextDouble() - 0.5) * 1e-4;
        Mesh m = TestContext.run(new Weld(1e-3), torn.withPositions(shaken));
        assertEquals(2 * (n + 1), m.vertexCount());
        assertEquals(n, m.faceCount());
        assertEquals(1, Measures.of(m).shells());
    }
}
