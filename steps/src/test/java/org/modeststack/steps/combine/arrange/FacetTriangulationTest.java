package org.modeststack.steps.combine.arrange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.modeststack.mesh.Material;
import org.modeststack.mesh.Mesh;
import org.modeststack.mesh.MeshBuilder;

/** A triangle cut up by points and segments. */
class FacetTriangulationTest {
    /** A mesh of loose points in the plane z = 0; the first three are the triangle (0,0), (size,0), (0,size). */
    private static Points points(int size, List<int[]> inner) {
        MeshBuilder b = new MeshBuilder(inner.size() + 3, 1);
        b.vertex(0, 0, 0, 0);
        b.vertex(size, 0, 0, 1);
        b.vertex(0, size, 0, 2);
        for (int[] p : inner) b.vertex(p[0], p[1], 0, b.vertexCount());
        b.face(1, b.material(Material.DEFAULT), 0, 1, 2);
        Mesh m = b.build();
        return new Points(new Soup(new Solid[] {Solid.of(m)}));
    }

    private static FacetTriangulation start(Points points) {
        FacetTriangulation f = new FacetTriangulation(points);
        f.start(0, 1, 2, 2, 1);
        return f;
    }

    private static double area(Points points, FacetTriangulation f, int t) {
        int a = f.corner(t, 0), b = f.corner(t, 1), c = f.corner(t, 2);
        return ((points.coordinate(b, 0) - points.coordinate(a, 0))
                                * (points.coordinate(c, 1) - points.coordinate(a, 1))
                        - (points.coordinate(b, 1) - points.coordinate(a, 1))
                                * (points.coordinate(c, 0) - points.coordinate(a, 0)))
                / 2;
    }

    /** Covers the triangle once, with triangles that turn the right way, and knows its neighbours. */
    private static void assertSound(Points points, FacetTriangulation f, int size) {
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

    private static List<int[]> onGrid(Random random, int n, int size) {
        List<int[]> all = new ArrayList<>();
        Set<Integer> seen = new HashSet<>();
        for (int i = 0; i < n; i++) {
            int x = random.nextInt(size + 1), y = random.nextInt(size + 1 - x);
            boolean corner = x == 0 && y == 0 || x == size || y == size;
            if (!corner && seen.add(x * 1000 + y)) all.add(new int[] {x, y});
        }
        return all;
    }

    /** Points on a coarse grid, so that many lie on lines, on sides and on circles with each other. */
    @Property(tries = 200)
    void anyPointsCanBePutIn(@ForAll int seed, @ForAll @IntRange(max = 80) int n) {
        int size = 12;
        Points points = points(size, onGrid(new Random(seed), n, size));
        FacetTriangulation f = start(points);
        int last = points.count();
        for (int p = 3; p < last; p++) f.insert(p);
        for (int p = 3; p < last; p++) f.insert(p);
        assertSound(points, f, size);
        Set<Integer> used = new HashSet<>();
        int border = 0;
        for (int t = 0; t < f.count(); t++) {
            for (int i = 0; i < 3; i++) {
                used.add(f.corner(t, i));
                if (f.across(t, i) < 0) border++;
            }
        }
        assertEquals(last, used.size(), "every point is a corner");
        // Euler: triangles = 2 V − 2 − sides of the border.
        assertEquals(2 * last - 2 - border, f.count());
    }

    /** A closed chain of segments, as a hole makes it. */
    @Property(tries = 100)
    void aRingOfSegmentsIsLaid(@ForAll int seed, @ForAll @IntRange(min = 3, max = 40) int n) {
        int size = 4000;
        Random random = new Random(seed);
        List<int[]> ring = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            double a = 2 * Math.PI * i / n, r = 300 + random.nextInt(500);
            ring.add(new int[] {(int) (1200 + r * Math.cos(a)), (int) (1200 + r * Math.sin(a))});
        }
        Points points = points(size, ring);
        FacetTriangulation f = start(points);
        IntArrayList order = new IntArrayList();
        for (int i = 0; i < n; i++) order.add(3 + i);
        java.util.Collections.shuffle(order, random);
        for (int p : order) f.insert(p);
        for (int i = 0; i < n; i++) f.force(3 + i, 3 + (i + 1) % n);
        assertSound(points, f, size);
        for (int i = 0; i < n; i++) assertTrue(isFixed(f, 3 + i, 3 + (i + 1) % n), "segment " + i);
    }

    private static boolean isFixed(FacetTriangulation f, int p, int q) {
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
