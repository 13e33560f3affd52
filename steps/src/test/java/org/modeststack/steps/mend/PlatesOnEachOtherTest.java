package org.modeststack.steps.mend;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.mesh.validity.Validity;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

/** Plates turned on each other in one plane, so that each of their faces is cut into very many pieces by the others. */
class PlatesOnEachOtherTest {
    private static Mesh plates(int count) {
        Mesh out = Mesh.EMPTY;
        for (int k = 0; k < count; k++) {
            double a = Math.PI / 2 * k / count;
            Mesh plate = MeshFixtures.box(-10, -10, 0, 10, 10, 3);
            double[] xyz = plate.xyz().clone();
            for (int i = 0; i < xyz.length; i += 3) {
                double x = xyz[i], y = xyz[i + 1];
                xyz[i] = x * Math.cos(a) - y * Math.sin(a);
                xyz[i + 1] = x * Math.sin(a) + y * Math.cos(a);
            }
            out = k == 0 ? plate.withPositions(xyz) : MeshFixtures.both(out, plate.withPositions(xyz));
        }
        return out;
    }

    /** Together they are a star of as many points as they have corners: two triangles at each, whose sum is in closed form. */
    @ParameterizedTest
    @CsvSource({"2, 0", "3, 0", "5, 0", "8, 0", "3, 1", "5, 2"})
    void theirVolumeIsThatOfAStar(int count, int pose) throws StepException {
        Mesh in = plates(count);
        if (pose > 0) in = MeshFixtures.posed(in, new Random(pose), 30);
        Mesh out = TestContext.run(new ResolveCrossings(), in);
        double quarter = Math.PI / 4;
        double star = 4 * count * 100 * (1 - Math.tan(quarter - quarter / count));
        assertTrue(Health.of(out).isClosed());
        assertEquals(3 * star, Measures.of(out).volume(), (pose == 0 ? 1e-12 : 1e-9) * 3 * star);
        assertTrue(Validity.of(out).isSound(), Validity.of(out).toString());
    }
}
