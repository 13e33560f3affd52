package org.modeststack.mesh.triangulate;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshFixtures;
import org.modeststack.mesh.Triangulation;
import org.modeststack.mesh.Vec3;

class TriangulationTest {
    /** Area by the shoelace formula (any geometry text). */
    static double shoelace(double[] xy) {
        double a = 0;
        int n = xy.length / 2;
        for (int i = 0; i < n; i++) {
            int j = (i + 1) % n;
            a += xy[2 * i] * xy[2 * j + 1] - xy[2 * j] * xy[2 * i + 1];
        }
        return a / 2;
    }

    /** Checks that no triangle is turned over and that they cover the polygon's area once. */
    static void assertCovers(Mesh mesh, double area) {
        Triangulation t = mesh.triangulation();
        assertEquals(mesh.cornerCount() - 2, t.count());
        double sum = 0;
        for (int i = 0; i < t.count(); i++) {
            double[] p = new double[6];
            for (int k = 0; k < 3; k++) {
                int v = mesh.corners()[t.triangleCorners()[3 * i + k]];
                p[2 * k] = mesh.x(v);
                p[2 * k + 1] = mesh.y(v);
            }
            double part = shoelace(p);
            assertTrue(part >= 0, "a triangle is turned over");
            sum += part;
        }
        assertEquals(area, sum, 1e-12 * Math.abs(area) + 1e-15);
    }

    @Test
    void aCombIsCovered() {
        double[] comb = {0, 0, 7, 0, 7, 3, 6, 3, 6, 1, 5, 1, 5, 3, 4, 3, 4, 1, 3, 1, 3, 3, 2, 3, 2, 1, 1, 1, 1, 3, 0, 3
        };
        assertCovers(MeshFixtures.polygon(comb), shoelace(comb));
    }

    @Test
    void cornersOnOneLineMakeNoTriangleWithoutArea() {
        Mesh m = MeshFixtures.polygon(0, 0, 1, 0, 2, 0, 3, 0, 3, 2, 0, 2);
        Triangulation t = m.triangulation();
        for (int i = 0; i < t.count(); i++) {
            int a = m.corners()[t.triangleCorners()[3 * i]], b = m.corners()[t.triangleCorners()[3 * i + 1]];
            int c = m.corners()[t.triangleCorners()[3 * i + 2]];
            double area = (m.x(b) - m.x(a)) * (m.y(c) - m.y(a)) - (m.y(b) - m.y(a)) * (m.x(c) - m.x(a));
            assertTrue(area > 0, "a triangle without area");
        }
    }

    @Test
    void aPolygonThatCrossesItselfStillGivesTriangles() {
        assertEquals(
                3,
                MeshFixtures.polygon(0, 0, 2, 2, 2, 0, 0, 2, 1, 5)
                        .triangulation()
                        .count());
    }

    /** Places on the sides of a square that rounding has put a little beside them, inside or outside. */
    @ParameterizedTest
    @CsvSource({"1", "2", "3", "4", "5", "6", "7", "8"})
    void noTriangleIsAsThinAsRounding(int seed) {
        Random random = new Random(seed);
        double[] xy = new double[2 * 4 * 3];
        double[][] corners = {{-1, -1}, {1, -1}, {1, 1}, {-1, 1}};
        for (int i = 0; i < 12; i++) {
            double[] a = corners[i / 3], b = corners[(i / 3 + 1) % 4];
            double t = i % 3 / 3.0;
            for (int k = 0; k < 2; k++) {
                double off = i % 3 == 0 ? 0 : (random.nextInt(5) - 2) * 0x1p-53;
                xy[2 * i + k] = a[k] + t * (b[k] - a[k]) + off;
            }
        }
        Mesh m = MeshFixtures.posed(MeshFixtures.polygon(xy), random, 1);
        int[] corner = m.triangulation().triangleCorners();
        for (int i = 0; i < corner.length; i += 3) {
            Vec3 a = m.point(corner[i]), b = m.point(corner[i + 1]), c = m.point(corner[i + 2]);
            assertTrue(b.minus(a).cross(c.minus(a)).length() > 0.1, "triangle " + i / 3);
        }
    }
}
