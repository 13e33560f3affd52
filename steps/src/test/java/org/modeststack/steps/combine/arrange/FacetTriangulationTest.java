package org.modeststack.steps.combine.arrange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/** A triangle cut up by points and segments. */
class FacetTriangulationTest {
    /** A mesh of loose points in the plane z = 0; the first three are the triangle (0,0), (size,0), (0,size). */
    static Points points(int size, List<int[]> inner) {
        MeshBuilder b = new MeshBuilder(inner.size() + 3, 1);
        b.vertex(0, 0, 0, 0);
        b.vertex(size, 0, 0, 1);
        b.vertex(0, size, 0, 2);
        for (int[] p : inner) b.vertex(p[0], p[1], 0, b.vertexCount());
        b.face(1, b.material(Material.DEFAULT.name()), 0, 1, 2);
        Mesh m = b.build();
        return new Points(new Soup(new Solid[] {Solid.of(m)}));
    }

    static FacetTriangulation start(Points points) {
        FacetTriangulation f = new FacetTriangulation(points);
        f.start(0, 1, 2, 2, 1);
        return f;
    }

    static double area(Points points, FacetTriangulation f, int t) {
        int a = f.corner(t, 0), b = f.corner(t, 1), c = f.corner(t, 2);
        return ((points.coordinate(b, 0) - points.coordinate(a, 0))
                                * (points.coordinate(c, 1) - points.coordinate(a, 1))
                        - (points.coordinate(b, 1) - points.coordinate(a, 1))
                                * (points.coordinate(c, 0) - points.coordinate(a, 0)))
                / 2;
    }

    /** Covers the triangle once, with triangles that turn the right way, and knows its neighbours. */
    static void assertSound(Points points, FacetTriangulation f, int size) {
        double sum = 0;
        Set<Long> sides = new HashSet<>();
        for (int t = 0; t < f.count(); t++) {
            double area = area(points, f, t);
            assertTrue(area > 0, "every triangle has area");
            sum += area;
            for (int i = 0; i < 3; i++) {
                assertTrue(sides.add(Edges.directed(f.corner(t, i), f.corner(t, (i + 1) % 3))), "each side once");
            }
        }
        assertEquals(size * size / 2.0, sum, 1e-9);
        for (int t = 0; t < f.count(); t++) {
            for (int i = 0; i < 3; i++) {
                int p = f.corner(t, i), q = f.corner(t, (i + 1) % 3), o = f.across(t, i);
                assertEquals(o >= 0, sides.contains(Edges.directed(q, p)));
                if (o < 0) continue;
                boolean back = false;
                for (int j = 0; j < 3; j++) {
                    if (f.corner(o, j) == q && f.corner(o, (j + 1) % 3) == p) {
                        back = f.across(o, j) == t && f.isFixed(o, j) == f.isFixed(t, i);
                    }
                }
                assertTrue(back, "neighbours know each other");
            }
        }
    }

    static List<int[]> onGrid(Random random, int n, int size) {
        List<int[]> all = new ArrayList<>();
        Set<Integer> seen = new HashSet<>();
        for (int i = 0; i < n; i++) {
            int x = random.nextInt(size + 1), y = random.nextInt(size + 1 - x);
            boolean corner = x == 0 && y == 0 || x == size || y == size;
            if (!corner && seen.add(x * 1000 + y)) all.add(new int[] {x, y});
        }
        return all;
    }

    static boolean isFixed(FacetTriangulation f, int p, int q) {
        for (int t = 0; t < f.count(); t++) {
            for (int i = 0; i < 3; i++) {
                int a = f.corner(t, i), b = f.corner(t, (i + 1) % 3);
                if ((a == p && b == q || a == q && b == p) && f.isFixed(t, i)) return true;
            }
        }
        return false;
    }

    @Test
    void aSegmentOverOtherPointsBecomesAChain() {
        Points points = points(12, List.of(new int[] {1, 1}, new int[] {3, 3}, new int[] {5, 5}, new int[] {2, 4}));
        FacetTriangulation f = start(points);
        for (int p = 3; p < 7; p++) f.insert(p);
        f.force(3, 5);
        assertTrue(isFixed(f, 3, 4) && isFixed(f, 4, 5));
        assertTrue(!isFixed(f, 3, 5));
        assertSound(points, f, 12);
    }

    @Test
    void aSideOfTheTriangleCanBeASegment() {
        Points points = points(12, List.of(new int[] {4, 0}, new int[] {8, 0}));
        FacetTriangulation f = start(points);
        f.insert(3);
        f.insert(4);
        f.force(0, 1);
        assertTrue(isFixed(f, 0, 3) && isFixed(f, 3, 4) && isFixed(f, 4, 1));
    }
}
