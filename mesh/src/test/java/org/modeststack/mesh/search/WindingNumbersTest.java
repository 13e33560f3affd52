package org.modeststack.mesh.search;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Vec3;

class WindingNumbersTest {
    @ParameterizedTest
    @CsvSource({"1, 1, 1, 1", "3, 1, 1, 0", "2, 1, 1, 0.5", "1, 1, 2, 0.5", "2, 2, 1, 0.25", "2, 2, 2, 0.125"})
    void aCubeHasThePartOfTheSphereThatIsInside(double x, double y, double z, double expected) {
        Vec3 at = new Vec3(x, y, z);
        assertEquals(expected, new WindingNumbers(MeshFixtures.cube(2), 1).at(at), 1e-12);
        assertEquals(expected, new WindingNumbers(MeshFixtures.cube(2), 1000).at(at), 1e-12);
    }

    /** Over a square sheet of side s the solid angle at height s / 2 is that of a face of a cube: a sixth of all. */
    @ParameterizedTest
    @CsvSource({"1", "7", "40"})
    void aSheetIsAFaceOfACube(int n) {
        Vec3 under = new Vec3(n / 2.0, n / 2.0, -n / 2.0);
        assertEquals(1.0 / 6, new WindingNumbers(MeshFixtures.sheet(n), 1).at(under), 1e-12);
        assertEquals(1.0 / 6, new WindingNumbers(MeshFixtures.sheet(n), 1000).at(under), 0.003);
    }

    /** Groups are within a hundredth of the sum over all triangles. */
    @Property(tries = 40)
    void groupsAreNearToTheSum(@ForAll long seed) {
        Random random = new Random(seed);
        Mesh sheet = MeshFixtures.sheet(12);
        double[] xyz = sheet.xyz().clone();
        for (int i = 2; i < xyz.length; i += 3) xyz[i] = random.nextGaussian();
        Mesh rough = sheet.withPositions(xyz);
        WindingNumbers sum = new WindingNumbers(rough, 1), groups = new WindingNumbers(rough, 1000);
        for (int i = 0; i < 20; i++) {
            Vec3 at = new Vec3(12 * random.nextDouble(), 12 * random.nextDouble(), 10 * random.nextGaussian());
            assertEquals(sum.at(at), groups.at(at), 0.01);
        }
    }
}
