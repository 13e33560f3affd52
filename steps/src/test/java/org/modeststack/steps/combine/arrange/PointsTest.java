package org.modeststack.steps.combine.arrange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;

import java.math.BigDecimal;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;

/** Points that are made, judged against exact decimals worked out another way. */
class PointsTest {
    /** Two tetrahedra in random places, as one numbering. */
    static Soup soup(Random random) {
        Mesh a = MeshFixtures.posed(MeshFixtures.tetrahedron(), random, 0.5);
        Mesh b = MeshFixtures.posed(MeshFixtures.tetrahedron(), random, 0.5);
        return new Soup(new Solid[] {Solid.of(a), Solid.of(b)});
    }

    static BigDecimal d(double x) {
        return new BigDecimal(x);
    }

    /** Six times the volume of the tetrahedron of three vertices of a triangle and a vertex. */
    static BigDecimal height(Soup s, int t, int v) {
        BigDecimal[][] m = new BigDecimal[3][3];
        for (int i = 0; i < 3; i++) {
            for (int k = 0; k < 3; k++)
                m[i][k] = d(s.xyz[3 * s.vertex(t, i) + k]).subtract(d(s.xyz[3 * v + k]));
        }
        return m[0][0].multiply(m[1][1].multiply(m[2][2]).subtract(m[1][2].multiply(m[2][1])))
                .subtract(m[0][1].multiply(m[1][0].multiply(m[2][2]).subtract(m[1][2].multiply(m[2][0]))))
                .add(m[0][2].multiply(m[1][0].multiply(m[2][1]).subtract(m[1][1].multiply(m[2][0]))));
    }

    @Test
    void aVertexStandsForWhatIsMadeOnIt() {
        // The cube's corner at (1, 1, 1) lies on the plane z = 1 of the box, and its edge along z ends there.
        Mesh a = MeshFixtures.cube(1), b = MeshFixtures.box(0.5, 0.5, 1, 2, 2, 3);
        Soup s = new Soup(new Solid[] {Solid.of(a), Solid.of(b)});
        Points points = new Points(s);
        int corner = -1;
        for (int v = 0; v < 8; v++) if (s.xyz[3 * v] == 1 && s.xyz[3 * v + 1] == 1 && s.xyz[3 * v + 2] == 1) corner = v;
        int found = -1;
        for (int t = 0; t < 12 && found < 0; t++) {
            for (int i = 0; i < 3; i++) {
                int e = s.edge(t, i);
                boolean upright = s.xyz[3 * s.edgeLow(e)] == 1
                        && s.xyz[3 * s.edgeHigh(e)] == 1
                        && s.xyz[3 * s.edgeLow(e) + 1] == 1
                        && s.xyz[3 * s.edgeHigh(e) + 1] == 1;
                if (upright) found = e;
            }
        }
        int bottom = -1;
        for (int t = s.triangleBase(1); t < s.triangleCount; t++) {
            boolean flat = true;
            for (int i = 0; i < 3; i++) flat &= s.xyz[3 * s.vertex(t, i) + 2] == 1;
            if (flat) bottom = t;
        }
        int made = points.edgePlane(found, bottom);
        assertNotEquals(corner, made);
        assertEquals(corner, points.ofVertex(corner));
        assertEquals(corner, points.find(made), "the vertex was there first");
    }

    @Test
    void verticesAtOnePlaceAreOne() {
        Mesh a = MeshFixtures.cube(1), b = MeshFixtures.box(1, 1, 1, 2, 2, 2);
        Soup s = new Soup(new Solid[] {Solid.of(a), Solid.of(b)});
        Points points = new Points(s);
        assertEquals(7, points.ofVertex(7));
        assertEquals(7, points.ofVertex(8), "the second cube's first corner");
        assertEquals(9, points.ofVertex(9));
    }
}
