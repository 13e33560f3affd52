package org.modeststack.steps.patch;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import org.modeststack.mesh.Edges;
import org.modeststack.mesh.Vec3;
import org.modeststack.mesh.work.Work;

/**
 * Triangles over a hole that are about as large as those around it and go on with their bend: new vertices are put in
 * where triangles are too large, diagonals are turned to the better ones, and the new vertices are moved until the
 * surface bends evenly from border to border ({@link EvenBend}).
 *
 * <p>Source: P. Liepa, "Filling Holes in Meshes", SGP 2003.
 */
final class EvenPatch {
    private static final int ROUNDS = 12, TURNS = 20, PASSES = 3;
    /** How far from the middle of a triangle its corners must be, as a share of the size that is wanted. */
    private static final double DENSITY = Math.sqrt(2);
    /** More new vertices than this are not put in, however fine the border is. */
    private static final int MOST = 20_000;

    private final int border;
    private final List<Vec3> points;
    private final List<Double> sizes;
    private final IntArrayList triangles;
    private final BitSet sharp;
    private final List<Vec3> outer;
    private final int[] outerTriangles;

    /**
     * @param ring places of the border, in the order of the new faces
     * @param triangles over the ring
     * @param sizes for each place of the border the usual length of edges there
     * @param sharp places of the border where the bend does not go on over it
     * @param outer old places beyond the border
     * @param outerTriangles old triangles at the border, by places of the border and, from there on, those beyond it
     */
    EvenPatch(Vec3[] ring, int[] triangles, double[] sizes, BitSet sharp, List<Vec3> outer, int[] outerTriangles) {
        border = ring.length;
        points = new ArrayList<>(Arrays.asList(ring));
        this.sizes = new ArrayList<>();
        for (double s : sizes) this.sizes.add(s);
        this.triangles = new IntArrayList(triangles);
        this.sharp = sharp;
        this.outer = outer;
        this.outerTriangles = outerTriangles;
        refine();
        even();
    }

    /** All places: those of the border, and the new ones behind them. */
    List<Vec3> points() {
        return points;
    }

    int[] triangles() {
        return triangles.toIntArray();
    }

    private void refine() {
        turnDiagonals();
        for (int round = 0; round < ROUNDS; round++) {
            Work.checkpoint();
            int before = triangles.size();
            for (int t = 0; t < before && points.size() - border < MOST; t += 3) {
                int a = triangles.getInt(t), b = triangles.getInt(t + 1), c = triangles.getInt(t + 2);
                Vec3 middle =
                        points.get(a).plus(points.get(b)).plus(points.get(c)).times(1.0 / 3);
                double size = (sizes.get(a) + sizes.get(b) + sizes.get(c)) / 3;
                if (!isFar(middle, size, a) || !isFar(middle, size, b) || !isFar(middle, size, c)) continue;
                int m = points.size();
                points.add(middle);
                sizes.add(size);
                triangles.set(t + 2, m);
                triangles.addAll(IntArrayList.of(b, c, m, c, a, m));
            }
            if (triangles.size() == before) return;
            turnDiagonals();
        }
    }

    private boolean isFar(Vec3 middle, double size, int v) {
        double d = DENSITY * points.get(v).minus(middle).length();
        return d > size && d > sizes.get(v);
    }

    private void turnDiagonals() {
        Long2IntOpenHashMap sides = new Long2IntOpenHashMap();
        sides.defaultReturnValue(-1);
        for (int i = 0; i < triangles.size(); i++) sides.put(side(i), i);
        for (int round = 0; round < TURNS; round++) {
            boolean turned = false;
            for (int i = 0; i < triangles.size(); i++) {
                int a = at(i), b = at(next(i)), j = sides.get(Edges.directed(b, a));
                if (j < 0) continue;
                int c = at(next(next(i))), d = at(next(next(j)));
                if (sides.containsKey(Edges.directed(c, d)) || sides.containsKey(Edges.directed(d, c))) continue;
                if (!isBetterTurned(a, b, c, d)) continue;
                for (int k = 0; k < 3; k++) {
                    sides.remove(side(i / 3 * 3 + k));
                    sides.remove(side(j / 3 * 3 + k));
                }
                put(i / 3, c, d, b, sides);
                put(j / 3, d, c, a, sides);
                turned = true;
            }
            if (!turned) return;
        }
    }

    /** Whether the angles across come to more than half a turn, and no triangle turns over by it. */
    private boolean isBetterTurned(int a, int b, int c, int d) {
        if (angle(c, a, b) + angle(d, b, a) <= Math.PI + 1e-6) return false;
        Vec3 was = normal(a, b, c).plus(normal(b, a, d));
        return normal(c, d, b).dot(was) > 0 && normal(d, c, a).dot(was) > 0;
    }

    private Vec3 normal(int a, int b, int c) {
        return points.get(b).minus(points.get(a)).cross(points.get(c).minus(points.get(a)));
    }

    private double angle(int at, int a, int b) {
        Vec3 u = points.get(a).minus(points.get(at)), v = points.get(b).minus(points.get(at));
        return Math.atan2(u.cross(v).length(), u.dot(v));
    }

    private void put(int triangle, int a, int b, int c, Long2IntOpenHashMap sides) {
        triangles.set(3 * triangle, a);
        triangles.set(3 * triangle + 1, b);
        triangles.set(3 * triangle + 2, c);
        for (int k = 0; k < 3; k++) sides.put(side(3 * triangle + k), 3 * triangle + k);
    }

    private int at(int i) {
        return triangles.getInt(i);
    }

    private long side(int i) {
        return Edges.directed(at(i), at(next(i)));
    }

    private static int next(int i) {
        return i % 3 == 2 ? i - 2 : i + 1;
    }

    /** Moves the new vertices to where the surface bends least. */
    private void even() {
        int n = points.size();
        if (n == border) return;
        List<Vec3> all = new ArrayList<>(points);
        all.addAll(outer);
        IntArrayList surface = new IntArrayList(triangles);
        for (int v : outerTriangles) surface.add(v < border ? v : v - border + n);
        for (int pass = 0; pass < PASSES; pass++) {
            EvenBend bend = new EvenBend(all, n, border, sharp, surface.toIntArray());
            for (int v = border; v < n; v++) all.set(v, bend.place(v));
        }
        for (int v = border; v < n; v++) points.set(v, all.get(v));
    }
}
