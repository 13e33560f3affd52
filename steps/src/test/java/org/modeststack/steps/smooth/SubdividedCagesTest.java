package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.steps.StepDescriptor;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;

/**
 * Cages with faces of many sides and holes, and what others make of them at the levels 1 to 4: without creases by CGAL 5.5.1, with
 * creases and corners of whole and broken sharpness by OpenSubdiv 3.5.0 (some of whose weights are of single precision). Their
 * vertices are compared by the sums of products of coordinates up to the third order; {@code bench/peers/check-subdivision} made the
 * values and compares vertex by vertex.
 */
class SubdividedCagesTest {
    private static final double DOUBLE = 1e-13, SINGLE = 1e-7;

    @Test
    void cagesComeOutAsElsewhere() throws IOException, StepException {
        int compared = 0;
        List<ExpectedCage> cages = ExpectedCage.read("subdivided-cages.txt.gz");
        assertEquals(120, cages.size());
        for (ExpectedCage c : cages) {
            for (ExpectedCage.Expected e : c.expected()) {
                Mesh cage = e.of().equals("cgal") ? c.mesh().withTags(Map.of()) : c.mesh();
                StepDescriptor d = StepDescriptor.of(Subdivide.class);
                Subdivide s = (Subdivide) d.with(new Subdivide(e.level()), "scheme", c.scheme());
                double[] xyz = TestContext.run(s, cage).xyz();
                assertEquals(e.points(), xyz.length / 3);
                double[] ours = ExpectedCage.moments(xyz, 3, 3), sizes = ExpectedCage.sizes(xyz, 3, 3);
                double tolerance = e.of().equals("cgal") ? DOUBLE : SINGLE;
                for (int i = 0; i < ours.length; i++)
                    assertEquals(e.moments()[i], ours[i], tolerance * sizes[i], e.of() + " level " + e.level());
                compared++;
            }
        }
        assertTrue(compared == 960, compared + " comparisons");
    }
}
