package org.modeststack.mesh.triangulate;

import static org.modeststack.mesh.triangulate.TriangulationTest.assertCovers;
import static org.modeststack.mesh.triangulate.TriangulationTest.shoelace;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.modeststack.mesh.MeshFixtures;

/** What must hold of {@link TriangulationTest}'s subject for whatever is drawn at random. */
class TriangulationPropertiesTest {

    @Property(tries = 500)
    void starShapedPolygonsAreCoveredOnce(@ForAll @IntRange(min = 3, max = 60) int n, @ForAll int seed) {
        Random random = new Random(seed);
        double[] xy = new double[2 * n];
        for (int i = 0; i < n; i++) {
            double r = 0.2 + random.nextDouble(), a = 2 * Math.PI * i / n;
            xy[2 * i] = r * Math.cos(a);
            xy[2 * i + 1] = r * Math.sin(a);
        }
        assertCovers(MeshFixtures.polygon(xy), shoelace(xy));
    }
}
