package org.modeststack.steps.smooth;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.measure.Health;
import org.modeststack.mesh.measure.Measures;
import org.modeststack.steps.StepException;
import org.modeststack.steps.TestContext;
import org.modeststack.steps.source.Seat;
import org.modeststack.steps.source.Torus;

class SubdivideTest {
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4})
    void facesGrowFourfold(int levels) throws StepException {
        Mesh m = TestContext.run(new Subdivide(levels), MeshFixtures.cube(2));
        assertEquals(6 * Math.pow(4, levels), m.faceCount());
        assertEquals(2, Measures.of(m).eulerCharacteristic());
        assertTrue(Health.of(m).isClosed());
    }

    /** Catmull and Clark 1978: face point, edge point (F1+F2+V1+V2)/4 and vertex (Q + 2R + (n−3)S)/n, by hand for a cube. */
    @Test
    void firstLevelOfACube() throws StepException {
        Mesh m = TestContext.run(new Subdivide(1), MeshFixtures.box(-1, -1, -1, 1, 1, 1));
        assertEquals(8 + 12 + 6, m.vertexCount());
        // n = 3: Q = mean of face points = (1/3, ..), R = mean of edge middles = (2/3, ..): (1/3 + 4/3)/3 = 5/9.
        for (int v = 0; v < 8; v++)
            for (int k = 0; k < 3; k++) assertEquals(5 / 9.0, Math.abs(m.xyz()[3 * v + k]), 1e-15);
        for (int v = 8; v < 20; v++) {
            double[] p = {Math.abs(m.x(v)), Math.abs(m.y(v)), Math.abs(m.z(v))};
            Arrays.sort(p);
            assertEquals(0, p[0], 1e-15);
            assertEquals(0.75, p[1], 1e-15);
            assertEquals(0.75, p[2], 1e-15);
        }
        for (int v = 20; v < 26; v++) assertEquals(1, m.point(v).length(), 1e-15);
    }

    /** Halstead, Kass, DeRose 1993: limit of a vertex = (n² v + 4 Σe + Σf) / (n (n + 5)). */
    @Test
    void cornersOfACubeApproachTheirLimit() throws StepException {
        Mesh cage = MeshFixtures.box(-1, -1, -1, 1, 1, 1);
        Mesh fine = TestContext.run(new Subdivide(6), cage);
        // After one level of a cube all is known: v = 5/9, the three edge points, the three face points.
        double v = 5 / 9.0, e = (0 + 0.75 + 0.75), f = 1;
        double limit = (9 * v + 4 * e + f) / (3 * 8);
        for (int k = 0; k < 3; k++) assertEquals(limit, Math.abs(fine.xyz()[k]), 1e-3);
    }

    /** A border is the cubic B-spline of its own vertices: a straight one stays straight (DeRose et al. 1998). */
    @Test
    void aFlatSheetStaysFlatAndItsBorderStraight() throws StepException {
        Mesh m = TestContext.run(new Subdivide(3), MeshFixtures.sheet(3));
        for (int v = 0; v < m.vertexCount(); v++) assertEquals(0, m.z(v));
        assertEquals(24 * 4, Health.of(m).borderEdges());
        assertEquals(1.5, m.bounds().center().x(), 1e-12);
    }

    @Test
    void aTorusKeepsItsHole() throws StepException {
        Mesh m = TestContext.run(new Subdivide(2), TestContext.run(new Torus(6, 2, 8, 6, Seat.CENTERED)));
        assertEquals(0, Measures.of(m).eulerCharacteristic());
    }
}
